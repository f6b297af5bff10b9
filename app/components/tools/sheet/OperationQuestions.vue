<script setup lang="ts">
import type { Answers, Operation, Question } from '~~/core/tools/sheet/operations/catalogue'

/** What an operation has to be told before it can act. */
const props = defineProps<{ operation: Operation; questions: readonly Question[] }>()
const emit = defineEmits<{ answer: [answers: Answers]; cancel: [] }>()
const answers = ref<Record<string, string>>(
  Object.fromEntries(props.questions.map(({ key, first }) => [key, first ?? ''])),
)
/** A question that other answers make needless isn’t asked. */
const asked = computed(() =>
  props.questions.filter(({ only }) => !only || only.of.includes(answers.value[only.key] ?? '')),
)
const form = useTemplateRef('form')
onMounted(() => {
  const first = form.value?.querySelector<HTMLInputElement | HTMLSelectElement>('input, select')
  first?.focus()
  // What stands there at first is replaced by what is typed.
  if (first instanceof HTMLInputElement) first.select()
})
</script>

<template>
  <form ref="form" class="panel asked" :aria-label="operation.title" @submit.prevent="emit('answer', { ...answers })">
    <h3>{{ operation.title }}</h3>
    <p class="small soft">{{ operation.about }}</p>
    <label v-for="question in asked" :key="question.key">
      <span>{{ question.label }}</span>
      <select
        v-if="question.kind === 'choice'"
        v-model="answers[question.key]"
        @keydown.enter.prevent="form?.requestSubmit()"
      >
        <option v-for="choice in question.choices" :key="choice.value" :value="choice.value">{{ choice.label }}</option>
      </select>
      <InputText v-else v-model="answers[question.key]" size="small" autocomplete="off" spellcheck="false" />
    </label>
    <div class="do">
      <Button type="button" text size="small" label="Cancel" @click="emit('cancel')" />
      <Button type="submit" size="small" label="Do it" />
    </div>
  </form>
</template>

<style scoped>
.asked {
  padding: 0.7rem 0.9rem;
  display: grid;
  gap: 0.45rem;
  overflow: visible;
}
.asked label {
  display: grid;
  grid-template-columns: 8.5rem 1fr;
  align-items: center;
  gap: 0.5rem;
}
.asked select {
  padding: 0.35rem 0.5rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
.do {
  display: flex;
  justify-content: flex-end;
  gap: 0.4rem;
}
</style>
