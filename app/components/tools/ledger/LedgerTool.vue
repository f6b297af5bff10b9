<script setup lang="ts">
import type { LedgerState, View, WrittenEntry } from '~~/core/tools/ledger/state'
import { entryCount } from '~~/core/tools/ledger/journal'
import type { TaskView } from '~~/core/wire/sitting'

/** The books: a new entry above the journal, chart or trial balance, and the account in question beside them. */
const props = defineProps<{ task: TaskView; sittingId: string; operate: (op: unknown) => string | null }>()

// The state of a ledger task was made by the ledger itself.
const state = computed(() => props.task.state as LedgerState)
const inHand = computed(() => stepInHandOf(props.task))
const draft = shallowRef<WrittenEntry | null>(null)

const views: { value: View; label: string }[] = [
  { value: 'journal', label: 'Journal' },
  { value: 'accounts', label: 'Accounts' },
  { value: 'trial-balance', label: 'Trial balance' },
]

function show(view: View) {
  if (view !== state.value.view) props.operate({ type: 'view.show', view })
}

function openAccount(account: string) {
  if (account !== state.value.account) props.operate({ type: 'account.open', account })
}
</script>

<template>
  <div class="ledger">
    <div class="books">
      <EntryForm
        :state="state"
        :draft-key="`${sittingId}:${task.id}`"
        :operate="operate"
        :closed="!inHand"
        :watched="inHand?.mode === 'watched'"
        @account="openAccount"
        @draft="draft = $event"
      />
      <section class="panel lower" aria-label="Books">
        <header>
          <SelectButton
            :model-value="state.view"
            :options="views"
            option-label="label"
            option-value="value"
            :allow-empty="false"
            size="small"
            aria-label="What to show"
            @update:model-value="show"
          />
          <span class="soft small"
            >{{ counted(entryCount(state), 'entry', 'entries')
            }}<template v-if="state.view === 'journal'">, newest first</template></span
          >
        </header>
        <div
          :key="state.view"
          class="scroll"
          tabindex="0"
          role="region"
          :aria-label="views.find(({ value }) => value === state.view)?.label"
        >
          <JournalView
            v-if="state.view === 'journal'"
            :state="state"
            :operate="operate"
            :closed="!inHand"
            :watched="inHand?.mode === 'watched'"
            @account="openAccount"
          />
          <ChartView
            v-else-if="state.view === 'accounts'"
            :state="state"
            :open="state.account"
            @account="openAccount"
          />
          <TrialBalanceView v-else :state="state" @account="openAccount" />
        </div>
      </section>
    </div>
    <AccountPanel :state="state" :code="state.account" :draft="draft" />
  </div>
</template>

<style scoped>
.ledger {
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr) 326px;
  gap: 0.9rem;
  height: 100%;
  align-items: start;
}
.books {
  display: grid;
  grid-template-rows: auto minmax(240px, 1fr);
  gap: 0.9rem;
  height: 100%;
  min-width: 0;
}
.lower {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}
.lower header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
  padding: 0.4rem 0.8rem;
  border-bottom: 1px solid var(--line);
}
.scroll {
  overflow: auto;
}
.scroll :deep(thead th) {
  position: sticky;
  top: 0;
  background: var(--surface);
}
.ledger > .account {
  max-height: 100%;
  overflow: auto;
}
</style>
