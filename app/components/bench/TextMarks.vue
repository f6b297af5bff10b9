<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'
import { rangeOf, stretchOf } from '~/composables/textStretches'

/** Marks what is selected in a text of the task in hand, and underlays what has been marked. */
const bench = useBenchStore()
const at = ref<{ left: number; top: number } | null>(null)

/** Only where a browser can underlay text without changing the page (CSS Custom Highlight API). */
function paint() {
  const marked = bench.current?.marked ?? []
  if (!('highlights' in CSS) || (marked.length === 0 && !CSS.highlights.has('marked'))) return
  const ranges = marked.flatMap(mark => rangeOf(mark) ?? [])
  CSS.highlights.set('marked', new Highlight(...ranges))
}
const paintSoon = useDebounceFn(paint, 60)
watch(
  () => [bench.current?.id, bench.current?.marked],
  () => void nextTick(paint),
  { immediate: true },
)
const page = ref<HTMLElement | null>(null)
onMounted(() => (page.value = document.querySelector<HTMLElement>('.bench .middle')))
// What is drawn anew in brief and tool has to be underlaid anew; the clock beside them isn’t looked at.
useMutationObserver(page, () => void paintSoon(), { childList: true, subtree: true })
onBeforeUnmount(() => {
  if ('highlights' in CSS) CSS.highlights.delete('marked')
})

function selected(): Range | null {
  const selection = window.getSelection()
  return selection && selection.rangeCount > 0 && !selection.isCollapsed ? selection.getRangeAt(0) : null
}
const look = useDebounceFn(() => {
  const range = selected()
  const box = range && stretchOf(range) ? range.getBoundingClientRect() : null
  at.value = box ? { left: Math.max(8, box.left), top: Math.min(window.innerHeight - 50, box.bottom + 6) } : null
}, 120)
useEventListener(document, 'selectionchange', () => void look())

function mark() {
  const range = selected()
  const stretch = range && stretchOf(range)
  if (stretch) bench.markText({ ...stretch, id: crypto.randomUUID(), word: '' })
  window.getSelection()?.removeAllRanges()
  at.value = null
}
</script>

<template>
  <div v-if="at" class="marker" :style="{ left: `${at.left}px`, top: `${at.top}px` }">
    <Button size="small" label="Mark this text" @mousedown.prevent @click="mark" />
  </div>
</template>

<style scoped>
.marker {
  position: fixed;
  z-index: 5;
}
</style>
