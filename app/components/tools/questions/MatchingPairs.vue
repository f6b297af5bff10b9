<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import type { MatchingPart } from '~~/core/tools/questions/kinds/matching'
import { spotUnder } from '../../pictures/spotUnder'

/** Pairs between two columns: to each on the left something from the right is chosen, or a line is pulled to it. */
const props = defineProps<{
  part: MatchingPart
  answer: Readonly<Record<string, string>> | null
  closed: boolean
}>()
const emit = defineEmits<{ answer: [answer: Record<string, string>] }>()

/** To what else on the left something belongs already, where it is used once: it has to be taken away there first. */
const elsewhere = (right: string, left: string): string | undefined =>
  props.part.once ? props.part.left.find(({ id }) => id !== left && props.answer?.[id] === right)?.text : undefined
function give(left: string, right: string) {
  const { [left]: _, ...others } = props.answer ?? {}
  emit('answer', right === '' ? others : { ...others, [left]: right })
}
function choose(left: string, { target }: Event) {
  if (!(target instanceof HTMLSelectElement)) return
  const right = target.value
  // What stands here is what was taken.
  target.value = props.answer?.[left] ?? ''
  give(left, right)
}

/** Lines run between the middles of rows: rows of one height each, in units of the drawing. */
const ROW = 10
const WIDTH = 40
const rows = computed(() => Math.max(props.part.left.length, props.part.right.length))
const level = (place: number, count: number): number => ((place + 0.5) * rows.value * ROW) / count
const leftAt = (id: string): number =>
  level(
    props.part.left.findIndex(one => one.id === id),
    props.part.left.length,
  )
const lines = computed(() =>
  Object.entries(props.answer ?? {}).map(([left, right]) => ({
    left,
    from: leftAt(left),
    to: level(
      props.part.right.findIndex(one => one.id === right),
      props.part.right.length,
    ),
  })),
)
/** The line that is being pulled: from where, and where its end is. */
const pulled = ref<{ left: string; x: number; y: number } | null>(null)
const drawing = useTemplateRef('drawing')
function pull(left: string, event: PointerEvent) {
  if (props.closed || !(event.currentTarget instanceof Element)) return
  event.preventDefault()
  event.currentTarget.setPointerCapture(event.pointerId)
  pulled.value = { left, x: 0, y: leftAt(left) }
}
function follow(event: PointerEvent) {
  const spot = pulled.value && drawing.value ? spotUnder(event, drawing.value) : null
  if (pulled.value && spot) pulled.value = { ...pulled.value, ...spot }
}
function letGo({ clientX, clientY }: PointerEvent) {
  const left = pulled.value?.left
  pulled.value = null
  const under = document
    .elementsFromPoint(clientX, clientY)
    .find(one => one instanceof HTMLElement && one.dataset.right)
  if (left && under instanceof HTMLElement) give(left, sure(under.dataset.right))
}
</script>

<template>
  <p class="small soft">
    Choose what belongs to each, or pull a line to it.
    {{ part.once ? 'Everything is used once at most.' : 'Something can be used more than once.' }}
  </p>
  <div class="columns">
    <ul>
      <li v-for="left in part.left" :key="left.id" :class="{ paired: answer?.[left.id] }">
        <label>
          <span>{{ left.text }}</span>
          <select
            :value="answer?.[left.id] ?? ''"
            :aria-label="`What belongs to ${left.text}`"
            :disabled="closed"
            @change="choose(left.id, $event)"
          >
            <option value="">…</option>
            <option
              v-for="right in part.right"
              :key="right.id"
              :value="right.id"
              :disabled="elsewhere(right.id, left.id) !== undefined"
            >
              {{ right.text }}{{ elsewhere(right.id, left.id) ? ` (with ${elsewhere(right.id, left.id)})` : '' }}
            </option>
          </select>
        </label>
        <span
          v-if="!closed"
          class="end"
          aria-hidden="true"
          :data-left="left.id"
          @pointerdown="pull(left.id, $event)"
          @pointermove="follow"
          @pointerup="letGo"
          @pointercancel="pulled = null"
        />
      </li>
    </ul>
    <svg ref="drawing" :viewBox="`0 0 ${WIDTH} ${rows * ROW}`" preserveAspectRatio="none" aria-hidden="true">
      <line v-for="one in lines" :key="one.left" x1="0" :y1="one.from" :x2="WIDTH" :y2="one.to" />
      <line v-if="pulled" class="pulled" x1="0" :y1="leftAt(pulled.left)" :x2="pulled.x" :y2="pulled.y" />
    </svg>
    <ul aria-hidden="true" class="rights">
      <li v-for="right in part.right" :key="right.id" :data-right="right.id">{{ right.text }}</li>
    </ul>
  </div>
</template>

<style scoped src="./list.css"></style>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 3fr) 5rem minmax(0, 1.3fr);
}
ul {
  display: grid;
  grid-auto-rows: 1fr;
  gap: 0.3rem;
}
li {
  display: flex;
  align-items: center;
  border-left: 5px solid var(--line);
}
.paired {
  border-left-color: var(--act);
}
label {
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  gap: 0.3rem 0.8rem;
  align-items: center;
  margin: 0;
  padding: 0.25rem 0.6rem;
  font-weight: 400;
}
label span {
  flex: 1 1 9rem;
}
select {
  flex: 1 1 10rem;
  min-width: 0;
  padding: 0.25rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
.end {
  width: 24px;
  height: 24px;
  border: 2px solid var(--act);
  border-radius: 50%;
  background: radial-gradient(var(--act) 30%, transparent 34%);
  cursor: crosshair;
  touch-action: none;
}
.rights li {
  padding: 0.25rem 0.6rem;
}
svg {
  width: 100%;
  height: 100%;
  overflow: visible;
}
line {
  stroke: var(--act);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.pulled {
  stroke-dasharray: 5 4;
}
/* Where there is no room for lines, what belongs together is chosen. */
@container page (max-width: 47rem) {
  .columns {
    grid-template-columns: 1fr;
  }
  svg,
  .rights,
  .end {
    display: none;
  }
}
</style>
