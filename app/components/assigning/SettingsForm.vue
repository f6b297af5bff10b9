<script setup lang="ts">
import type { AssignmentSettings } from '~~/core/assignment/settings'
import type { PaperRules } from '~~/core/paper/schema'

/** Every setting of an assignment, in the order in which it bites: window, door, work, afterwards. */
const settings = defineModel<AssignmentSettings>({ required: true })
const props = defineProps<{ errors: Record<string, string>, rooms: readonly string[], paperRules?: PaperRules | undefined, assignments: readonly { id: string, title: string }[] }>()

const counts = [{ value: 'best', label: 'the best' }, { value: 'last', label: 'the last' }, { value: 'first', label: 'the first' }, { value: 'average', label: 'the average' }]
const codeFrom = [{ value: 'trainee', label: 'the trainee' }, { value: 'invigilator', label: 'the invigilator' }]
const results = [{ value: 'at-end', label: 'at once' }, { value: 'on-date', label: 'on a date' }, { value: 'after-release', label: 'when released' }]
const yesNo: Choice[] = [{ value: true, label: 'yes' }, { value: false, label: 'no' }]
/** Rules that the paper has and an assignment may change, each with its choices. */
const choices = {
  answers: [{ value: 'checked', label: 'checked, with tries' }, { value: 'settled', label: 'settled, no checks' }],
  feedback: [{ value: 'none', label: 'only right or not' }, { value: 'which', label: 'which parts' }, { value: 'why', label: 'which parts and why' }],
  afterTries: [{ value: 'set-right', label: 'set right' }, { value: 'leave', label: 'left as it is' }],
  partial: yesNo, unsettle: yesNo, moveOn: yesNo,
} satisfies Partial<Record<keyof PaperRules, Choice[]>>
interface Choice { value: unknown, label: string }

/** What holds when nothing is chosen here. */
function asThePaper(name: keyof typeof choices | 'tries'): string {
  if (!props.paperRules) return 'as the paper says'
  const own = props.paperRules[name]
  return `paper: ${name === 'tries' ? own : choices[name].find(({ value }) => value === own)?.label}`
}
const offered = (name: keyof typeof choices): Choice[] => [{ value: undefined, label: asThePaper(name) }, ...choices[name]]

function rule<Name extends keyof AssignmentSettings['rules']>(name: Name) {
  return computed({
    get: () => settings.value.rules[name],
    set: (value) => {
      const { [name]: _before, ...others } = settings.value.rules
      settings.value.rules = value === undefined || value === null ? others : { ...others, [name]: value }
    },
  })
}
const rules = reactive({ tries: rule('tries'), feedback: rule('feedback'), afterTries: rule('afterTries'), answers: rule('answers'), unsettle: rule('unsettle'), moveOn: rule('moveOn'), partial: rule('partial') })

/** How steps are answered here: some rules hold for one way only. */
const way = computed(() => rules.answers ?? props.paperRules?.answers)

/** Details are written as labels; their ids follow from these. */
const details = computed({
  get: () => settings.value.details.map(({ label, required }) => required ? label : `${label} (if they like)`),
  set: (lines: string[]) => settings.value.details = lines.map((line, index) => ({ id: `detail-${index + 1}`, label: line.replace(/\s*\(if they like\)$/, ''), required: !/\(if they like\)$/.test(line) })),
})
const evidence = computed({
  get: () => settings.value.evidence !== null,
  set: (on: boolean) => settings.value.evidence = on ? { minutes: 60, files: 3, megabytes: 8 } : null,
})
const error = (name: string): string | undefined => props.errors[name]
</script>

<template>
  <div class="settings">
    <fieldset>
      <legend>When and how often</legend>
      <MomentField id="opens" v-model="settings.opensAt" label="Opens" :error="error('opensAt')" />
      <MomentField id="due" v-model="settings.dueAt" label="Due" :error="error('dueAt')" />
      <MomentField id="closes" v-model="settings.closesAt" label="Closes" :error="error('closesAt')" />
      <div class="field"><label for="late">Taken off when late, %</label><InputNumber v-model="settings.latePercent" input-id="late" :min="0" :max="100" fluid /></div>
      <div class="field"><label for="sittings">Sittings allowed</label><InputNumber v-model="settings.sittingsAllowed" input-id="sittings" :min="1" :max="50" fluid show-buttons /></div>
      <div class="field"><label for="counts">Which score counts</label><Select v-model="settings.counts" input-id="counts" :options="counts" option-label="label" option-value="value" fluid /></div>
      <div class="field"><label for="after">Only after finishing</label><Select v-model="settings.after" input-id="after" :options="[...assignments]" option-label="title" option-value="id" show-clear placeholder="nothing" fluid /><small v-if="error('after')">{{ error('after') }}</small></div>
    </fieldset>
    <fieldset>
      <legend>At the door</legend>
      <div class="field"><label for="room">Room</label><Select v-model="settings.room" input-id="room" :options="[...rooms]" editable show-clear placeholder="anywhere" fluid @update:model-value="settings.room ??= ''" /><small v-if="error('room')">{{ error('room') }}</small></div>
      <div class="field"><label for="code">Access code</label><InputText id="code" v-model="settings.accessCode" class="figure" maxlength="40" fluid placeholder="none" /></div>
      <div class="field"><label for="code-from">Entered by</label><Select v-model="settings.codeFrom" input-id="code-from" :options="codeFrom" option-label="label" option-value="value" fluid /></div>
      <div class="field"><label for="reading">Reading time, seconds</label><InputNumber v-model="settings.readingSeconds" input-id="reading" :min="0" :max="3600" fluid /></div>
      <div class="checks">
        <label><Checkbox v-model="settings.admission" binary /> the invigilator lets each person in</label>
        <label><Checkbox v-model="settings.systemCheck" binary /> system check</label>
        <label><Checkbox v-model="settings.microphone" binary :disabled="!settings.systemCheck" /> with microphone</label>
      </div>
      <LinesField id="conditions" v-model="settings.conditions" label="Conditions to accept" hint="One a line" />
      <LinesField id="details" v-model="details" label="Details to fill in" hint="One a line; add “(if they like)” where it may stay empty" />
    </fieldset>
    <fieldset>
      <legend>At work</legend>
      <div class="field"><label for="answers">Steps are</label><Select v-model="rules.answers" input-id="answers" :options="offered('answers')" option-label="label" option-value="value" :placeholder="asThePaper('answers')" fluid /></div>
      <div class="field"><label for="tries">Tries on each step</label><InputNumber v-model="rules.tries" input-id="tries" :disabled="way === 'settled'" :min="1" :max="20" :placeholder="asThePaper('tries')" fluid /></div>
      <div class="field"><label for="feedback">A check tells</label><Select v-model="rules.feedback" input-id="feedback" :disabled="way === 'settled'" :options="offered('feedback')" option-label="label" option-value="value" :placeholder="asThePaper('feedback')" fluid /></div>
      <div class="field"><label for="after-tries">When tries run out, work is</label><Select v-model="rules.afterTries" input-id="after-tries" :disabled="way === 'settled'" :options="offered('afterTries')" option-label="label" option-value="value" :placeholder="asThePaper('afterTries')" fluid /></div>
      <div class="field"><label for="partial">Part points without passing</label><Select v-model="rules.partial" input-id="partial" :options="offered('partial')" option-label="label" option-value="value" :placeholder="asThePaper('partial')" fluid /></div>
      <div class="field"><label for="unsettle">Settled steps may be reopened</label><Select v-model="rules.unsettle" input-id="unsettle" :disabled="way === 'checked'" :options="offered('unsettle')" option-label="label" option-value="value" :placeholder="asThePaper('unsettle')" fluid /></div>
      <div class="field"><label for="move-on">Goes on by itself</label><Select v-model="rules.moveOn" input-id="move-on" :options="offered('moveOn')" option-label="label" option-value="value" :placeholder="asThePaper('moveOn')" fluid /></div>
      <div class="field"><label for="early">Hand in from minute</label><InputNumber v-model="settings.handInFromMinute" input-id="early" :min="0" :max="600" fluid /></div>
      <div class="field"><label for="contact">Whom to ask</label><InputText id="contact" v-model="settings.contact" maxlength="200" fluid /></div>
      <div class="checks">
        <label><Checkbox v-model="settings.resume" binary /> may leave and come back</label>
        <label><Checkbox v-model="settings.secondWindow" binary /> other windows may be open</label>
        <label><Checkbox v-model="settings.sign" binary /> signed by name when handed in</label>
      </div>
    </fieldset>
    <fieldset>
      <legend>Afterwards</legend>
      <div class="field"><label for="results">Results show</label><Select v-model="settings.results" input-id="results" :options="results" option-label="label" option-value="value" fluid /></div>
      <MomentField v-if="settings.results === 'on-date'" id="results-at" v-model="settings.resultsAt" label="On" :error="error('resultsAt')" />
      <div class="checks">
        <label><Checkbox v-model="settings.answers" binary /> with what was expected</label>
        <label><Checkbox v-model="settings.rating" binary /> asks for a rating</label>
        <label><Checkbox v-model="settings.optional" binary /> optional, may count for a unit</label>
        <label><Checkbox v-model="evidence" binary /> evidence of work is uploaded</label>
      </div>
      <div v-if="settings.optional" class="field"><label for="unit">Counts in place of</label><InputText id="unit" v-model="settings.unit" fluid maxlength="120" :invalid="Boolean(error('unit'))" /><small v-if="error('unit')">{{ error('unit') }}</small></div>
      <template v-if="settings.evidence">
        <div class="field"><label for="evidence-min">Upload within, minutes</label><InputNumber v-model="settings.evidence.minutes" input-id="evidence-min" :min="1" :max="10080" fluid /></div>
        <div class="field"><label for="evidence-files">Files</label><InputNumber v-model="settings.evidence.files" input-id="evidence-files" :min="1" :max="20" fluid /></div>
        <div class="field"><label for="evidence-mb">MB each</label><InputNumber v-model="settings.evidence.megabytes" input-id="evidence-mb" :min="1" :max="20" fluid /></div>
      </template>
    </fieldset>
  </div>
</template>

<style scoped>
.settings { display: grid; gap: 1rem; }
fieldset { display: grid; grid-template-columns: repeat(auto-fill, minmax(200px, 1fr)); gap: 0.8rem 1rem; align-items: start; margin: 0; padding: 0.9rem 1.1rem 1.1rem; border: 1px solid var(--line); border-radius: 4px; background: var(--surface); }
legend { padding: 0 0.4rem; font-size: var(--large); font-weight: 700; }
.field { display: grid; gap: 0.25rem; min-width: 0; }
.field label { font-weight: 600; }
small { font-weight: 600; }
.checks { grid-column: 1 / -1; display: flex; flex-wrap: wrap; gap: 0.4rem 1.4rem; }
.checks label { display: flex; align-items: center; gap: 0.45rem; min-height: 26px; }
</style>
