<script setup lang="ts">
import { z } from 'zod'
import { givenView } from '~~/core/wire/assigning'
import type { GivenView } from '~~/core/wire/assigning'

useHead({ title: 'Assignments · Steady Anvil' })
const { data: given, failure, load } = useCall(z.array(givenView), () => '/api/assigning')
const window = ({ opensAt, dueAt, closesAt }: GivenView): string =>
  [
    opensAt ? `opens ${format.shortDate(opensAt)}, ${format.time(opensAt)}` : '',
    dueAt ? `due ${format.shortDate(dueAt)}, ${format.time(dueAt)}` : '',
    closesAt ? `closes ${format.shortDate(closesAt)}, ${format.time(closesAt)}` : 'stays open',
  ]
    .filter(text => text !== '')
    .join(' · ')
</script>

<template>
  <header class="head">
    <h1>Assignments</h1>
    <Button as="router-link" to="/assigning/new" label="Give a paper" />
  </header>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!given" class="soft" role="status">Fetching the assignments…</p>
  <p v-else-if="given.length === 0" class="panel empty">No paper has been given yet.</p>
  <DataTable v-else :value="given" class="panel list" data-key="id" :paginator="given.length > 25" :rows="25">
    <Column header="Paper"
      ><template #body="{ data }"
        ><NuxtLink :to="`/assigning/${data.id}`"
          ><strong>{{ data.paperTitle }}</strong></NuxtLink
        ><br /><span v-if="data.unreadable" class="small unreadable"
          >Its settings can’t be read. It is closed to everyone until they are set anew.</span
        ><span v-else class="soft small">{{ window(data) }}{{ data.room ? ` · ${data.room}` : '' }}</span></template
      ></Column
    >
    <Column header="People" field="people" header-class="right" body-class="right figure" />
    <Column header="Not started" field="notStarted" header-class="right" body-class="right figure" />
    <Column header="At work" field="working" header-class="right" body-class="right figure" />
    <Column header="Handed in" field="handedIn" header-class="right" body-class="right figure" />
    <Column header="Late" field="late" header-class="right" body-class="right figure" />
    <Column header="Results"
      ><template #body="{ data }">{{
        data.released ? 'shown' : data.results === 'on-date' ? 'on their date' : 'held'
      }}</template></Column
    >
  </DataTable>
  <ReceiptCheck />
</template>

<style scoped>
.unreadable {
  font-weight: 600;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.list,
.empty {
  margin-top: 1rem;
}
.empty {
  padding: 1.5rem;
}
:deep(td) {
  padding: 0.5rem 0.9rem;
}
:deep(th.right .p-datatable-column-header-content) {
  justify-content: flex-end;
}
</style>
