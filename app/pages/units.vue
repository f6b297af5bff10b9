<script setup lang="ts">
import { z } from 'zod'
import { takesInWords, unitDocument } from '~~/core/assignment/units'
import type { UnitDocument } from '~~/core/assignment/units'
import { givenView, unitView } from '~~/core/wire/assigning'
import type { UnitView } from '~~/core/wire/assigning'

useHead({ title: 'Units · Steady Anvil' })
const { data: units, failure, load } = useCall(z.array(unitView), () => '/api/units')
const { data: given } = useCall(z.array(givenView), () => '/api/assigning')
const open = shallowRef<UnitView | 'new' | null>(null)
const form = ref<UnitDocument>(blank())
const refusal = ref('')
const busy = ref(false)

function blank(): UnitDocument {
  return { title: '', parts: [], takes: 'all', count: 1, unsat: 'left-out' }
}

/** What can be part of a unit: whatever is neither in it, nor in another, nor optional. */
const others = computed(() => units.value?.filter(unit => unit !== open.value) ?? [])
const choices = computed(() => {
  const taken = new Set([...others.value, form.value].flatMap(unit => unit.parts.map(part => part.assignmentId)))
  return (given.value ?? []).filter(({ id, optional }) => !optional && !taken.has(id)).map(({ id }) => id)
})
/** A paper that was given, so that two givings of one paper are told apart. */
function nameOf(assignmentId: string): string {
  const one = given.value?.find(({ id }) => id === assignmentId)
  if (!one) return 'no longer given'
  return [one.paperTitle, one.room, one.closesAt ? `closes ${format.date(one.closesAt)}` : '']
    .filter(text => text !== '')
    .join(', ')
}
const weightOf = (unit: UnitView): number => unit.parts.reduce((sum, { weight }) => sum + weight, 0)

function edit(unit: UnitView | 'new') {
  open.value = unit
  refusal.value = ''
  const { title, parts, takes, count, unsat } = unit === 'new' ? blank() : unit
  form.value = { title, parts: parts.map(part => ({ ...part })), takes, count, unsat }
}

async function attempt(work: () => Promise<unknown>) {
  busy.value = true
  try {
    await work()
    open.value = null
    await load()
  } catch (error) {
    refusal.value = inWords(error)
  }
  busy.value = false
}

async function keep() {
  const read = unitDocument.safeParse(form.value)
  refusal.value = read.error?.issues[0]?.message ?? ''
  const unit = open.value
  if (!read.success || unit === null) return
  await attempt(() =>
    unit === 'new'
      ? callApi(unitView, '/api/units', { method: 'POST', body: read.data })
      : callApi(unitView, `/api/units/${unit.id}`, { method: 'PUT', body: read.data }),
  )
}

async function remove() {
  const unit = open.value
  if (unit !== null && unit !== 'new')
    await attempt(() => callApi(z.unknown(), `/api/units/${unit.id}`, { method: 'DELETE' }))
}
</script>

<template>
  <header class="head">
    <h1>Units</h1>
    <Button as="router-link" outlined severity="secondary" to="/marks" label="Marks book" />
    <Button label="Make a unit" @click="edit('new')" />
  </header>
  <p class="soft">
    Papers that make one figure together, each with its weight. A trainee’s unit is the weighted mean of what they
    earned, in per cent of each paper’s points. An optional paper may stand in its place, if the trainee says so.
  </p>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!units" class="soft" role="status">Fetching the units…</p>
  <p v-else-if="units.length === 0" class="panel empty">There is no unit yet.</p>
  <DataTable v-else :value="units" class="panel list" data-key="id">
    <Column header="Unit"
      ><template #body="{ data }"
        ><strong>{{ data.title }}</strong></template
      ></Column
    >
    <Column header="Papers and their weights"
      ><template #body="{ data }"
        ><ul>
          <li v-for="part in data.parts" :key="part.assignmentId">
            {{ nameOf(part.assignmentId) }}
            <span class="soft small">{{ part.weight }} of {{ weightOf(data) }}</span>
          </li>
        </ul></template
      ></Column
    >
    <Column header="What counts"
      ><template #body="{ data }"
        >{{ takesInWords(data)
        }}<span class="soft small block">not sat: {{ data.unsat === 'zero' ? 'counts 0' : 'left out' }}</span></template
      ></Column
    >
    <Column header="Optional papers for it" field="optional" header-class="right" body-class="right figure" />
    <Column header-style="width: 8rem"
      ><template #body="{ data }"
        ><Button
          outlined
          severity="secondary"
          size="small"
          label="Change…"
          :aria-label="`Change the unit ${data.title}`"
          @click="edit(data)" /></template
    ></Column>
  </DataTable>
  <Dialog
    :visible="open !== null"
    modal
    :header="open === 'new' ? 'Make a unit' : 'Change the unit'"
    :style="{ width: '640px' }"
    @update:visible="open = null"
  >
    <form id="unit" class="form" @submit.prevent="keep">
      <UnitFields v-model="form" :choices="choices" :name-of="nameOf" />
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    </form>
    <template #footer
      ><Button
        v-if="open !== 'new'"
        class="remove"
        text
        severity="secondary"
        label="Remove the unit"
        :disabled="busy"
        @click="remove" /><Button outlined severity="secondary" label="Don’t" @click="open = null" /><Button
        type="submit"
        form="unit"
        :label="open === 'new' ? 'Make it' : 'Keep'"
        :disabled="form.title.trim() === '' || form.parts.length === 0"
        :loading="busy"
    /></template>
  </Dialog>
</template>

<style scoped>
.head {
  display: flex;
  gap: 0.75rem;
  align-items: center;
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
.block {
  display: block;
}
.form {
  display: grid;
  gap: 0.9rem;
}
.remove {
  margin-right: auto;
}
:deep(td) {
  padding: 0.5rem 0.9rem;
  vertical-align: top;
}
:deep(th.right .p-datatable-column-header-content) {
  justify-content: flex-end;
}
</style>
