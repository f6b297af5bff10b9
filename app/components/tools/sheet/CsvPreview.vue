<script setup lang="ts">
import { UnreadableFile } from '~~/core/tools/sheet/files/archive'
import { delimiters, encodings, readCsv } from '~~/core/tools/sheet/files/csv'
import type { CsvChoices, CsvRead, Encoding } from '~~/core/tools/sheet/files/csv'

/** A CSV file before it is put into cells: what it would become, and how it is read. */
const props = defineProps<{ cell: string }>()
const emit = defineEmits<{ put: [rows: string[][]]; cancel: [] }>()

const bytes = shallowRef<Uint8Array | null>(null)
const name = ref('')
const choices = ref<{ delimiter: string; encoding: Encoding | ''; values: boolean; formulas: boolean }>({
  delimiter: '',
  encoding: '',
  values: true,
  formulas: false,
})
const fault = ref('')

const read = computed<CsvRead | null>(() => {
  if (!bytes.value) return null
  const { delimiter, encoding, values, formulas } = choices.value
  const asked: CsvChoices = {
    values,
    formulas,
    ...(delimiter ? { delimiter } : {}),
    ...(encoding ? { encoding } : {}),
  }
  try {
    return readCsv(bytes.value, asked)
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error
    fault.value = error.message
    return null
  }
})
const columns = computed(() => Math.max(0, ...(read.value?.rows.map(row => row.length) ?? [])))

async function choose(event: Event) {
  const file = event.target instanceof HTMLInputElement ? event.target.files?.[0] : undefined
  if (!file) return
  fault.value = ''
  name.value = file.name
  bytes.value = new Uint8Array(await file.arrayBuffer())
}

const names: Readonly<Record<string, string>> = { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' }
const field = useTemplateRef('field')
onMounted(() => field.value?.focus())
</script>

<template>
  <form class="panel csv" aria-label="Bring in a CSV file" @submit.prevent="read && emit('put', read.rows)">
    <h3>Bring in a CSV file</h3>
    <p class="small soft">
      It goes into the cells from {{ props.cell }} on. Nothing is put in before you have seen it.
    </p>
    <input ref="field" type="file" accept=".csv,.txt,.tsv,text/csv" aria-label="File" @change="choose" />
    <p v-if="fault" class="notice is-refusal small" role="alert">{{ fault }}</p>
    <template v-if="bytes">
      <div class="how">
        <label>
          <span>Parted by</span>
          <select v-model="choices.delimiter">
            <option value="">{{ read ? `found: ${names[read.delimiter] ?? read.delimiter}` : 'as found' }}</option>
            <option v-for="mark in delimiters" :key="mark" :value="mark">{{ names[mark] }}</option>
          </select>
        </label>
        <label>
          <span>Encoding</span>
          <select v-model="choices.encoding">
            <option value="">{{ read ? `found: ${read.encoding}` : 'as found' }}</option>
            <option v-for="one in encodings" :key="one" :value="one">{{ one }}</option>
          </select>
        </label>
        <label><input v-model="choices.values" type="checkbox" /> numbers and days become such</label>
        <label><input v-model="choices.formulas" type="checkbox" /> formulas are worked out</label>
      </div>
      <template v-if="read">
        <p v-for="one in read.faults" :key="one" class="small soft">{{ one }}</p>
        <div class="preview">
          <table>
            <caption class="small soft">
              {{
                name
              }}:
              {{
                counted(read.rows.length, 'row', 'rows')
              }},
              {{
                counted(columns, 'column', 'columns')
              }}
            </caption>
            <tbody>
              <tr v-for="(row, at) in read.rows.slice(0, 8)" :key="at">
                <td v-for="(value, across) in row.slice(0, 10)" :key="across" class="figure">{{ value }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </template>
    </template>
    <div class="do">
      <Button type="button" text size="small" label="Cancel" @click="emit('cancel')" />
      <Button type="submit" size="small" :disabled="!read" label="Put it in" />
    </div>
  </form>
</template>

<style scoped src="../panel.css"></style>

<style scoped>
.csv {
  position: absolute;
  z-index: 9;
  top: 3rem;
  left: 0;
  width: min(38rem, 100%);
  padding: 0.8rem 1rem;
  display: grid;
  gap: 0.5rem;
  box-shadow: var(--shadow);
}
.how {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.35rem 1rem;
}
select {
  margin-left: 0.5rem;
}
.preview {
  max-height: 14rem;
  overflow: auto;
  border: 1px solid var(--line);
}
caption {
  text-align: left;
  padding: 0.2rem 0.4rem;
}
td {
  padding: 0.1rem 0.4rem;
  border: 1px solid var(--line);
  white-space: nowrap;
}
.do {
  display: flex;
  justify-content: flex-end;
  gap: 0.4rem;
}
</style>
