<script setup lang="ts">
import { z } from 'zod'
import { adjustments as schema, aidNames, personalAids } from '~~/core/assignment/adjustments'
import type { Adjustments, PersonalAid } from '~~/core/assignment/adjustments'
import { adjustedPersonView } from '~~/core/wire/assigning'
import type { AdjustedPersonView } from '~~/core/wire/assigning'

useHead({ title: 'Adjustments · Steady Anvil' })
const { data: people, failure, load } = useCall(z.array(adjustedPersonView), () => '/api/people')
const wanted = ref('')
const shown = computed(() =>
  (people.value ?? [])
    .filter(({ name }) => name.toLocaleLowerCase('en-GB').includes(wanted.value.toLocaleLowerCase('en-GB')))
    .sort(
      (a, b) => Number(b.inWords.length > 0) - Number(a.inWords.length > 0) || a.name.localeCompare(b.name, 'en-GB'),
    ),
)
const open = ref<AdjustedPersonView | null>(null)
const form = ref<Adjustments>(schema.parse({}))
const extraPercent = computed({
  get: () => Math.round((form.value.timeFactor - 1) * 100),
  set: (percent: number) => (form.value.timeFactor = 1 + (percent ?? 0) / 100),
})
const reason = ref('')
const refusal = ref('')
const sizes = [
  { value: 'usual', label: 'usual' },
  { value: 'large', label: 'large' },
  { value: 'largest', label: 'largest' },
]

function edit(person: AdjustedPersonView) {
  open.value = person
  form.value = { ...person.adjustments }
  reason.value = ''
  refusal.value = ''
}

function setAid(aid: PersonalAid, { target }: Event) {
  if (!(target instanceof HTMLSelectElement)) return
  const { [aid]: _, ...others } = form.value.aids
  form.value.aids = target.value === '' ? others : { ...others, [aid]: target.value === 'true' }
}

async function keep() {
  if (!open.value) return
  try {
    const changed = await callApi(adjustedPersonView, `/api/people/${open.value.id}/adjustments`, {
      method: 'PUT',
      body: { adjustments: form.value, reason: reason.value },
    })
    people.value = people.value?.map(one => (one.id === changed.id ? changed : one)) ?? null
    open.value = null
  } catch (error) {
    refusal.value = inWords(error)
  }
}
</script>

<template>
  <header class="head">
    <h1>Adjustments</h1>
    <InputText v-model="wanted" type="search" placeholder="Find a person" aria-label="Find a person" />
  </header>
  <p class="soft">
    What is set up for single people, in every paper they sit. A change holds from their next sitting on and goes into
    the audit log.
  </p>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!people" class="soft" role="status">Fetching people…</p>
  <DataTable v-else :value="shown" class="panel list" data-key="id" :paginator="shown.length > 15" :rows="15">
    <Column header="Name"
      ><template #body="{ data }"
        ><strong>{{ data.name }}</strong></template
      ></Column
    >
    <Column header="Adjustments"
      ><template #body="{ data }"
        ><span :class="{ soft: data.inWords.length === 0 }">{{ data.inWords.join(', ') || 'none' }}</span></template
      ></Column
    >
    <Column header-style="width: 8rem"
      ><template #body="{ data }"
        ><Button
          outlined
          severity="secondary"
          size="small"
          label="Change…"
          :aria-label="`Change the adjustments of ${data.name}`"
          @click="edit(data)" /></template
    ></Column>
  </DataTable>
  <Dialog
    :visible="open !== null"
    modal
    :header="`Adjustments of ${open?.name ?? ''}`"
    :style="{ width: '700px' }"
    @update:visible="open = null"
  >
    <form id="adjust" class="form" @submit.prevent="reason.trim() && keep()">
      <div class="field">
        <label for="factor">More time, %</label
        ><InputNumber v-model="extraPercent" input-id="factor" :min="0" :max="300" fluid />
      </div>
      <div class="field">
        <label for="extra">More time, minutes</label
        ><InputNumber v-model="form.extraMinutes" input-id="extra" :min="0" :max="240" fluid />
      </div>
      <div class="field">
        <label for="breaks">Breaks that stop the clock, minutes</label
        ><InputNumber v-model="form.breakMinutes" input-id="breaks" :min="0" :max="120" fluid />
      </div>
      <div class="field">
        <label for="tries">More tries on each step</label
        ><InputNumber v-model="form.extraTries" input-id="tries" :min="0" :max="10" fluid />
      </div>
      <div class="field">
        <label for="later">May sit after closing, minutes</label
        ><InputNumber v-model="form.laterMinutes" input-id="later" :min="0" :max="43200" fluid />
      </div>
      <div class="field">
        <label for="size">Text size</label
        ><Select
          v-model="form.textSize"
          input-id="size"
          :options="sizes"
          option-label="label"
          option-value="value"
          fluid
        />
      </div>
      <div class="field">
        <label for="theme">Look</label
        ><Select
          v-model="form.theme"
          input-id="theme"
          :options="[...themes]"
          option-label="label"
          option-value="id"
          show-clear
          placeholder="as they choose"
          fluid
        />
      </div>
      <div class="checks">
        <label><Checkbox v-model="form.readingRuler" binary /> reading ruler</label>
      </div>
      <fieldset class="wide aids">
        <legend>Aids, whatever a section says</legend>
        <label v-for="aid in personalAids" :key="aid">
          <span>{{ aidNames[aid] }}</span>
          <select :value="String(form.aids[aid] ?? '')" @change="setAid(aid, $event)">
            <option value="">as each section says</option>
            <option value="true">always</option>
            <option value="false">never</option>
          </select>
        </label>
      </fieldset>
      <div class="field wide">
        <label for="reason">Reason, as it goes into the log</label
        ><InputText id="reason" v-model="reason" fluid maxlength="300" />
      </div>
      <p v-if="refusal" class="notice is-refusal wide" role="alert">{{ refusal }}</p>
    </form>
    <template #footer
      ><Button outlined severity="secondary" label="Don’t change" @click="open = null" /><Button
        type="submit"
        form="adjust"
        label="Keep"
        :disabled="reason.trim() === ''"
    /></template>
  </Dialog>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.list {
  margin-top: 1rem;
}
:deep(td) {
  padding: 0.35rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.8rem 1rem;
}
.field {
  display: grid;
  gap: 0.25rem;
  align-content: start;
}
.field label {
  font-weight: 600;
}
.wide {
  grid-column: 1 / -1;
}
.aids {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.3rem 1rem;
  margin: 0;
  padding: 0;
  border: 0;
}
.aids legend {
  margin-bottom: 0.25rem;
  font-weight: 600;
}
.aids label {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
}
.aids select {
  padding: 0.2rem 0.3rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
.checks {
  display: flex;
  gap: 1.2rem;
  align-items: end;
}
.checks label {
  display: flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 34px;
}
</style>
