<script setup lang="ts">
import type { LedgerOnScreen } from '~~/core/tools/ledger/ops'
import { grouped } from '~~/core/ground/money'
import { accountOf } from '~~/core/tools/ledger/journal'
import type { LedgerState, WrittenEntry } from '~~/core/tools/ledger/state'
import { useEntryDraft } from './useEntryDraft'

/** A new entry: typed line by line, with the running difference, posted when both sides agree. */
const props = defineProps<{
  state: LedgerState
  draftKey: string
  operate: (op: LedgerOnScreen['op']) => Promise<string | null>
  closed: boolean
  watched: boolean
}>()
const emit = defineEmits<{ account: [code: string]; draft: [entry: WrittenEntry] }>()

const form = useEntryDraft(props.draftKey, () => props.state, props.operate)
const refusal = ref('')
const cleared = ref<WrittenEntry | null>(null)
const posted = ref('')
const root = useTemplateRef('root')
watch(
  form.entry,
  entry => {
    emit('draft', entry)
    if (entry.lines.length > 0) posted.value = ''
  },
  { immediate: true },
)

const nameOf = (code: string): string => accountOf(props.state, code.trim())?.name ?? ''
const balance = computed(() => {
  const { debits, credits } = form.sums.value
  if (debits === 0 && credits === 0) return 'nothing entered yet'
  if (debits === credits) return 'both sides agree'
  return `${grouped(Math.abs(debits - credits))} more to ${debits > credits ? 'credit' : 'debit'}`
})

async function post() {
  refusal.value = (await form.post()) ?? ''
  posted.value = refusal.value ? '' : 'Entry posted.'
  cleared.value = null
  await nextTick()
  if (!refusal.value) root.value?.querySelector<HTMLInputElement>('input')?.focus()
}

function clear() {
  cleared.value = form.clear()
  refusal.value = ''
  posted.value = ''
}

function undoClear() {
  if (cleared.value) form.putBack(cleared.value)
  cleared.value = null
}
</script>

<template>
  <form
    ref="root"
    class="panel entry"
    aria-labelledby="entry-head"
    @submit.prevent="post"
    @keydown.ctrl.enter.prevent="post"
  >
    <header>
      <h2 id="entry-head">New entry</h2>
      <span class="soft small"
        >open period {{ format.shortDay(state.period.from) }} to {{ format.day(state.period.to) }}</span
      >
    </header>
    <div class="meta">
      <label for="entry-date">Date</label>
      <DateField
        v-model="form.draft.date"
        class="date"
        label="date of the entry"
        input-id="entry-date"
        :period="state.period"
      />
      <label for="entry-narration">Narration</label>
      <InputText id="entry-narration" v-model="form.draft.narration" maxlength="200" autocomplete="off" fluid />
    </div>
    <table>
      <thead>
        <tr>
          <th scope="col" class="code">Account</th>
          <th scope="col">Name</th>
          <th scope="col" class="right amount">Debit £</th>
          <th scope="col" class="right amount">Credit £</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(line, index) in form.draft.lines" :key="index">
          <td>
            <AccountField
              v-model="line.account"
              :chart="state.chart"
              :label="`Account, line ${index + 1}`"
              @chosen="emit('account', line.account)"
              @focusin="nameOf(line.account) && emit('account', line.account)"
            />
          </td>
          <td class="name">{{ nameOf(line.account) }}</td>
          <td>
            <InputText
              v-model="line.debit"
              class="figure right"
              inputmode="decimal"
              autocomplete="off"
              fluid
              :aria-label="`Debit, line ${index + 1}`"
              @blur="form.tidy(line, 'debit')"
            />
          </td>
          <td>
            <InputText
              v-model="line.credit"
              class="figure right"
              inputmode="decimal"
              autocomplete="off"
              fluid
              :aria-label="`Credit, line ${index + 1}`"
              @blur="form.tidy(line, 'credit')"
            />
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td colspan="2" class="balance">
            <strong role="status" data-balance>{{ balance }}</strong>
          </td>
          <td class="right figure">{{ grouped(form.sums.value.debits) }}</td>
          <td class="right figure">{{ grouped(form.sums.value.credits) }}</td>
        </tr>
      </tfoot>
    </table>
    <div class="actions">
      <span v-if="watched && !closed" class="small">Posting counts as a try in this watched step.</span>
      <span v-if="posted" class="small soft" role="status">{{ posted }}</span>
      <Button v-if="cleared" type="button" text size="small" label="Undo clearing" @click="undoClear" />
      <Button
        type="button"
        outlined
        severity="secondary"
        label="Clear"
        :disabled="form.entry.value.lines.length === 0 && !form.draft.date && !form.draft.narration"
        @click="clear"
      />
      <Button type="submit" label="Post entry" aria-keyshortcuts="Control+Enter" :disabled="closed" />
    </div>
    <p v-if="refusal" class="notice is-refusal small" role="alert" data-refusal>
      <strong>Not posted.</strong> {{ refusal }}
    </p>
  </form>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding: 0.55rem 0.8rem;
}
h2 {
  font-size: var(--large);
}
.meta {
  display: grid;
  grid-template-columns: auto 10.5rem auto 1fr;
  gap: 0.5rem;
  align-items: center;
  padding: 0 0.8rem 0.6rem;
}
.meta label {
  color: var(--ink-soft);
  font-size: var(--small);
}
th,
td {
  border-top: 1px solid var(--line);
  padding: 0;
}
td + td,
th + th {
  border-left: 1px solid var(--line);
}
thead th {
  padding: 0.25rem 0.6rem;
  color: var(--ink-soft);
  font-size: var(--small);
}
.code {
  width: 5.6rem;
}
.amount {
  width: 8rem;
}
.name {
  padding: 0 0.6rem;
}
td :deep(input) {
  border-color: transparent;
  border-radius: 0;
  background: transparent;
}
td :deep(input:focus) {
  border-color: var(--act);
  box-shadow: inset 0 0 0 1px var(--act);
  outline: none;
}
tfoot td {
  padding: 0.35rem 0.6rem;
  border-left: 0;
}
.actions {
  display: flex;
  justify-content: flex-end;
  align-items: center;
  gap: 0.5rem;
  padding: 0.45rem 0.8rem;
  border-top: 1px solid var(--line);
  background: var(--ground);
}
.actions > span {
  margin-right: auto;
}
</style>
