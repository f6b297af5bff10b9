<script setup lang="ts">
import type { LedgerOnScreen } from '~~/core/tools/ledger/ops'
import { grouped } from '~~/core/ground/money'
import { accountOf, entries, reversalOf } from '~~/core/tools/ledger/journal'
import { entryName } from '~~/core/tools/ledger/state'
import type { Entry, LedgerState } from '~~/core/tools/ledger/state'

/** The journal, newest first. A posted entry can't be changed, only reversed by a linked one. */
const props = defineProps<{
  state: LedgerState
  operate: (op: LedgerOnScreen['op']) => Promise<string | null>
  closed: boolean
  watched: boolean
}>()
const emit = defineEmits<{ account: [code: string] }>()

const PAGE = 25
const page = ref(0)
const all = computed(() => entries(props.state).toReversed())
const shown = computed(() => all.value.slice(page.value * PAGE, (page.value + 1) * PAGE))
watch(
  () => all.value.length,
  () => {
    page.value = 0
  },
)

const reversing = ref<number | null>(null)
const reversal = reactive({ date: '', narration: '', refusal: '' })

/** The form that is filled in, its refusal and all, stays in sight however long the journal is. */
const form = useTemplateRef<HTMLFormElement[]>('form')
const showForm = () => nextTick(() => form.value?.[0]?.scrollIntoView({ block: 'nearest' }))

function begin(entry: Entry) {
  reversing.value = entry.number
  void showForm()
  Object.assign(reversal, { date: '', narration: `Reversal of ${entryName(entry.number)}`, refusal: '' })
}

async function reverse(number: number) {
  const { date, narration } = reversal
  reversal.refusal = (await props.operate({ type: 'entry.reverse', entry: number, date, narration })) ?? ''
  if (reversal.refusal) void showForm()
  else reversing.value = null
}

const links = (entry: Entry): string => {
  const by = reversalOf(props.state, entry.number)
  if (by) return `reversed by ${entryName(by.number)}`
  return entry.reverses ? `reverses ${entryName(entry.reverses)}` : ''
}
</script>

<template>
  <table class="journal">
    <thead>
      <tr>
        <th scope="col">No.</th>
        <th scope="col">Date</th>
        <th scope="col">Account</th>
        <th scope="col" class="right">Debit £</th>
        <th scope="col" class="right">Credit £</th>
      </tr>
    </thead>
    <tbody v-for="entry in shown" :key="entry.number" :data-entry="entryName(entry.number)">
      <tr v-for="(line, index) in entry.lines" :key="index">
        <td class="figure">{{ index === 0 ? entryName(entry.number) : '' }}</td>
        <td>{{ index === 0 ? format.shortDay(entry.date) : '' }}</td>
        <td>
          <button type="button" class="account" @click="emit('account', line.account)">
            <span class="figure">{{ line.account }}</span> {{ accountOf(state, line.account)?.name }}
          </button>
        </td>
        <td class="right figure">{{ line.side === 'debit' ? grouped(line.amount) : '' }}</td>
        <td class="right figure">{{ line.side === 'credit' ? grouped(line.amount) : '' }}</td>
      </tr>
      <tr class="foot">
        <td />
        <td colspan="4">
          <span class="soft small"
            >{{ entry.narration || 'no narration'
            }}<template v-if="links(entry)">
              · <strong>{{ links(entry) }}</strong></template
            ></span
          >
          <Button
            v-if="!links(entry) && entry.lines.length <= 12 && reversing !== entry.number && !closed"
            text
            size="small"
            label="Reverse…"
            :aria-label="`Reverse ${entryName(entry.number)}`"
            @click="begin(entry)"
          />
          <form v-if="reversing === entry.number" ref="form" class="reversal" @submit.prevent="reverse(entry.number)">
            <label :for="`reversal-${entry.number}`">Date of the reversal</label>
            <DateField
              v-model="reversal.date"
              :input-id="`reversal-${entry.number}`"
              label="date of the reversal"
              :period="state.period"
            />
            <label :for="`reason-${entry.number}`">Narration</label>
            <InputText
              :id="`reason-${entry.number}`"
              v-model="reversal.narration"
              maxlength="200"
              autocomplete="off"
              fluid
            />
            <p class="small">
              {{
                watched
                  ? 'This step is watched: a reversal that isn’t right spends a try and is taken back.'
                  : `Posts a linked entry that undoes ${entryName(entry.number)}.`
              }}
            </p>
            <div>
              <Button type="submit" size="small" label="Post the reversal" />
              <Button type="button" text size="small" label="Leave it" @click="reversing = null" />
            </div>
            <p v-if="reversal.refusal" class="notice is-refusal small" role="alert">{{ reversal.refusal }}</p>
          </form>
        </td>
      </tr>
    </tbody>
  </table>
  <Paginator
    v-if="all.length > PAGE"
    :rows="PAGE"
    :total-records="all.length"
    :first="page * PAGE"
    @page="page = $event.page"
  />
</template>

<style scoped>
th,
td {
  padding: 0.08rem 0.6rem;
  white-space: nowrap;
  vertical-align: top;
}
td:nth-child(3),
.foot td,
.reversal {
  white-space: normal;
}
thead th {
  color: var(--ink-soft);
  font-size: var(--small);
  border-bottom: 1px solid var(--line);
}
tbody tr:first-child td {
  border-top: 1px solid var(--line);
  padding-top: 0.3rem;
}
.foot td {
  padding-bottom: 0.35rem;
}
.foot td > * {
  vertical-align: middle;
}
.account {
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.account:hover {
  color: var(--act);
  text-decoration: underline;
}
.reversal {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0.4rem 0.6rem;
  align-items: center;
  max-width: 30rem;
  padding: 0.5rem 0;
}
.reversal p,
.reversal div {
  grid-column: 1 / -1;
}
</style>
