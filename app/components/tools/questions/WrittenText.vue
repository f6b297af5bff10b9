<script setup lang="ts">
import { readFormula } from '~~/core/tools/questions/algebra/read'
import { formulasIn, written } from '~~/core/tools/questions/kinds/written'
import type { WrittenPart } from '~~/core/tools/questions/kinds/written'
import FormulaTyped from './FormulaTyped.vue'
import FormulasRead from './FormulasRead.vue'
import { useTyped } from './useTyped'

/** A text in the trainee’s own words, counted as it is typed. */
const props = defineProps<{ part: WrittenPart; answer: string | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string | null] }>()

const { text, typed, settle } = useTyped(
  () => props.answer ?? '',
  written => emit('answer', written === '' ? null : written),
)
const length = computed(() => {
  const { least, most } = props.part
  if (least !== undefined && most !== undefined) return ` It has ${least} to ${most} words.`
  if (least !== undefined) return ` It has at least ${least} words.`
  return most === undefined ? '' : ` It has at most ${most} words.`
})
const soFar = computed(() => written.progress(props.part, text.value).words)
const how = useId()
const area = useTemplateRef<{ $el: HTMLTextAreaElement }>('area')

/** The formula that is being made; null while none is. */
const formula = ref<string | null>(null)
const read = computed(() => (formula.value?.trim() ? readFormula(formula.value, {}) : null))
/** Puts the formula where the caret was left in the text. */
function putIn() {
  const field = area.value?.$el
  if (!field || formula.value === null) return
  field.focus()
  document.execCommand('insertText', false, `‹${formula.value.trim()}›`)
  formula.value = null
}
</script>

<template>
  <p :id="how" class="small soft">Write in your own words; a person reads it.{{ length }}</p>
  <Textarea
    ref="area"
    v-model="text"
    fluid
    rows="8"
    auto-resize
    spellcheck="false"
    maxlength="20000"
    aria-label="Text"
    :aria-describedby="how"
    :disabled="closed"
    @input="typed"
    @blur="settle"
  />
  <FormulasRead v-if="part.formulas" :formulas="formulasIn(text)" />
  <template v-if="part.formulas && !closed">
    <div v-if="formula !== null" class="making">
      <FormulaTyped v-model="formula" :read="read" :closed="false" />
      <Button size="small" label="Put it into the text" :disabled="!read?.ok" @click="putIn" />
      <Button size="small" text label="Don’t" @click="formula = null" />
    </div>
    <Button v-else size="small" outlined label="Make a formula" @click="formula = ''" />
  </template>
  <p v-if="!closed" class="small count" aria-live="off">{{ soFar }}</p>
</template>

<style scoped>
p {
  margin: 0 0 0.3rem;
}
.count {
  text-align: right;
}
</style>
