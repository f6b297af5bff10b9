<script setup lang="ts">
import type { ListedDocument } from '~~/core/paper/documents'
import { sumOf } from '~~/core/paper/documents/listed'
import { penceOf } from '~~/core/paper/documents/shared'
import { grouped } from '~~/core/ground/money'

/** Movements at the bank, or a schedule of other figures. */
const props = defineProps<{ document: ListedDocument }>()
const dated = computed(() => props.document.rows.some(row => row.date))
</script>

<template>
  <table class="small">
    <thead>
      <tr>
        <th v-if="dated" scope="col">Date</th>
        <th scope="col">For</th>
        <th scope="col" class="right">{{ document.amountHead }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, index) in document.rows" :key="index">
        <td v-if="dated" class="nowrap">{{ row.date ? format.shortDay(row.date) : '' }}</td>
        <td>{{ row.text }}</td>
        <td class="right figure">{{ grouped(penceOf(row.amount)) }}</td>
      </tr>
    </tbody>
    <tfoot v-if="document.totalled">
      <tr class="total">
        <th scope="row" :colspan="dated ? 2 : 1">Total</th>
        <td class="right figure">{{ grouped(sumOf(document)) }}</td>
      </tr>
    </tfoot>
  </table>
  <p v-for="text in document.remarks" :key="text" class="small remark">{{ text }}</p>
</template>
