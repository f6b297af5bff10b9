<script setup lang="ts">
import { MARKS_PAGE, marksView } from '~~/core/wire/assigning'
import type { MarksQuery, MarksView } from '~~/core/wire/assigning'

useHead({ title: 'Marks book · Steady Anvil' })
/** How long nobody types before what was typed is looked for. */
const PAUSE_MS = 300
const wanted = ref('')
const paused = refDebounced(wanted, PAUSE_MS)
const name = computed(() => paused.value.trim())
const cohort = ref<string | null>(null)
const given = ref<MarksQuery['given']>('lately')
const page = ref(0)
watch([name, cohort, given], () => (page.value = 0))
const asked = computed(() => ({ given: given.value, cohort: cohort.value ?? '', name: name.value }))
const whose = computed(() => new URLSearchParams(asked.value).toString())
const { data: book, failure, load } = useCall(marksView, () => `/api/marks?${whose.value}&page=${page.value}`)
const periods = [
  { value: 'lately', label: 'Papers of the last 12 months' },
  { value: 'ever', label: 'All papers' },
]
const counts = { best: 'best counts', last: 'last counts', first: 'first counts', average: 'average counts' }

type Row = MarksView['rows'][number]
function cell(row: Row, assignmentId: string): { text: string; note: string } {
  const found = row.cells.find(one => one.assignmentId === assignmentId)
  if (!found) return { text: '', note: '' }
  const notes = [
    found.working ? 'at work' : '',
    found.late ? 'late' : '',
    found.waiting > 0 ? `${found.waiting.toFixed(2)} to mark` : '',
    found.inUnit === 'dropped' ? 'dropped' : '',
    found.inUnit === 'replaced' ? 'replaced' : '',
    found.credit === 'claimed' ? 'credit' : found.credit === 'declined' ? 'credit declined' : '',
  ].filter(note => note !== '')
  return {
    text: found.score === null ? (found.sittings === 0 ? '–' : '') : found.score.toFixed(2),
    note: notes.join(', '),
  }
}

/** What a unit comes to, and by how many papers. */
function total(row: Row, unitId: string): { text: string; note: string } {
  const found = row.units.find(one => one.unitId === unitId)
  if (!found) return { text: '', note: '' }
  const notes = [
    found.byCredit ? 'by credit' : found.counted > 0 ? `of ${counted(found.counted, 'paper', 'papers')}` : '',
    found.dropped > 0 ? `${found.dropped} dropped` : '',
    found.missing > 0 && !found.byCredit ? `${found.missing} not sat` : '',
  ].filter(note => note !== '')
  return { text: found.percent === null ? '–' : `${found.percent.toFixed(2)} %`, note: notes.join(', ') }
}

/** Lines under each other of what the book can be saved as. */
const exports = computed(() => [
  { label: 'Marks, a line for each paper', url: `/api/marks/csv?${whose.value}` },
  { label: 'Units, a line for each unit', url: `/api/marks/units?${whose.value}` },
])
const menu = useTemplateRef('menu')
</script>

<template>
  <header class="head">
    <h1>Marks book</h1>
    <InputText v-model="wanted" type="search" placeholder="Find a person" aria-label="Find a person" />
    <Select
      v-if="book && (book.earlier > 0 || given === 'ever')"
      v-model="given"
      :options="periods"
      option-label="label"
      option-value="value"
      aria-label="Papers"
    />
    <Select v-model="cohort" :options="book?.cohorts ?? []" show-clear placeholder="all cohorts" aria-label="Cohort" />
    <Button as="router-link" outlined severity="secondary" to="/units" label="Units" />
    <Button
      outlined
      severity="secondary"
      label="Export as CSV"
      aria-haspopup="true"
      aria-controls="exports"
      @click="menu?.toggle($event)"
    />
    <Menu id="exports" ref="menu" :model="exports" popup />
  </header>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!book" class="soft" role="status">Adding up the marks…</p>
  <p v-else-if="book.columns.length === 0" class="panel empty">
    {{ book.earlier === 0 ? 'No paper has been given yet.' : 'No paper was given in the last 12 months.' }}
  </p>
  <p v-else-if="book.rows.length === 0" class="panel empty">Nobody like this was given a paper.</p>
  <DataTable
    v-else
    :value="book.rows"
    class="panel list"
    data-key="personId"
    scrollable
    scroll-height="calc(100vh - 180px)"
    :pt="{ tableContainer: { 'tabindex': 0, 'role': 'region', 'aria-label': 'Marks' } }"
    lazy
    :paginator="book.people > MARKS_PAGE"
    :rows="MARKS_PAGE"
    :total-records="book.people"
    :first="page * MARKS_PAGE"
    @page="event => (page = event.page)"
  >
    <Column header="Name" frozen
      ><template #body="{ data }"
        ><strong class="nowrap">{{ data.name }}</strong
        ><br /><span class="soft small nowrap">{{ data.cohort }}</span></template
      ></Column
    >
    <Column v-for="unit in book.units" :key="unit.id" header-class="right" body-class="right unit">
      <template #header
        ><span class="column"
          ><strong>{{ unit.title }}</strong
          ><span class="soft small">unit, {{ unit.takes }}</span></span
        ></template
      >
      <template #body="{ data }"
        ><strong class="figure nowrap">{{ total(data, unit.id).text }}</strong
        ><br /><span class="soft small">{{ total(data, unit.id).note }}</span></template
      >
    </Column>
    <Column v-for="column in book.columns" :key="column.assignmentId" header-class="right" body-class="right">
      <template #header
        ><span class="column"
          ><strong>{{ column.title }}</strong
          ><span class="soft small"
            >{{ column.givenTo }}{{ column.givenAt ? `, ${format.day(column.givenAt.slice(0, 10))}` : '' }}</span
          ><span class="soft small"
            >of {{ column.exactPoints ? column.outOf.toFixed(2) : `about ${column.outOf}` }}, {{ counts[column.counts]
            }}{{ column.released ? '' : ', held' }}</span
          ><span v-if="column.unit" class="soft small"
            >weight {{ column.unit.weight }} in {{ column.unit.title }}</span
          ></span
        ></template
      >
      <template #body="{ data }"
        ><span class="figure">{{ cell(data, column.assignmentId).text }}</span
        ><br /><span class="soft small">{{ cell(data, column.assignmentId).note }}</span></template
      >
    </Column>
  </DataTable>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 0.75rem;
}
.head h1 {
  margin-right: auto;
}
.list,
.empty {
  margin-top: 1rem;
}
.empty {
  padding: 1.5rem;
}
.nowrap {
  white-space: nowrap;
}
.column {
  display: grid;
  min-width: 8.5rem;
  text-align: right;
  font-weight: 400;
}
:deep(td),
:deep(th) {
  padding: 0.3rem 0.8rem;
}
:deep(th.right .p-datatable-column-header-content) {
  justify-content: flex-end;
}
</style>
