<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import { kindOf, kindsIn, loadKinds, part as partSchema } from '~~/core/tools/questions/kinds'
import type { Part } from '~~/core/tools/questions/kinds'
import { formulasIn } from '~~/core/tools/questions/kinds/written'
import type { ShownWork } from '~~/core/tools/tool'
import type { GivenMark } from '~~/core/marking/desk'
import FormulasRead from './FormulasRead.vue'
import { drawingOf } from './kinds'
import { speaking } from './speaking'

/** A question’s answer for reading: a text with the remarks on it, anything else as it was answered. */
const props = defineProps<{
  work: ShownWork
  /** The sitting in which it was given; none for a model or a sample. */
  sittingId?: string
  remarks?: GivenMark['remarks']
  /** Whether places of a text can be selected, for remarks. */
  selectable?: boolean
}>()
const emit = defineEmits<{ selected: [range: { from: number; to: number } | null] }>()

provide(speaking, { urlOf: recording => `/api/sittings/${props.sittingId ?? ''}/recordings/${recording}` })
/** The question; null where there is none, undefined until its kind is loaded. */
const part = shallowRef<Part | null>()
watch(
  () => props.work.part,
  async given => {
    await loadKinds(kindsIn([given]))
    if (given === props.work.part) part.value = partSchema.safeParse(given).data ?? null
  },
  { immediate: true },
)
const text = computed(() =>
  part.value?.kind === 'written' && typeof props.work.answer === 'string' ? props.work.answer : null,
)
/** The text in pieces: each with the numbers of the remarks that stand on it. */
const pieces = computed(() => {
  const whole = text.value ?? ''
  const remarks = props.remarks ?? []
  const edges = [...new Set([0, whole.length, ...remarks.flatMap(({ from, to }) => [from, to])])]
    .filter(edge => edge <= whole.length)
    .sort((one, other) => one - other)
  return edges.slice(0, -1).map((from, at) => {
    const to = sure(edges[at + 1])
    const on = remarks.flatMap((remark, number) => (remark.from < to && remark.to > from ? [number + 1] : []))
    return {
      from,
      text: whole.slice(from, to),
      on,
      ends: remarks.flatMap((one, no) => (one.to === to ? [no + 1] : [])),
    }
  })
})
/** Whether places are selected with Shift and the arrow keys: the text then stands in a field that takes none. */
const byKeys = ref(false)
function tellRange({ target }: Event) {
  if (!(target instanceof HTMLTextAreaElement)) return
  const { selectionStart: from, selectionEnd: to } = target
  emit('selected', to > from ? { from, to } : null)
}
const area = useTemplateRef('area')
/** Where something is selected in the text, counted in its characters. */
function tellSelection() {
  const selection = window.getSelection()
  const root = area.value
  if (!root || !selection || selection.rangeCount === 0 || selection.isCollapsed) return emit('selected', null)
  const range = selection.getRangeAt(0)
  if (!root.contains(range.commonAncestorContainer)) return emit('selected', null)
  const placeOf = (node: Node, offset: number): number => {
    const piece = (node instanceof Element ? node : node.parentElement)?.closest<HTMLElement>('[data-from]')
    return Number(piece?.dataset.from ?? 0) + offset
  }
  const from = placeOf(range.startContainer, range.startOffset)
  const to = placeOf(range.endContainer, range.endOffset)
  emit('selected', to > from ? { from, to } : null)
}
</script>

<template>
  <textarea
    v-if="text !== null && byKeys"
    class="text"
    aria-readonly="true"
    rows="10"
    aria-label="Answer: select with Shift and the arrow keys"
    :value="text"
    @beforeinput.prevent
    @keyup="tellRange"
    @mouseup="tellRange"
  />
  <div v-else-if="text !== null" ref="area" class="text" tabindex="0" @mouseup="tellSelection" @keyup="tellSelection">
    <template v-for="piece in pieces" :key="piece.from"
      ><span :class="{ remarked: piece.on.length > 0 }" :data-from="piece.from">{{ piece.text }}</span
      ><sup v-for="number in piece.ends" :key="number">{{ number }}</sup></template
    >
  </div>
  <template v-else-if="part === undefined" />
  <p v-else-if="!part || work.answer === null" class="soft">Nothing was answered.</p>
  <component :is="drawingOf(part.kind)" v-else :part="part" :answer="work.answer" closed />
  <FormulasRead v-if="text !== null && part?.kind === 'written' && part.formulas" :formulas="formulasIn(text)" />
  <Button
    v-if="text !== null && selectable"
    size="small"
    text
    :label="byKeys ? 'Show it with its remarks' : 'Select a place by keys'"
    @click="byKeys = !byKeys"
  />
  <p v-if="part && text === null && work.answer !== null" class="spoken">
    {{ kindOf(part).sentence(part, work.answer) }}
  </p>
</template>

<style scoped>
.text {
  width: 100%;
  color: var(--ink);
  font: inherit;
  padding: 0.8rem 1rem;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  line-height: 1.6;
  white-space: pre-wrap;
}
.remarked {
  background: var(--act-wash);
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
sup {
  margin: 0 0.1rem;
  color: var(--act);
  font-weight: 700;
}
</style>
