<script setup lang="ts">
import { z } from 'zod'
import { pastSittingView } from '~~/core/wire/given'

useHead({ title: 'Past sittings · Steady Anvil' })
const { data: sittings, failure, load } = useCall(z.array(pastSittingView), () => '/api/sittings')
</script>

<template>
  <h1>Past sittings</h1>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!sittings" class="soft" role="status">Fetching your sittings…</p>
  <p v-else-if="sittings.length === 0" class="panel empty">You have not finished a sitting yet.</p>
  <DataTable v-else :value="sittings" class="panel list" :paginator="sittings.length > 20" :rows="20" data-key="id">
    <Column header="Paper">
      <template #body="{ data }"
        ><NuxtLink :to="`/sittings/${data.id}/${data.shown ? 'result' : 'receipt'}`">{{
          data.paperTitle
        }}</NuxtLink></template
      >
    </Column>
    <Column header="Sitting" field="number" header-class="right" body-class="right figure" />
    <Column header="Started"
      ><template #body="{ data }"
        >{{ format.date(data.startedAt) }}, {{ format.time(data.startedAt) }}</template
      ></Column
    >
    <Column header="Ended"
      ><template #body="{ data }"
        >{{ format.time(data.endedAt) }}, {{ endings[data.how] ?? data.how }}</template
      ></Column
    >
    <Column header="Points" header-class="right" body-class="right figure">
      <template #body="{ data }">{{
        data.score === null ? 'not released' : `${data.score.toFixed(2)} of ${data.outOf.toFixed(2)}`
      }}</template>
    </Column>
  </DataTable>
</template>

<style scoped>
.list,
.empty {
  margin-top: 1rem;
}
.empty {
  padding: 1.5rem;
}
:deep(th.right .p-datatable-column-header-content) {
  justify-content: flex-end;
}
</style>
