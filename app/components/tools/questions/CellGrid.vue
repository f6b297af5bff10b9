<script setup lang="ts">
import type { GridPart } from '~~/core/tools/questions/kinds/grid'

/** A table in whose rows cells are chosen: one in each, or any number. */
const props = defineProps<{
  part: GridPart
  answer: Readonly<Record<string, readonly string[]>> | null
  closed: boolean
}>()
const emit = defineEmits<{ answer: [answer: Record<string, string[]>] }>()

const isChosen = (row: string, column: string): boolean => props.answer?.[row]?.includes(column) ?? false
function turn(row: string, column: string) {
  const all = Object.fromEntries(Object.entries(props.answer ?? {}).map(([id, chosen]) => [id, [...chosen]]))
  const { [row]: before = [], ...others } = all
  if (props.part.perRow === 'one') {
    emit('answer', { ...others, [row]: [column] })
    return
  }
  const now = before.includes(column) ? before.filter(one => one !== column) : [...before, column]
  emit('answer', now.length === 0 ? others : { ...others, [row]: now })
}
</script>

<template>
  <p class="small soft">
    {{ part.perRow === 'one' ? 'Choose one in each row.' : 'Choose as many in each row as are right.' }}
  </p>
  <div class="wide">
    <table>
      <thead>
        <tr>
          <td></td>
          <th v-for="column in part.columns" :key="column.id" scope="col">{{ column.text }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in part.rows" :key="row.id">
          <th scope="row">{{ row.text }}</th>
          <td v-for="column in part.columns" :key="column.id" :class="{ chosen: isChosen(row.id, column.id) }">
            <label>
              <input
                :type="part.perRow === 'one' ? 'radio' : 'checkbox'"
                :name="`${part.id}-${row.id}`"
                :value="`${row.id} ${column.id}`"
                :checked="isChosen(row.id, column.id)"
                :disabled="closed"
                :aria-label="`${row.text}: ${column.text}`"
                @change="turn(row.id, column.id)"
              />
            </label>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped src="./list.css"></style>

<style scoped>
.wide {
  overflow-x: auto;
}
th,
td {
  padding: 0;
  border: 1px solid var(--line);
  font-weight: 400;
}
th {
  padding: 0.25rem 0.6rem;
  text-align: left;
}
thead td {
  border: 0;
}
td label {
  display: block;
  margin: 0;
  padding: 0.35rem 1rem;
  text-align: center;
  cursor: pointer;
}
.chosen {
  background: var(--act-wash);
}
input {
  accent-color: var(--act);
}
</style>
