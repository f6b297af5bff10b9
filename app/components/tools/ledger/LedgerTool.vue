<script setup lang="ts">
import type { LedgerOnScreen } from '~~/core/tools/ledger/ops'
import type { View, WrittenEntry } from '~~/core/tools/ledger/state'
import { entryCount } from '~~/core/tools/ledger/journal'
import type { TaskView } from '~~/core/wire/sitting'
import type { WorkOnTask } from '~/composables/useWork'

/** The books: a new entry above the journal, chart or trial balance, and the account in question beside them. */
const props = defineProps<{ task: TaskView; sittingId: string; work: WorkOnTask<LedgerOnScreen> }>()

// The books are small: the ledger shows them whole.
const books = props.work.view(() => 'all')
const { operate } = props.work
const inHand = computed(() => stepInHandOf(props.task))
const draft = shallowRef<WrittenEntry | null>(null)

const views: { value: View; label: string }[] = [
  { value: 'journal', label: 'Journal' },
  { value: 'accounts', label: 'Accounts' },
  { value: 'trial-balance', label: 'Trial balance' },
]

function show(view: View) {
  if (view !== books.value?.view) void operate({ type: 'view.show', view })
}

function openAccount(account: string) {
  if (account !== books.value?.account) void operate({ type: 'account.open', account })
}
</script>

<template>
  <div v-if="books" class="ledger" :class="{ 'has-account': books.account !== null }">
    <div class="books">
      <EntryForm
        :state="books"
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
            :model-value="books.view"
            :options="views"
            option-label="label"
            option-value="value"
            :allow-empty="false"
            size="small"
            aria-label="What to show"
            @update:model-value="show"
          />
          <span class="soft small"
            >{{ counted(entryCount(books), 'entry', 'entries')
            }}<template v-if="books.view === 'journal'">, newest first</template></span
          >
        </header>
        <div
          :key="books.view"
          class="scroll"
          tabindex="0"
          role="region"
          :aria-label="views.find(({ value }) => value === books?.view)?.label"
        >
          <JournalView
            v-if="books.view === 'journal'"
            :state="books"
            :operate="operate"
            :closed="!inHand"
            :watched="inHand?.mode === 'watched'"
            @account="openAccount"
          />
          <ChartView
            v-else-if="books.view === 'accounts'"
            :state="books"
            :open="books.account"
            @account="openAccount"
          />
          <TrialBalanceView v-else :state="books" @account="openAccount" />
        </div>
      </section>
    </div>
    <AccountPanel :state="books" :code="books.account" :draft="draft" />
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
/* Where there is no room beside the books, the account in question stands below them, once there is one. */
@container tool (max-width: 800px) {
  .ledger {
    grid-template: minmax(0, 1fr) auto / minmax(0, 1fr);
  }
  .ledger > .account {
    max-height: 220px;
    width: 100%;
  }
  .ledger:not(.has-account) > .account {
    display: none;
  }
}
</style>
