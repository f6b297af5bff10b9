<script setup lang="ts">
import { grouped, parseAmount } from '~~/core/ground/money'
import { postings } from '~~/core/tools/ledger/balances'
import { accountOf } from '~~/core/tools/ledger/journal'
import { entryName, normalSide } from '~~/core/tools/ledger/state'
import type { LedgerState, WrittenEntry } from '~~/core/tools/ledger/state'

/** One account with its postings and running balance, and below them what the draft would add. */
const props = defineProps<{ state: LedgerState; code: string | null; draft: WrittenEntry | null }>()

const account = computed(() => (props.code === null ? undefined : accountOf(props.state, props.code)))
const lines = computed(() => (account.value ? postings(props.state, account.value) : []))
const last = computed(() => lines.value.at(-1)?.balance)

const drafted = computed(() =>
  (props.draft?.lines ?? [])
    .filter(line => line.account === props.code)
    .flatMap(line => {
      const side = line.debit ? ('debit' as const) : ('credit' as const)
      const amount = parseAmount(line[side] ?? '')
      return amount.ok && amount.pence > 0 ? [{ side, amount: amount.pence }] : []
    }),
)
const after = computed(() => {
  const now = last.value
  const net =
    (now ? (now.side === 'debit' ? now.amount : -now.amount) : 0n) +
    drafted.value.reduce((sum, { side, amount }) => sum + BigInt(side === 'debit' ? amount : -amount), 0n)
  return { side: net < 0n ? 'Cr' : 'Dr', amount: net < 0n ? -net : net }
})
const short = (side: string): string => (side === 'debit' ? 'Dr' : 'Cr')
</script>

<template>
  <section class="panel account" aria-live="polite" aria-label="Account">
    <template v-if="account">
      <header>
        <h2>
          <span class="figure">{{ account.code }}</span> {{ account.name }}
        </h2>
        <span class="soft small">{{ account.type }}, grows on {{ normalSide(account) }}</span>
      </header>
      <table>
        <thead>
          <tr>
            <th scope="col">Date</th>
            <th scope="col">No.</th>
            <th scope="col" class="right">Amount £</th>
            <th scope="col" class="right">Balance £</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ entry, line, balance } in lines" :key="`${entry.number} ${line.side}`">
            <td>{{ format.shortDay(entry.date) }}</td>
            <td class="figure">{{ entryName(entry.number) }}</td>
            <td class="right figure">{{ grouped(line.amount) }} {{ short(line.side) }}</td>
            <td class="right figure">
              {{ grouped(balance.amount) }} {{ balance.amount === 0n ? '' : short(balance.side) }}
            </td>
          </tr>
          <tr v-for="(line, index) in drafted" :key="`draft ${index}`" class="draft">
            <td colspan="2">draft</td>
            <td class="right figure">{{ grouped(line.amount) }} {{ short(line.side) }}</td>
            <td class="right figure">
              {{
                index === drafted.length - 1 ? `${grouped(after.amount)} ${after.amount === 0n ? '' : after.side}` : ''
              }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="lines.length === 0 && drafted.length === 0" class="soft small empty">Nothing is posted to it yet.</p>
      <p v-if="drafted.length > 0" class="soft small empty">Draft lines are in italics and not posted.</p>
    </template>
    <p v-else class="soft empty">The account that you type or choose opens here, with its postings and balance.</p>
  </section>
</template>

<style scoped>
header {
  padding: 0.55rem 0.8rem;
}
h2 {
  font-size: var(--large);
}
th,
td {
  padding: 0.25rem 0.35rem;
  border-top: 1px solid var(--line);
  font-size: var(--small);
  white-space: nowrap;
}
th:first-child,
td:first-child {
  padding-left: 0.8rem;
}
thead th {
  color: var(--ink-soft);
}
.draft td {
  font-style: italic;
  color: var(--ink-soft);
}
.empty {
  padding: 0.7rem 0.8rem;
}
</style>
