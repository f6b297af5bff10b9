<script setup lang="ts">
import type { RoomLine } from '~/composables/useRoom'

/** Everyone in the room, who needs somebody first. Only the rows in sight are drawn, so that it holds hundreds. */
/** `open` is the row whose person stands beside the table; the table is narrow then. */
defineProps<{ lines: readonly RoomLine[], now: number, open: string | null }>()
const chosen = defineModel<string[]>('chosen', { required: true })
const emit = defineEmits<{ open: [key: string] }>()

const ROW_PX = 34

function choose(key: string, on: boolean) {
  chosen.value = on ? [...chosen.value, key] : chosen.value.filter(other => other !== key)
}
const connection = ({ row }: RoomLine): string => row.state === 'working' || row.state === 'paused' || row.state === 'on-break' ? (row.connected ? 'yes' : 'no') : ''
</script>

<template>
  <DataTable :value="[...lines]" :data-key="(line: RoomLine) => line.row.key" scrollable scroll-height="flex" :virtual-scroller-options="{ itemSize: ROW_PX }" class="room" :row-class="(line: RoomLine) => ({ open: line.row.key === open, calls: line.attention.rank >= 40 })" :pt="{ table: { 'aria-label': 'Sittings in this room' } }">
    <Column style="width: 36px">
      <template #body="{ data }"><Checkbox :model-value="chosen.includes(data.row.key)" binary :aria-label="`Choose ${data.row.name}`" @update:model-value="choose(data.row.key, $event)" /></template>
    </Column>
    <Column header="Person" style="width: 168px"><template #body="{ data }"><button type="button" class="link" @click="emit('open', data.row.key)">{{ data.row.name }}</button></template></Column>
    <Column header="State" style="width: 140px"><template #body="{ data }">{{ stateInWords(data.row) }}</template></Column>
    <Column header="Needs attention because" style="min-width: 220px"><template #body="{ data }"><strong v-if="data.attention.rank >= 40">{{ data.attention.reasons.join('; ') }}</strong><span v-else class="soft">{{ data.attention.reasons.join('; ') }}</span></template></Column>
    <Column v-if="!open" header="Where" style="width: 160px"><template #body="{ data }">{{ data.row.where }}</template></Column>
    <Column v-if="!open" header="Steps" style="width: 78px" body-class="figure"><template #body="{ data }">{{ data.row.finished }}</template></Column>
    <Column header="Time left" style="width: 84px" header-class="right" body-class="right figure"><template #body="{ data }">{{ timeLeft(data.row, now) }}</template></Column>
    <Column v-if="!open" header="Saved" style="width: 84px" body-class="figure"><template #body="{ data }">{{ data.row.savedAt ? format.second(data.row.savedAt) : '' }}</template></Column>
    <Column header="Connected" style="width: 92px"><template #body="{ data }">{{ connection(data) }}</template></Column>
  </DataTable>
</template>

<style scoped>
.room { font-size: var(--small); }
.room :deep(td), .room :deep(th) { height: 34px; padding: 0 0.5rem; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.room :deep(table) { table-layout: fixed; }
.room :deep(tr.calls > td) { background: var(--inform-wash); }
.room :deep(tr.open > td) { background: var(--act-wash); }
.room :deep(th.right .p-datatable-column-header-content) { justify-content: flex-end; }
.link { min-height: 24px; padding: 0; border: 0; background: none; color: var(--act); font-weight: 600; cursor: pointer; }
</style>
