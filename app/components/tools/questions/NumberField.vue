<script setup lang="ts">
import { readingOf } from '~~/core/tools/questions/kinds/number'
import type { NumberAnswer, NumberPart } from '~~/core/tools/questions/kinds/number'
import { asSentence } from '~~/core/tools/questions/answers/wording'
import { useTyped } from './useTyped'

/** A number, with a unit where one is asked for. What can’t belong to it is said at once, and nothing is removed. */
const props = defineProps<{ part: NumberPart; answer: NumberAnswer | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: NumberAnswer] }>()

/** The mark before the decimals here. */
const decimal = new Intl.NumberFormat().format(1.5).includes(',') ? ',' : '.'
const now = (text: string): NumberAnswer => ({
  text,
  decimal,
  ...(props.answer?.unit === undefined ? {} : { unit: props.answer.unit }),
})
const { text, typed, settle } = useTyped(
  () => props.answer?.text ?? '',
  written => emit('answer', now(written)),
)
const wrong = computed(() => {
  if (text.value.trim() === '') return ''
  const read = readingOf(props.part, now(text.value))
  return read.ok ? '' : asSentence(read.why)
})
function choose({ target }: Event) {
  if (!(target instanceof HTMLSelectElement)) return
  const { text: written, decimal: mark } = now(text.value)
  emit('answer', { text: written, decimal: mark, ...(target.value === '' ? {} : { unit: target.value }) })
}
const [how, hint] = [useId(), useId()]
const example = computed(() => (props.part.fractions ? '12.5 or 3/4' : '12.5').replace('.', decimal))
</script>

<template>
  <p :id="how" class="small soft">
    Type a number such as {{ example }}<template v-if="part.units"> and choose its unit</template
    ><template v-if="part.exactness">, {{ part.exactness }}</template
    >.
  </p>
  <div class="line">
    <span v-if="part.before">{{ part.before }}</span>
    <InputText
      v-model="text"
      class="figure"
      inputmode="text"
      autocomplete="off"
      spellcheck="false"
      maxlength="60"
      aria-label="Number"
      :aria-describedby="`${how} ${hint}`"
      :invalid="wrong !== ''"
      :disabled="closed"
      @input="typed"
      @blur="settle"
      @keydown.enter="settle"
    />
    <span v-if="part.after">{{ part.after }}</span>
    <select v-if="part.units" :value="answer?.unit ?? ''" aria-label="Unit" :disabled="closed" @change="choose">
      <option value="">unit…</option>
      <option v-for="unit in part.units" :key="unit.id" :value="unit.id">{{ unit.text }}</option>
    </select>
  </div>
  <p :id="hint" class="small wrong" role="status">{{ wrong }}</p>
</template>

<style scoped>
.soft {
  margin: 0 0 0.3rem;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
}
.line input {
  width: 12rem;
  max-width: 100%;
}
select {
  padding: 0.35rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
.wrong {
  min-height: 1.3em;
  margin: 0.3rem 0 0;
}
</style>
