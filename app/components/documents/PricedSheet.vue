<script setup lang="ts">
import type { PricedDocument } from '~~/core/paper/documents'
import { totalsOf } from '~~/core/paper/documents/priced'
import { penceOf } from '~~/core/paper/documents/shared'
import { grouped } from '~~/core/ground/money'

/** Goods or work at a price each, with the sums worked out. */
const props = defineProps<{ document: PricedDocument }>()
const totals = computed(() => totalsOf(props.document))
</script>

<template>
  <table class="small">
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
        <td class="right figure">{{ grouped(totals.nets[index] ?? 0) }}</td>
      </tr>
    </tbody>
    <tfoot>
      <tr v-if="document.vatRate !== undefined">
        <th scope="row" colspan="3">VAT {{ document.vatRate }} % on {{ grouped(totals.net) }}</th>
        <td class="right figure">{{ grouped(totals.vat) }}</td>
      </tr>
      <tr class="total">
        <th scope="row" colspan="3">Total</th>
        <td class="right figure">{{ grouped(totals.total) }}</td>
      </tr>
    </tfoot>
  </table>
  <p v-for="text in document.remarks" :key="text" class="small remark">{{ text }}</p>
</template>
