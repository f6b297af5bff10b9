<script setup lang="ts">
import { progressView } from '~~/core/wire/assigning'
import type { AssignmentAct, TraineeProgress } from '~~/core/wire/assigning'
import type { AskedAct } from '~/components/assigning/AssignmentActDialog.vue'

const id = String(useRoute().params.id)
const { data: progress, failure, load } = useCall(progressView, () => `/api/assigning/${id}`)
useHead({ title: () => `${progress.value?.paperTitle ?? 'Assignment'} · Steady Anvil` })
// It follows along while people sit the paper.
useIntervalFn(
  () =>
    void callApi(progressView, `/api/assigning/${id}`)
      .then(view => (progress.value = view))
      .catch(() => undefined),
  10_000,
)

type Filter = 'all' | 'not-started' | 'working' | 'handed-in' | 'late'
const filter = ref<Filter>('all')
const tests: Record<Filter, (one: TraineeProgress) => boolean> = {
  'all': () => true,
  'not-started': one => one.state === 'not-started',
  'working': one => one.state === 'working',
  'handed-in': one => one.state === 'handed-in',
  'late': one => one.late,
}
const labels: Record<Filter, string> = {
  'all': 'All',
  'not-started': 'Not started',
  'working': 'At work',
  'handed-in': 'Handed in',
  'late': 'Late',
}
const options = computed(() =>
  (Object.keys(tests) as Filter[]).map(value => ({
    value,
    label: `${labels[value]} ${progress.value?.people.filter(tests[value]).length ?? 0}`,
  })),
)
const shown = computed(() => progress.value?.people.filter(tests[filter.value]) ?? [])
const states: Record<TraineeProgress['state'], string> = {
  'not-started': 'not started',
  'working': 'at work',
  'handed-in': 'handed in',
  'voided': 'void',
}

const chosen = ref<TraineeProgress[]>([])
const expanded = ref({})
const asked = ref<AskedAct | null>(null)
const told = ref<{ text: string; refused: boolean } | null>(null)

function ask(what: AskedAct) {
  told.value = null
  asked.value = what
}

async function act(body: AssignmentAct) {
  asked.value = null
  try {
    progress.value = await callApi(progressView, `/api/assigning/${id}/acts`, { method: 'POST', body })
    told.value = { text: 'Done, and noted in the audit log.', refused: false }
    chosen.value = []
  } catch (error) {
    told.value = { text: inWords(error), refused: true }
  }
}
</script>

<template>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!progress" class="soft" role="status">Fetching the assignment…</p>
  <article v-else>
    <header class="head">
      <h1>{{ progress.paperTitle }}</h1>
      <p class="soft">
        {{ progress.settings.room || 'anywhere' }} ·
        {{
          progress.settings.closesAt
            ? `closes ${format.date(progress.settings.closesAt)}, ${format.time(progress.settings.closesAt)}`
            : 'stays open'
        }}
        · {{ progress.released ? 'results are shown' : 'results are held' }}
      </p>
      <div class="acts">
        <Button
          outlined
          severity="secondary"
          :label="`Grant a sitting${chosen.length ? ` (${chosen.length})` : ''}…`"
          :disabled="chosen.length === 0"
          @click="ask({ act: 'grant' })"
        />
        <Button
          outlined
          severity="secondary"
          :label="`Move the closing time${chosen.length ? ` (${chosen.length})` : ''}…`"
          :disabled="chosen.length === 0"
          @click="ask({ act: 'later' })"
        />
        <Button as="router-link" outlined severity="secondary" :to="`/assigning/settings/${id}`" label="Settings" />
        <Button label="Release the results…" :disabled="progress.released" @click="ask({ act: 'release' })" />
      </div>
    </header>
    <p v-if="progress.unreadable" class="notice is-refusal">
      Its settings can’t be read. It is closed to everyone until they are set anew under <em>Settings</em>; work that
      was handed in is kept.
    </p>
    <p v-if="told" class="notice" :class="told.refused ? 'is-refusal' : 'is-passed'" role="status">{{ told.text }}</p>
    <SelectButton
      v-model="filter"
      class="filter"
      :options="options"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      size="small"
      aria-label="Who to show"
    />
    <DataTable
      v-model:selection="chosen"
      v-model:expanded-rows="expanded"
      :value="shown"
      data-key="personId"
      class="panel"
      :paginator="shown.length > 25"
      :rows="25"
    >
      <Column selection-mode="multiple" header-style="width: 3rem" />
      <Column expander header-style="width: 3rem" />
      <Column header="Name"
        ><template #body="{ data }"
          ><strong>{{ data.name }}</strong
          ><span v-if="data.adjustments.length" class="soft small"> · {{ data.adjustments.join(', ') }}</span></template
        ></Column
      >
      <Column header="State"
        ><template #body="{ data }"
          >{{ states[data.state as TraineeProgress['state']] }}<strong v-if="data.late">, late</strong></template
        ></Column
      >
      <Column header="Sittings" header-class="right" body-class="right figure"
        ><template #body="{ data }">{{ data.sittingsUsed }} of {{ data.sittingsAllowed }}</template></Column
      >
      <Column header="Score that counts" header-class="right" body-class="right figure"
        ><template #body="{ data }">{{
          data.countingScore === null
            ? ''
            : `${data.countingScore.toFixed(2)} of ${progress?.exactPoints ? progress.outOf.toFixed(2) : `about ${progress?.outOf}`}`
        }}</template></Column
      >
      <template #expansion="{ data }">
        <p v-if="data.sittings.length === 0" class="soft">No sitting yet.</p>
        <ul v-else class="sittings">
          <li v-for="one in data.sittings" :key="one.id">
            <span>Sitting {{ one.number }}, {{ format.date(one.startedAt) }} {{ format.time(one.startedAt) }}</span>
            <span>{{
              one.endedAt
                ? `${endings[one.how ?? ''] ?? one.how} ${format.time(one.endedAt)}${one.late ? ', late' : ''}`
                : 'at work'
            }}</span>
            <span class="figure">{{ one.score === null ? '' : one.score.toFixed(2) }}</span>
            <span class="soft small"
              >{{ one.signedAs ? `signed ${one.signedAs}` : '' }}{{ one.credit ? ` · credit ${one.credit}` : ''
              }}{{ one.uploads ? ` · ${counted(one.uploads, 'file', 'files')}` : '' }}</span
            >
            <span class="acts"
              ><template v-if="one.endedAt"
                ><Button as="router-link" text size="small" :to="`/sittings/${one.id}/result`" label="Result" /><Button
                  as="router-link"
                  text
                  size="small"
                  :to="`/sittings/${one.id}/receipt`"
                  label="Receipt" /><Button
                  text
                  size="small"
                  label="Open again…"
                  @click="ask({ act: 'reopen', sittingId: one.id })" /></template
            ></span>
          </li>
        </ul>
      </template>
    </DataTable>
    <section v-if="progress.ratings.count > 0" class="panel ratings" aria-label="What they thought of it">
      <h2>
        What they thought of it
        <span class="soft small">{{ counted(progress.ratings.count, 'rating', 'ratings') }}, 1 to 5</span>
      </h2>
      <p>
        Effort <strong class="figure">{{ progress.ratings.effort }}</strong> · Clarity
        <strong class="figure">{{ progress.ratings.clarity }}</strong> · Time enough
        <strong class="figure">{{ progress.ratings.time }}</strong>
      </p>
      <ul>
        <li v-for="words in progress.ratings.words" :key="words">“{{ words }}”</li>
      </ul>
    </section>
    <AssignmentActDialog
      :asked="asked"
      :people="chosen"
      :shows-answers="progress.settings.answers"
      @close="asked = null"
      @act="act"
    />
  </article>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin-left: auto;
}
.filter {
  margin: 0.9rem 0 0.6rem;
}
:deep(td) {
  padding: 0.35rem 0.9rem;
}
:deep(th.right .p-datatable-column-header-content) {
  justify-content: flex-end;
}
.sittings li {
  display: grid;
  grid-template-columns: 17rem 16rem 5rem 1fr auto;
  gap: 1rem;
  align-items: center;
}
.ratings {
  display: grid;
  gap: 0.5rem;
  margin-top: 1rem;
  padding: 1rem 1.2rem;
}
.ratings h2 {
  font-size: var(--large);
}
</style>
