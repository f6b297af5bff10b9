<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import { sure } from '~~/core/ground/sure'
import type { OrderingPart } from '~~/core/tools/questions/kinds/ordering'

/** A list that is put in order: pulled, or moved up and down by its buttons, or by the arrow keys on them. */
const props = defineProps<{ part: OrderingPart; answer: readonly string[] | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string[]] }>()

const order = computed(() => props.answer ?? props.part.items.map(({ id }) => id))
const rows = computed(() =>
  order.value.map((id, at) => ({ id, at, text: props.part.items.find(one => one.id === id)?.text ?? id })),
)
const list = useTemplateRef<{ $el: HTMLElement }>('list')
const said = ref('')

/** Moves what stands at a place to another, and keeps the focus on it. */
async function move(from: number, to: number, way?: 'up' | 'down') {
  if (props.closed || to < 0 || to >= order.value.length || from === to) return
  const now = [...order.value]
  const [moved] = now.splice(from, 1)
  now.splice(to, 0, sure(moved))
  emit('answer', now)
  said.value = `${sure(rows.value[from]).text}: now ${to + 1} of ${now.length}`
  if (!way) return
  await nextTick()
  list.value?.$el.querySelector<HTMLElement>(`[data-item="${sure(moved)}"] [data-way="${way}"]`)?.focus()
}
</script>

<template>
  <p class="small soft">Put them in order, the first at the top.</p>
  <VueDraggable
    ref="list"
    tag="ol"
    class="list"
    ghost-class="pulled"
    force-fallback
    filter="button"
    :prevent-on-filter="false"
    :model-value="[...order]"
    :disabled="closed"
    @update:model-value="(pulled: string[]) => emit('answer', pulled)"
  >
    <li v-for="row in rows" :key="row.id" :data-item="row.id">
      <span class="soft">{{ row.at + 1 }}</span>
      <span class="text">{{ row.text }}</span>
      <Button
        size="small"
        text
        label="Up"
        data-way="up"
        :aria-label="`${row.text}: up`"
        :aria-disabled="row.at === 0 || closed"
        @click="move(row.at, row.at - 1, 'up')"
        @keydown.up.prevent="move(row.at, row.at - 1, 'up')"
        @keydown.down.prevent="move(row.at, row.at + 1, 'up')"
      />
      <Button
        size="small"
        text
        label="Down"
        data-way="down"
        :aria-label="`${row.text}: down`"
        :aria-disabled="row.at === rows.length - 1 || closed"
        @click="move(row.at, row.at + 1, 'down')"
        @keydown.up.prevent="move(row.at, row.at - 1, 'down')"
        @keydown.down.prevent="move(row.at, row.at + 1, 'down')"
      />
    </li>
  </VueDraggable>
  <p class="spoken" role="status">{{ said }}</p>
</template>

<style scoped>
p.small {
  margin: 0 0 0.3rem;
}
ol.list {
  display: grid;
  gap: 0.25rem;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.6rem;
  align-items: center;
  padding: 0.15rem 0.5rem;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--surface);
  cursor: grab;
}
.pulled {
  border-color: var(--act);
  background: var(--act-wash);
}
.text {
  flex: 1 1 6rem;
}
[aria-disabled='true'] {
  opacity: 0.45;
}
</style>
