<script setup lang="ts">
import { grouped } from '~~/core/ground/money'
import { trialBalance } from '~~/core/tools/ledger/balances'
import type { LedgerState } from '~~/core/tools/ledger/state'

/** Every account with a balance, in its column; the columns always agree. */
const props = defineProps<{ state: LedgerState }>()
const emit = defineEmits<{ account: [code: string] }>()
const sheet = computed(() => trialBalance(props.state))
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col">Code</th>
        <th scope="col">Account</th>
        <th scope="col" class="right">Debit £</th>
        <th scope="col" class="right">Credit £</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="{ account, balance } in sheet.rows" :key="account.code">
        <td class="figure">{{ account.code }}</td>
        <td>
          <button type="button" @click="emit('account', account.code)">{{ account.name }}</button>
        </td>
        <td class="right figure">{{ balance.side === 'debit' ? grouped(balance.amount) : '' }}</td>
        <td class="right figure">{{ balance.side === 'credit' ? grouped(balance.amount) : '' }}</td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <td />
        <th scope="row">Total</th>
        <td class="right figure">{{ grouped(sheet.debits) }}</td>
        <td class="right figure">{{ grouped(sheet.credits) }}</td>
      </tr>
    </tfoot>
  </table>
</template>

<style scoped>
th,
td {
  padding: 0.12rem 0.6rem;
  border-bottom: 1px solid var(--line);
}
thead th {
  color: var(--ink-soft);
  font-size: var(--small);
}
tfoot > tr > * {
  font-weight: 700;
  border-bottom: 3px double var(--ink);
}
button {
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
button:hover {
  color: var(--act);
  text-decoration: underline;
}
</style>
