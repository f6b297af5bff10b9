<script setup lang="ts">
import { totalsOf, penceOf } from '~~/core/paper/documents'
import type { SourceDocument } from '~~/core/paper/documents'
import { grouped } from '~~/core/tools/ledger/amount'

/** The papers that came with a task, drawn from their data. */
const props = defineProps<{ documents: readonly SourceDocument[] }>()
const shown = ref(props.documents[0]?.id ?? '')
const sum = (rows: readonly { amount: string }[]): number => rows.reduce((total, row) => total + penceOf(row.amount), 0)
</script>

<template>
  <Tabs v-if="documents.length > 0" v-model:value="shown" class="documents" scrollable :show-navigators="false">
    <TabList>
      <Tab v-for="document in documents" :key="document.id" :value="document.id">{{ document.tab }}</Tab>
    </TabList>
    <TabPanels>
      <TabPanel v-for="document in documents" :key="document.id" :value="document.id">
        <div class="sheet">
          <div class="head">
            <div>
              <strong>{{ document.from.name }}</strong><span
                v-for="line in document.from.address"
                :key="line"
                class="small soft"
                >{{ line }}</span
              >
            </div>
            <div class="right">
              <span class="small"
                >{{ document.title
                }}<template v-if="document.reference"
                  >&nbsp;<span class="figure">{{ document.reference }}</span></template
                ></span
              ><span class="small">{{ format.day(document.date) }}</span>
            </div>
          </div>
          <p v-if="document.to" class="small to">To {{ document.to.name }}</p>
          <table v-if="document.kind === 'invoice' || document.kind === 'receipt'" class="small">
            <thead>
              <tr>
                <th scope="col">Goods or work</th>
                <th scope="col" class="right">Qty</th>
                <th scope="col" class="right">Each</th>
                <th scope="col" class="right">Net £</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(item, index) in document.items" :key="index">
                <td>{{ item.text }}</td>
                <td class="right figure">{{ item.quantity }}</td>
                <td class="right figure">{{ grouped(penceOf(item.unitPrice)) }}</td>
                <td class="right figure">{{ grouped(totalsOf(document).nets[index] ?? 0) }}</td>
              </tr>
            </tbody>
            <tfoot>
              <tr v-if="document.vatRate !== undefined">
                <th scope="row" colspan="3">VAT {{ document.vatRate }} % on {{ grouped(totalsOf(document).net) }}</th>
                <td class="right figure">{{ grouped(totalsOf(document).vat) }}</td>
              </tr>
              <tr class="total">
                <th scope="row" colspan="3">Total</th>
                <td class="right figure">{{ grouped(totalsOf(document).total) }}</td>
              </tr>
            </tfoot>
          </table>
          <table v-else-if="document.kind === 'bank-advice' || document.kind === 'schedule'" class="small">
            <thead>
              <tr>
                <th v-if="document.rows.some(row => row.date)" scope="col">Date</th>
                <th scope="col">For</th>
                <th scope="col" class="right">{{ document.amountHead }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, index) in document.rows" :key="index">
                <td v-if="row.date" class="nowrap">{{ format.shortDay(row.date) }}</td>
                <td>{{ row.text }}</td>
                <td class="right figure">{{ grouped(penceOf(row.amount)) }}</td>
              </tr>
            </tbody>
            <tfoot v-if="document.totalled">
              <tr class="total">
                <th scope="row" :colspan="document.rows.some(row => row.date) ? 2 : 1">Total</th>
                <td class="right figure">{{ grouped(sum(document.rows)) }}</td>
              </tr>
            </tfoot>
          </table>
          <template v-else-if="'paragraphs' in document">
            <p v-for="text in document.paragraphs" :key="text" class="text">{{ text }}</p>
          </template>
          <template v-if="'remarks' in document">
            <p v-for="text in document.remarks" :key="text" class="small remark">{{ text }}</p>
          </template>
        </div>
      </TabPanel>
    </TabPanels>
  </Tabs>
</template>

<style scoped>
.documents {
  margin: 0.5rem 0 0.75rem;
}
:deep(.p-tab) {
  padding: 0.35rem 0.7rem;
  font-size: var(--small);
}
:deep(.p-tabpanels) {
  padding: 0;
  background: none;
}
:deep(.p-tablist-tab-list) {
  background: none;
}
.sheet {
  padding: 0.6rem 0.75rem;
  background: var(--paper);
  border: 1px solid var(--line);
  border-top: 0;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 0.75rem;
}
.head div {
  display: grid;
  align-content: start;
}
.head .right {
  white-space: nowrap;
}
.to {
  margin-top: 0.15rem;
}
table {
  margin-top: 0.5rem;
}
th,
td {
  padding: 0.22rem 0;
  vertical-align: top;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
th + th,
td + td {
  padding-left: 0.6rem;
}
thead th {
  color: var(--ink-soft);
}
.total > * {
  font-weight: 700;
  border: 0;
}
.nowrap {
  white-space: nowrap;
}
.text {
  margin-top: 0.5rem;
}
.remark {
  margin-top: 0.4rem;
}
</style>
