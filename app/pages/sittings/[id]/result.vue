<script setup lang="ts">
import { resultView } from '~~/core/wire/result'
import type { StepResultView } from '~~/core/wire/result'
import { useSessionStore } from '~/stores/session'

const session = useSessionStore()
const id = String(useRoute().params.id)
const { data: result, failure, load } = useCall(resultView, () => `/api/sittings/${id}/result`)
useHead({ title: () => `Result of ${result.value?.paperTitle ?? 'a sitting'} · Steady Anvil` })

const steps = computed(() => result.value?.tasks.flatMap(task => task.steps) ?? [])
const count = (test: (step: StepResultView) => boolean): number => steps.value.filter(test).length
const open = ref<string[]>([])
watch(result, found => {
  open.value =
    found?.tasks
      .filter(task => task.score < task.outOf && task.steps.some(step => step.reached))
      .slice(0, 1)
      .map(task => task.id) ?? []
})

/** Why a reply to a marker wasn’t taken. */
const refusal = ref('')
async function reply(taskId: string, stepId: string, text: string) {
  refusal.value = ''
  try {
    const before = open.value
    result.value = await callApi(resultView, `/api/sittings/${id}/replies`, {
      method: 'POST',
      body: { taskId, stepId, text },
    })
    await nextTick()
    open.value = before
  } catch (error) {
    refusal.value = inWords(error)
  }
}

function print() {
  open.value = result.value?.tasks.map(task => task.id) ?? []
  nextTick(() => window.print())
}
</script>

<template>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!result" class="soft" role="status">Adding up the points…</p>
  <article v-else>
    <header class="head">
      <div>
        <h1>{{ result.paperTitle }}</h1>
        <p class="soft">
          {{ result.person }}, sitting {{ result.number }}, {{ format.date(result.startedAt) }}
          {{ format.time(result.startedAt) }} to {{ format.second(result.endedAt) }}, {{ endings[result.how] }}
        </p>
      </div>
      <div class="no-print actions">
        <Button outlined severity="secondary" label="Print" @click="print" />
        <Button
          v-if="session.person?.role === 'trainee'"
          outlined
          severity="secondary"
          as="router-link"
          :to="`/sittings/${id}/receipt`"
          label="Receipt"
        />
        <Button
          v-if="session.person?.role === 'trainee'"
          as="router-link"
          to="/skills"
          label="What it says about your skills"
        />
      </div>
    </header>
    <dl class="panel totals">
      <div>
        <dt>Points</dt>
        <dd class="figure big">
          <span data-total>{{ result.score.toFixed(2) }}</span> of {{ (result.outOf - result.waiting).toFixed(2) }}
        </dd>
        <dd v-if="result.waiting > 0" class="small soft" data-waiting>
          marked so far; {{ result.waiting.toFixed(2) }} wait for a marker
        </dd>
      </div>
      <div>
        <dt>Steps passed</dt>
        <dd class="figure big">{{ count(step => step.status === 'passed') }} of {{ steps.length }}</dd>
      </div>
      <div>
        <dt>Out of tries</dt>
        <dd class="figure big">{{ count(step => step.status === 'out-of-tries') }}</dd>
      </div>
      <div>
        <dt>Not reached</dt>
        <dd class="figure big">{{ count(step => !step.reached && step.waiting === 0) }}</dd>
      </div>
      <div>
        <dt>Time used</dt>
        <dd class="figure big">{{ format.length(result.workedMs) }}</dd>
      </div>
    </dl>
    <p class="soft small rule">
      {{
        result.tryWeights.every(weight => weight === 1)
          ? 'Every try counts the same.'
          : `Tries count ${result.tryWeights.map(weight => format.percent(weight)).join(', ')}.`
      }}
      {{
        result.scoring > 1
          ? 'What was right counts by the try since which it was, and a step earns its best check: going on never costs.'
          : 'A passed step counts by the try that passed it.'
      }}
      {{
        result.partial
          ? 'A step that was never passed keeps what was right at its best check.'
          : 'A step that was never passed earns nothing.'
      }}
      {{
        result.scoring > 3
          ? 'What was worked on and never checked was judged when the sitting ended, right or wrong, and so was work done ahead.'
          : result.scoring > 2
            ? 'What wasn’t closed was judged when the sitting ended, work done ahead too.'
            : 'Work that was done but not checked was judged when the sitting ended.'
      }}
    </p>
    <p v-if="result.rescored" class="small rule" data-rescored>
      Marked again on {{ format.date(result.rescored.at) }} by the rules of today. Before that it was
      {{ result.rescored.before.toFixed(2) }}.
    </p>
    <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    <TaskResult
      v-for="task in result.tasks"
      :key="task.id"
      :task="task"
      :sitting-id="result.sittingId"
      :open="open.includes(task.id)"
      :can-reply="session.person?.role === 'trainee'"
      @reply="(stepId, text) => reply(task.id, stepId, text)"
      @toggle="open = open.includes(task.id) ? open.filter(other => other !== task.id) : [...open, task.id]"
    />
  </article>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 1rem;
  flex-wrap: wrap;
}
.actions {
  display: flex;
  gap: 0.5rem;
}
.totals {
  display: flex;
  flex-wrap: wrap;
  gap: 0;
  margin: 1rem 0 0.5rem;
}
.totals div {
  flex: 1;
  min-width: 9rem;
  padding: 0.7rem 1.1rem;
}
.totals div + div {
  border-left: 1px solid var(--line);
}
dt {
  color: var(--ink-soft);
  font-size: var(--small);
}
.big {
  font-size: var(--larger);
  font-weight: 600;
}
.rule {
  margin-bottom: 0.9rem;
}
@media print {
  .big {
    font-size: var(--large);
  }
  .totals div {
    min-width: 0;
    padding: 0.4rem 0.6rem;
  }
}
</style>
