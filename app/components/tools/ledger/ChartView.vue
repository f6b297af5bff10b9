<script setup lang="ts">
import { grouped } from '~~/core/ground/money'
import { totalsOf } from '~~/core/tools/ledger/balances'
import { normalSide } from '~~/core/tools/ledger/state'
import type { Account, LedgerState } from '~~/core/tools/ledger/state'

/** The chart of accounts with types, normal sides and balances. */
const props = defineProps<{ state: LedgerState; open: string | null }>()
const emit = defineEmits<{ account: [code: string] }>()

function balance(account: Account): string {
  const { debit, credit } = totalsOf(props.state, account)
  const net = debit - credit
  return net === 0n ? '' : `${grouped(net < 0n ? -net : net)} ${net > 0n ? 'Dr' : 'Cr'}`
}
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col">Code</th>
        <th scope="col">Account</th>
        <th scope="col">Type</th>
        <th scope="col">Grows on</th>
        <th scope="col" class="right">Balance £</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="account in state.chart"
        :key="account.code"
        :class="{ heading: account.heading, open: account.code === open }"
      >
        <td class="figure">{{ account.code }}</td>
        <td v-if="account.heading">{{ account.name }} <span class="soft small">heading</span></td>
        <td v-else>
          <button type="button" @click="emit('account', account.code)">{{ account.name }}</button>
        </td>
        <td class="soft small">{{ account.type }}</td>
        <td class="soft small">{{ account.heading ? '' : normalSide(account) }}</td>
        <td class="right figure">{{ account.heading ? '' : balance(account) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th,
td {
  padding: 0.12rem 0.6rem;
  border-bottom: 1px solid var(--line);
  white-space: nowrap;
}
td:nth-child(2) {
  white-space: normal;
}
thead th {
  color: var(--ink-soft);
  font-size: var(--small);
}
.heading td {
  font-weight: 600;
}
.open td {
  background: var(--act-wash);
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
