<script setup lang="ts">
import { coverView } from '~~/core/wire/work'
import { sittingView } from '~~/core/wire/sitting'

const id = String(useRoute().params.id)
const { data: cover, failure, load } = useCall(coverView, () => `/api/assignments/${id}`)
useHead({ title: () => `${cover.value?.paperTitle ?? 'Paper'} · Steady Anvil` })

const busy = ref(false)
const refusal = ref('')

const facts = computed(() => {
  const one = cover.value
  if (!one) return []
  const { fewest, most } = one.tries
  const weights = one.tryWeights.every(weight => weight === 1)
    ? 'a later try counts as much as the first'
    : `the tries count ${one.tryWeights.map(weight => format.percent(weight)).join(', ')}`
  return [
    ['Time', one.allowanceMinutes === one.minutes ? `${one.minutes} min in one go; the clock does not stop` : `${one.allowanceMinutes} min for you (${one.minutes} min and your extra time); the clock does not stop`],
    ['Work', `${counted(one.tasks, 'task', 'tasks')} with ${counted(one.steps, 'step', 'steps')}, ${format.points(one.points)} points`],
    ['Tries', `${fewest === most ? counted(most, 'try', 'tries') : `${fewest} to ${most} tries`} on each step; ${weights}${one.partial ? '; what was right of a step counts even if it is never passed' : ''}`],
    ['When tries run out', one.afterTries === 'set-right' ? 'the work is set right for you, so that the next step starts from sound ground' : 'your work stays as it is; later figures that follow from yours count as right'],
    ['What a check tells', { none: 'only whether the step is right', which: 'which parts are right', why: 'which parts are right, and why the others are not' }[one.checkTells]],
    ['Sittings', `${one.sittingsUsed} of ${one.sittingsAllowed} used`],
    ['Window', one.closesAt ? `closes ${format.date(one.closesAt)}, ${format.time(one.closesAt)}` : 'stays open'],
    ['At the end of time', 'what you have done is handed in by itself'],
    ['Results', one.resultsAtEnd ? `at once, ${one.answersShown ? 'with what was expected' : 'without the answers'}` : 'when your trainer releases them'],
    ...(one.allowed.length > 0 ? [['Allowed beside you', one.allowed.join(', ')]] : []),
  ] as [string, string][]
})

async function start() {
  busy.value = true
  refusal.value = ''
  try {
    const sitting = await callApi(sittingView, `/api/assignments/${id}/sittings`, { method: 'POST', body: {} })
    await navigateTo(`/sittings/${sitting.id}`)
  }
  catch (error) {
    refusal.value = inWords(error)
    await load()
  }
  finally {
    busy.value = false
  }
}
</script>

<template>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!cover" class="soft" role="status">Fetching the paper…</p>
  <article v-else class="columns">
    <div>
      <p class="soft small">{{ cover.kind }} · {{ cover.trade }}</p>
      <h1>{{ cover.paperTitle }}</h1>
      <p class="about">{{ cover.about }}</p>
      <dl class="panel">
        <div v-for="[name, value] in facts" :key="name"><dt>{{ name }}</dt><dd>{{ value }}</dd></div>
      </dl>
    </div>
    <aside>
      <section class="panel start">
        <template v-if="cover.running">
          <p>This sitting is under way. It is handed in by itself at <strong>{{ format.time(cover.running.deadline) }}</strong>.</p>
          <Button as="router-link" :to="`/sittings/${cover.running.sittingId}`" label="Go on with the sitting" fluid />
        </template>
        <template v-else-if="cover.closedBecause">
          <p><strong>It can’t be started.</strong> {{ cover.closedBecause }}<template v-if="cover.opensAt && cover.state === 'coming'"> It opens {{ format.date(cover.opensAt) }}, {{ format.time(cover.opensAt) }}.</template></p>
          <Button v-if="cover.latest" as="router-link" outlined severity="secondary" :to="`/sittings/${cover.latest.sittingId}/result`" label="See your result" fluid />
        </template>
        <template v-else>
          <p>Started now, it ends at <strong>{{ format.time(cover.wouldEndAt) }}</strong>.</p>
          <p v-if="cover.cutShort" class="running-out">That is less than the full time: the paper closes then.</p>
          <Button label="Start the clock" :loading="busy" fluid @click="start" />
          <p class="soft small">This uses sitting {{ cover.sittingsUsed + 1 }} of {{ cover.sittingsAllowed }}. If the page closes, the clock runs on; come back here and go on.</p>
        </template>
        <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
      </section>
      <section class="panel start">
        <h2>How to work</h2>
        <ul class="how"><li v-for="text in cover.instructions" :key="text">{{ text }}</li></ul>
      </section>
      <section v-for="section in cover.sections" :key="section.title" class="panel start">
        <h2>{{ section.title }} <span class="soft small">{{ counted(section.tasks.length, 'task', 'tasks') }}</span></h2>
        <ol class="tasks"><li v-for="task in section.tasks" :key="task.title"><span>{{ task.title }}</span><span class="soft small">{{ task.minutes }} min · {{ format.points(task.points) }} points</span></li></ol>
      </section>
    </aside>
  </article>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: minmax(0, 1fr) 400px; gap: 2rem; align-items: start; }
.about { margin: 0.5rem 0 1.25rem; max-width: 60ch; font-size: var(--large); }
dl { padding: 0.25rem 1.1rem; }
dl div { display: grid; grid-template-columns: 10.5rem 1fr; gap: 1rem; padding: 0.55rem 0; }
dl div + div { border-top: 1px solid var(--line); }
dt { font-weight: 600; }
aside { display: grid; gap: 1rem; }
.start { display: grid; gap: 0.75rem; padding: 1.1rem; }
.start h2 { font-size: var(--large); }
.how { display: grid; gap: 0.5rem; padding-left: 1.1rem; list-style: disc; }
.tasks { display: grid; gap: 0.2rem; }
.tasks li { display: flex; justify-content: space-between; gap: 1rem; }
@media (max-width: 1023px) { .columns { grid-template-columns: 1fr; } }
</style>
