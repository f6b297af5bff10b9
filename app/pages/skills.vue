<script setup lang="ts">
import { skillsView } from '~~/core/wire/skills'
import type { TradeView } from '~~/core/wire/skills'
import { standingInWords } from '~/components/reports/states'

useHead({ title: 'Skill-gap report · Steady Anvil' })
const route = useRoute()
const { data: report, failure, load } = useCall(skillsView, () => '/api/me/skills')

/** The trade whose skills are shown; several trades begin with all of them. */
const wanted = ref(typeof route.query.trade === 'string' ? route.query.trade : '')
const chosen = ref(typeof route.query.skill === 'string' ? route.query.skill : '')
const skillsIn = (trades: readonly TradeView[]) => trades.flatMap(({ areas }) => areas.flatMap(area => area.skills))
const trade = computed(() => {
  const trades = report.value?.trades ?? []
  const ofSkill = trades.find(one => skillsIn([one]).some(({ id }) => id === chosen.value))
  return (
    trades.find(({ id }) => id === wanted.value) ??
    (wanted.value === '' ? ofSkill : undefined) ??
    (trades.length === 1 ? trades[0] : undefined) ??
    null
  )
})
const views = computed(() => [
  { value: 'all', label: 'All trades' },
  ...(report.value?.trades ?? []).map(({ id, title }) => ({ value: id, label: title })),
])
const skills = computed(() => skillsIn(trade.value ? [trade.value] : (report.value?.trades ?? [])))
const first = computed(() =>
  (report.value?.closeFirst ?? []).flatMap(id => skills.value.find(one => one.id === id) ?? []),
)
const skill = computed(() => skills.value.find(({ id }) => id === chosen.value) ?? first.value[0] ?? null)
const tradeOf = (id: string): string =>
  report.value?.trades.find(one => skillsIn([one]).some(skill => skill.id === id))?.title.toLowerCase() ?? ''
/** What is said to stand behind what is shown. */
const basis = computed(() => trade.value ?? report.value ?? { sittings: 0, criteria: 0, newest: null })
const shown = ref(5)

function print() {
  window.print()
}

function saveJson() {
  if (report.value) saveAs('skill-gap-report.json', 'application/json', JSON.stringify(report.value, null, 2))
}
</script>

<template>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!report" class="soft" role="status">Working out the report…</p>
  <template v-else>
    <header class="head">
      <h1>Skill-gap report, {{ (trade?.title ?? 'all trades').toLowerCase() }}</h1>
      <p class="soft">
        <span class="print-only">{{ report.person }}, {{ format.date(report.at) }}. </span
        >{{ counted(basis.sittings, 'sitting', 'sittings') }}, {{ basis.criteria }} judged criteria<template
          v-if="basis.newest"
          >, newest {{ format.date(basis.newest) }}</template
        >
      </p>
      <div class="actions no-print">
        <Button outlined severity="secondary" label="Print" @click="print" />
        <Button as="a" outlined severity="secondary" href="/api/me/skills?format=csv" download label="CSV" />
        <Button outlined severity="secondary" label="JSON" @click="saveJson" />
      </div>
    </header>
    <SelectButton
      v-if="report.trades.length > 1"
      class="trades no-print"
      :model-value="trade?.id ?? 'all'"
      :options="views"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      size="small"
      aria-label="Which trade"
      @update:model-value="wanted = $event"
    />
    <div class="columns">
      <section class="panel chart" :aria-label="trade ? 'Skills by area' : 'Areas by trade'">
        <SkillChart
          v-if="trade"
          :areas="trade.areas"
          :target="trade.target"
          :chosen="skill?.id ?? ''"
          @choose="chosen = $event"
        />
        <TradesChart v-else :trades="report.trades" @choose="wanted = $event" />
        <p class="key small soft">
          A bar spans where the level probably lies (10th to 90th percentile); the dark mark is the level, the dashed
          line the target. Solid: secure. Outlined: unproven, too little evidence either way, or only one step’s.
          Hatched: gap.
        </p>
      </section>
      <aside>
        <section class="panel card">
          <h2>Close these first</h2>
          <ol>
            <li v-for="one in first.slice(0, shown)" :key="one.id">
              <button type="button" class="pick" :aria-current="one.id === skill?.id" @click="chosen = one.id">
                {{ one.title }}
              </button>
              <span class="small">{{ standingInWords(one.mastery) }}</span>
              <span class="soft small"
                >{{ trade ? '' : `${tradeOf(one.id)}: `
                }}{{
                  one.recurring[0]
                    ? one.recurring[0].fault
                    : one.seen === 0
                      ? 'not seen yet'
                      : counted(one.seen, 'criterion seen so far', 'criteria seen so far')
                }}</span
              >
            </li>
          </ol>
          <p v-if="first.length === 0">Every skill is secure.</p>
          <Button
            v-if="first.length > shown"
            class="no-print"
            text
            size="small"
            :label="`Show all ${first.length}`"
            @click="shown = first.length"
          />
        </section>
        <SkillEvidence v-if="skill" :skill="skill" />
      </aside>
    </div>
  </template>
</template>

<style scoped>
.trades {
  margin-bottom: 0.9rem;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 1.1rem;
  flex-wrap: wrap;
  margin-bottom: 0.9rem;
}
.actions {
  display: flex;
  gap: 0.35rem;
  margin-left: auto;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  gap: 1.5rem;
  align-items: start;
}
.chart {
  padding: 0.8rem 1.1rem;
}
.key {
  margin-top: 0.75rem;
}
aside {
  display: grid;
  gap: 0.9rem;
}
.card {
  padding: 1rem 1.1rem;
}
.card h2 {
  font-size: var(--large);
}
.card li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 0.75rem;
  padding: 0.5rem 0;
  border-top: 1px solid var(--line);
}
.card ol {
  margin-top: 0.5rem;
}
.pick {
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  font-weight: 600;
  text-align: left;
  cursor: pointer;
  min-height: 24px;
}
.pick:hover,
.pick[aria-current='true'] {
  color: var(--act);
  text-decoration: underline;
}
.print-only {
  display: none;
}
@media (max-width: 1023px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
@media print {
  .print-only {
    display: inline;
  }
  .columns {
    grid-template-columns: minmax(0, 1fr) 190px;
    gap: 0.8rem;
  }
  .chart,
  .card {
    padding: 0.5rem;
  }
}
</style>
