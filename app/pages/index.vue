<script setup lang="ts">
import { z } from 'zod'
import { skillsView } from '~~/core/wire/skills'
import { assignmentView } from '~~/core/wire/given'

definePageMeta({ middleware: 'home-of-role' })
useHead({ title: 'My work · Steady Anvil' })
const { data: assignments, failure, load } = useCall(z.array(assignmentView), () => '/api/assignments')
const { data: skills } = useCall(skillsView, () => '/api/me/skills')

/** From so many papers on the list can be searched. */
const LONG = 8
const view = ref<'list' | 'month'>('list')
const views = [
  { value: 'list', label: 'List' },
  { value: 'month', label: 'Month' },
]
const wanted = ref('')
const found = computed(() => {
  const words = wanted.value
    .toLocaleLowerCase('en-GB')
    .split(/\s+/)
    .filter(word => word !== '')
  return (assignments.value ?? []).filter(one =>
    words.every(word =>
      [one.paperTitle, one.trade, one.kind, one.room, one.course ?? '']
        .join(' ')
        .toLocaleLowerCase('en-GB')
        .includes(word),
    ),
  )
})

const groups = computed(() =>
  (
    [
      ['under-way', 'Under way'],
      ['open', 'Open now'],
      ['coming', 'Coming'],
      ['finished', 'Finished'],
    ] as const
  )
    .map(([state, title]) => ({ state, title, lines: inOrder(state) }))
    .filter(({ lines }) => lines.length > 0),
)

function inOrder(state: string) {
  const key = (moment: string | null | undefined): string => moment ?? '9999'
  return found.value
    .filter(one => one.state === state)
    .sort((a, b) => {
      if (state === 'finished') return key(b.latest?.endedAt).localeCompare(key(a.latest?.endedAt))
      if (state === 'coming') return key(a.opensAt).localeCompare(key(b.opensAt))
      return key(a.running?.deadline ?? a.dueAt ?? a.closesAt).localeCompare(
        key(b.running?.deadline ?? b.dueAt ?? b.closesAt),
      )
    })
}

/** What hasn’t been tried yet, and could be before it counts. */
const untried = computed(() =>
  (assignments.value ?? []).filter(
    ({ introduces, state, sittingsUsed }) => introduces !== null && state === 'open' && sittingsUsed === 0,
  ),
)

const closest = computed(() => {
  const [first] = skills.value?.closeFirst ?? []
  const trades = skills.value?.trades ?? []
  for (const trade of trades) {
    const skill = trade.areas.flatMap(area => area.skills).find(({ id }) => id === first)
    if (skill) return skill.evidence.length > 0 ? { ...skill, trade: trades.length > 1 ? trade.title : '' } : null
  }
  return null
})
</script>

<template>
  <div class="columns">
    <div>
      <header class="head">
        <h1>My work</h1>
        <InputText
          v-if="(assignments?.length ?? 0) >= LONG"
          v-model="wanted"
          placeholder="Search your papers"
          aria-label="Search your papers"
          type="search"
        />
        <SelectButton
          v-model="view"
          :options="views"
          option-label="label"
          option-value="value"
          :allow-empty="false"
          size="small"
          aria-label="How to show your papers"
        />
      </header>
      <FailureNotice v-if="failure" :message="failure" @again="load" />
      <p v-else-if="!assignments" class="soft waiting" role="status">Fetching your papers…</p>
      <p v-else-if="assignments.length === 0" class="panel empty">
        Nothing has been assigned to you yet. Papers appear here as soon as a trainer gives you one.
      </p>
      <p v-else-if="found.length === 0" class="panel empty">No paper is like “{{ wanted }}”.</p>
      <MonthView
        v-else-if="view === 'month'"
        :assignments="found"
        :now="assignments[0]?.now ?? new Date().toISOString()"
      />
      <p v-for="one in view === 'list' ? untried : []" :key="one.id" class="notice small" data-untried>
        You haven’t tried {{ one.introduces }} yet.
        <NuxtLink :to="`/assignments/${one.id}`">{{ one.paperTitle }}</NuxtLink> has no clock and costs nothing.
      </p>
      <section v-for="group in view === 'list' ? groups : []" :key="group.state" :aria-label="group.title">
        <h2>
          {{ group.title }} <span class="soft small">{{ counted(group.lines.length, 'paper', 'papers') }}</span>
        </h2>
        <ul class="panel">
          <AssignmentLine v-for="line in group.lines" :key="line.id" :assignment="line" />
        </ul>
      </section>
    </div>
    <aside v-if="skills" aria-label="Your skills">
      <section class="panel card">
        <h2 class="soft small">Closest gap</h2>
        <template v-if="closest">
          <p class="skill">
            {{ closest.title }}<span v-if="closest.trade" class="soft small">, {{ closest.trade.toLowerCase() }}</span>
          </p>
          <SkillBar :mastery="closest.mastery" :target="closest.target" tall />
          <p class="scale small">
            <span class="soft"
              >level {{ format.percent(closest.mastery.level) }}, likely {{ format.percent(closest.mastery.low) }} to
              {{ format.percent(closest.mastery.high) }}</span
            >
            <strong>target {{ format.percent(closest.target) }}</strong>
          </p>
          <p>{{ closest.can }}</p>
          <p v-if="closest.recurring[0]" class="soft">
            What recurred: {{ closest.recurring[0].fault }} ({{
              counted(closest.recurring[0].times, 'time', 'times')
            }}).
          </p>
          <Button
            as="router-link"
            outlined
            severity="secondary"
            :to="{ path: '/skills', query: { skill: closest.id } }"
            label="See the steps"
          />
        </template>
        <p v-else>No work has been judged yet. After your first sitting, the skill to work on next stands here.</p>
      </section>
      <section class="panel card">
        <h2>All skills</h2>
        <SkillCounts :trades="skills.trades" />
        <p class="soft small">Unproven means too little evidence either way.</p>
      </section>
      <CoursesCard @changed="load" />
    </aside>
  </div>
</template>

<style scoped>
[data-untried] {
  margin: 0.8rem 0 0;
}
.head {
  display: flex;
  align-items: center;
  gap: 1rem;
  flex-wrap: wrap;
}
.head h1 {
  margin-right: auto;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 2rem;
  align-items: start;
}
section h2 {
  margin: 1.25rem 0 0.45rem;
  font-size: var(--large);
}
h2 .soft {
  margin-left: 0.4rem;
  font-weight: 600;
}
.waiting {
  margin-top: 1rem;
  min-height: 20rem;
}
.empty {
  margin-top: 1rem;
  padding: 1.5rem;
}
aside {
  display: grid;
  gap: 1rem;
}
.card {
  display: grid;
  gap: 0.6rem;
  padding: 1.1rem;
  justify-items: start;
}
.card > * {
  width: 100%;
}
.card > .p-button {
  width: auto;
}
.card h2 {
  margin: 0;
}
.card h2.small {
  margin: 0;
  font-size: var(--small);
}
.skill {
  font-size: var(--larger);
  font-weight: 700;
  line-height: 1.2;
}
.scale {
  display: flex;
  justify-content: space-between;
}
.scale strong {
  color: var(--act);
}
@media (max-width: 1023px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
