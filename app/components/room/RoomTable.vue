<script setup lang="ts">
import type { RoomLine } from '~/composables/useRoom'

/**
 * Everyone in the room, who needs somebody first. Only the rows in sight are drawn, so that it holds
 * hundreds. `open` is the row whose person stands beside the table; the table is narrow then.
 */
const props = defineProps<{ lines: readonly RoomLine[]; now: number; open: string | null }>()
const chosen = defineModel<string[]>('chosen', { required: true })
const emit = defineEmits<{ open: [key: string] }>()

const ROW_PX = 34
const { list, containerProps, wrapperProps } = useVirtualList(
  computed(() => [...props.lines]),
  { itemHeight: ROW_PX, overscan: 6 },
)
const first = computed(() => list.value[0]?.index ?? 0)

function choose(key: string, on: boolean) {
  chosen.value = on ? [...chosen.value, key] : chosen.value.filter(other => other !== key)
}
const atWork = ({ row }: RoomLine): boolean =>
  row.state === 'working' || row.state === 'paused' || row.state === 'on-break'
</script>

<template>
  <div
    v-bind="containerProps"
    class="room"
    :class="{ narrow: open }"
    role="table"
    aria-label="Sittings in this room"
    :aria-rowcount="lines.length + 1"
    tabindex="0"
  >
    <div class="line head" role="row" aria-rowindex="1">
      <span role="columnheader"><span class="spoken">Choose</span></span>
      <span role="columnheader">Person</span>
      <span role="columnheader">State</span>
      <span role="columnheader">Needs attention because</span>
      <span v-if="!open" role="columnheader">Where</span>
      <span v-if="!open" role="columnheader">Steps</span>
      <span role="columnheader" class="right">Time left</span>
      <span v-if="!open" role="columnheader">Saved</span>
      <span role="columnheader">Connected</span>
    </div>
    <div v-bind="wrapperProps" role="rowgroup">
      <div
        v-for="({ data: line }, place) in list"
        :key="line.row.key"
        class="line"
        :class="{ open: line.row.key === open, calls: line.attention.rank >= 40 }"
        role="row"
        :aria-rowindex="first + place + 2"
      >
        <span role="cell"
          ><input
            type="checkbox"
            :checked="chosen.includes(line.row.key)"
            :aria-label="`Choose ${line.row.name}`"
            @change="choose(line.row.key, ($event.target as HTMLInputElement).checked)"
        /></span>
        <span role="cell"
          ><button type="button" class="link" @click="emit('open', line.row.key)">{{ line.row.name }}</button></span
        >
        <span role="cell">{{ stateInWords(line.row) }}</span>
        <span
          role="cell"
          :class="line.attention.rank >= 40 ? 'needed' : 'soft'"
          :title="line.attention.reasons.join('; ')"
          >{{ line.attention.reasons.join('; ') }}</span
        >
        <span v-if="!open" role="cell">{{ line.row.where }}</span>
        <span v-if="!open" role="cell" class="figure">{{ line.row.finished }}</span>
        <span role="cell" class="right figure">{{ timeLeft(line.row, now) }}</span>
        <span v-if="!open" role="cell" class="figure">{{
          line.row.savedAt ? format.second(line.row.savedAt) : ''
        }}</span>
        <span role="cell">{{ atWork(line) ? (line.row.connected ? 'yes' : 'no') : '' }}</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.room {
  height: 100%;
  font-size: var(--small);
}
.line {
  display: grid;
  grid-template-columns: 28px 150px 130px minmax(150px, 1fr) 150px 76px 74px 76px 76px;
  gap: 0 0.75rem;
  align-items: center;
  height: 34px;
  padding: 0 0.75rem;
  border-bottom: 1px solid var(--line);
}
.narrow .line {
  grid-template-columns: 28px 150px 130px minmax(150px, 1fr) 74px 76px;
}
.line > span {
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.head {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--surface);
  font-weight: 600;
}
.calls {
  background: var(--inform-wash);
}
.line.open {
  background: var(--act-wash);
}
.needed {
  font-weight: 700;
}
input {
  width: 18px;
  height: 18px;
  margin: 3px;
  accent-color: var(--act);
}
.link {
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--act);
  font-weight: 600;
  cursor: pointer;
}
</style>
