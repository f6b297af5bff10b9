<script setup lang="ts">
import type { StepView } from '~~/core/wire/sitting'
import { useBenchStore } from '~/stores/bench'

/** What can be done about the step in hand: ask for a check, settle it, hand it over, ask for a hint, or leave it. */
const props = defineProps<{ step: StepView; free: boolean; keepsOthers: boolean }>()
const bench = useBenchStore()
const paper = computed(() => bench.sitting?.paper)
const settling = computed(() => paper.value?.answers === 'settled')
const byPerson = computed(() => props.step.marking === 'person')
const leaving = ref(false)
watch(
  () => props.step.id,
  () => (leaving.value = false),
)
const notice = useTemplateRef('notice')
watch(leaving, async asked => {
  if (!asked) return
  await nextTick()
  notice.value?.scrollIntoView({ block: 'nearest' })
})
/** What becomes of the work when the step closes without being right, said before it happens. */
const replaced = computed(() => {
  if (paper.value?.afterTries !== 'set-right' || props.free || settling.value || byPerson.value) return ''
  return props.keepsOthers
    ? 'your work on it is replaced by what is right; your work on other steps stays'
    : 'the work is replaced by what is right up to here; what you did ahead for later steps is lost'
})
const isLastTry = computed(() => props.step.triesUsed === props.step.triesAllowed - 1)
const hints = computed(() => props.step.hints ?? [])
const hintsLeft = computed(() => props.step.hintsInAll - hints.value.length)
const hintPrice = computed(() => {
  const cost = paper.value?.hintCost ?? 0
  return cost > 0 ? `takes ${format.points(props.step.points * cost)} points off` : 'free'
})
</script>

<template>
  <div v-if="byPerson" class="act">
    <span class="small soft">A person marks this step.</span>
    <Button label="Hand over for marking" aria-keyshortcuts="Alt+K" @click="bench.step('settle', step.id)" />
  </div>
  <div v-else-if="settling" class="act">
    <span class="small soft">Nothing is checked before you hand in.</span>
    <Button label="Settle this step" aria-keyshortcuts="Alt+K" @click="bench.step('settle', step.id)" />
  </div>
  <div v-else class="act">
    <TryStrokes :allowed="step.triesAllowed" :used="step.triesUsed" />
    <Button
      v-if="step.mode === 'handed-in'"
      label="Check this step"
      :loading="bench.judging.includes(step.id)"
      aria-keyshortcuts="Alt+K"
      @click="bench.step('check', step.id)"
    />
  </div>
  <p v-if="isLastTry && replaced" class="small last" data-last-try>If this try isn’t right, {{ replaced }}.</p>
  <p v-if="step.mode === 'watched' && !settling" class="small">
    Watched step: it is judged as you do it. A change that brings it nearer is kept and spends nothing; any other that
    isn’t right spends a try and is taken back. Looking around and going back are free.
  </p>
  <ul v-if="step.lastCheck?.criteria && step.lastCheck.criteria.length > 0" class="small told">
    <li class="soft">At your last check:</li>
    <li v-for="one in step.lastCheck.criteria" :key="one.label">
      <strong>{{ one.met ? 'right' : 'not right' }}</strong> {{ one.label
      }}<span v-if="one.feedback" class="feedback">{{ one.feedback }}</span>
    </li>
  </ul>
  <div v-if="step.hintsInAll > 0" class="small hints" data-hints>
    <ol v-if="hints.length > 0">
      <li v-for="hint in hints" :key="hint">{{ hint }}</li>
    </ol>
    <Button
      v-if="hintsLeft > 0"
      text
      size="small"
      :label="`${hints.length > 0 ? 'Next hint' : 'Hint'} (${hintsLeft} to ask for, ${hintPrice})`"
      @click="bench.step('hint', step.id)"
    />
  </div>
  <div v-if="leaving" ref="notice" class="notice leave">
    <p>
      Leave this step for good? It can’t be opened again.
      {{ settling ? 'It is marked at the end, as it stands now.' : 'What you did for it is judged first.' }}
      {{ replaced && (paper?.setRightWhenLeft ? `If it isn’t right, ${replaced}.` : 'Your work stays as it is.') }}
    </p>
    <div>
      <Button size="small" label="Leave the step" @click="bench.step('skip', step.id)" />
      <Button size="small" text label="Stay" @click="leaving = false" />
    </div>
  </div>
  <div v-else class="small soft rule">
    <span>{{
      step.mode === 'watched' || settling || byPerson || isLastTry ? '' : 'A check that doesn’t pass spends a try.'
    }}</span>
    <Button text size="small" label="Leave this step…" @click="leaving = true" />
  </div>
</template>

<style scoped>
.last {
  margin: 0.25rem 0 0 1.5rem;
}
.act {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
  margin: 0.6rem 0 0.3rem 1.5rem;
}
.act :deep(.p-button) {
  flex: none;
}
p,
.told,
.hints {
  margin: 0.3rem 0 0 1.5rem;
}
.hints ol {
  padding-left: 1.1rem;
  list-style: decimal;
}
.hints :deep(.p-button) {
  margin-left: -0.6rem;
}
.feedback {
  display: block;
}
.leave {
  margin: 0.5rem 0 0 1.5rem;
  scroll-margin-bottom: 4.5rem;
}
.leave p {
  margin: 0 0 0.4rem;
}
.rule {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
  margin-left: 1.5rem;
}
.rule :deep(.p-button) {
  flex: none;
}
@container page (max-width: 47rem) {
  .act,
  .rule {
    flex-wrap: wrap;
  }
  .act,
  .rule,
  .leave,
  p,
  .told,
  .hints {
    margin-left: 0;
  }
}
</style>
