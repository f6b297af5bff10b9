<script setup lang="ts">
import { usesLeft } from '~~/core/tools/questions/kinds/placing'
import type { PlacingPart } from '~~/core/tools/questions/kinds/placing'

/** Things that are put where they belong: taken in hand and put down, or pulled there. */
const props = defineProps<{
  part: PlacingPart
  answer: Readonly<Record<string, readonly string[]>> | null
  closed: boolean
}>()
const emit = defineEmits<{ answer: [answer: Record<string, string[]>] }>()

const placed = computed(() =>
  Object.fromEntries(Object.entries(props.answer ?? {}).map(([id, inside]) => [id, [...inside]])),
)
const held = ref<string | null>(null)
const nameOf = (id: string): string => props.part.items.find(one => one.id === id)?.text ?? id

function hold(id: string) {
  held.value = held.value === id ? null : id
}
function put(target: string, item = held.value) {
  if (item === null || props.closed) return
  held.value = null
  emit('answer', { ...placed.value, [target]: [...(placed.value[target] ?? []), item] })
}
function takeOut(target: string, at: number) {
  const { [target]: inside = [], ...others } = placed.value
  const left = inside.filter((_, place) => place !== at)
  emit('answer', left.length === 0 ? others : { ...others, [target]: left })
}
</script>

<template>
  <p class="small soft">Take one in hand, then press where it belongs; or pull it there.</p>
  <ul class="pool" aria-label="To be placed">
    <li v-for="item in part.items" :key="item.id">
      <button
        type="button"
        :class="{ held: held === item.id }"
        :aria-pressed="held === item.id"
        :disabled="closed || usesLeft(part, placed, item.id) <= 0"
        :draggable="!closed"
        @click="hold(item.id)"
        @dragstart="held = item.id"
        @dragend="held = null"
      >
        {{ item.text }}
      </button>
    </li>
  </ul>
  <ul class="targets">
    <li
      v-for="target in part.targets"
      :key="target.id"
      :data-target="target.id"
      @dragover.prevent
      @drop.prevent="put(target.id)"
    >
      <button
        type="button"
        class="target"
        :disabled="closed || held === null"
        :aria-label="held === null ? target.text : `Put “${nameOf(held)}” to “${target.text}”`"
        @click="put(target.id)"
      >
        {{ target.text }}<span v-if="target.room" class="soft"> (room for {{ target.room }})</span>
      </button>
      <ul>
        <li v-for="(item, at) in placed[target.id] ?? []" :key="`${item} ${at}`">
          {{ nameOf(item) }}
          <Button
            size="small"
            text
            label="Take out"
            :aria-label="`Take out “${nameOf(item)}”, from “${target.text}”`"
            :disabled="closed"
            @click="takeOut(target.id, at)"
          />
        </li>
      </ul>
    </li>
  </ul>
</template>

<style scoped src="./list.css"></style>

<style scoped>
.pool {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin-bottom: 0.6rem;
}
button:not([class*='p-button']) {
  padding: 0.3rem 0.7rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
button:disabled {
  opacity: 0.6;
  cursor: default;
}
.pool button.held {
  border-color: var(--act);
  background: var(--act-wash);
  font-weight: 700;
}
.targets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(13rem, 100%), 1fr));
  gap: 0.5rem;
}
.targets > li {
  padding: 0.3rem;
  border: 1px dashed var(--line-strong);
  border-radius: 4px;
}
.target {
  width: 100%;
  text-align: left;
}
.target:disabled {
  opacity: 1;
  border-color: transparent;
}
.targets ul li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  padding-left: 0.7rem;
}
</style>
