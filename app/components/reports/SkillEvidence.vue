<script setup lang="ts">
import type { SkillReportView } from '~~/core/wire/skills'

/** The evidence behind one skill, what recurred in it, and what to do about it. */
defineProps<{ skill: SkillReportView }>()
</script>

<template>
  <section class="panel card" aria-live="polite">
    <h2>{{ skill.title }}</h2>
    <p>{{ skill.can }}</p>
    <p v-if="skill.evidence.length > 0">
      Level {{ format.percent(skill.mastery.level) }}, likely between {{ format.percent(skill.mastery.low) }} and
      {{ format.percent(skill.mastery.high) }}. Chance of being at the target:
      {{ format.percent(skill.mastery.atTarget) }}.
    </p>
    <p v-else>No work on this has been judged yet, so nobody knows.</p>
    <table v-if="skill.evidence.length > 0">
      <thead>
        <tr>
          <th scope="col">Judged</th>
          <th scope="col" class="right">Points</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(one, index) in skill.evidence" :key="index">
          <td>
            <NuxtLink :to="`/sittings/${one.sittingId}/result`">{{ one.taskTitle }}</NuxtLink>,
            {{ format.shortDate(one.at) }}
            <span class="soft small"
              >{{ one.criterion }}<template v-if="one.faults.length > 0">: {{ one.faults.join(', ') }}</template></span
            >
          </td>
          <td class="right figure points">{{ one.points.toFixed(2) }} of {{ one.outOf.toFixed(2) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="skill.seen > skill.evidence.length" class="soft">
      {{ counted(skill.seen - skill.evidence.length, 'older result counts', 'older results count') }} as well, each less
      the older it is.
    </p>
    <p v-if="skill.recurring.length > 0" class="soft">
      What recurred: {{ skill.recurring.map(({ fault, times }) => `${fault} (${times})`).join(', ') }}.
    </p>
    <p v-for="text in skill.read" :key="text"><strong>Read</strong> {{ text }}</p>
    <p v-for="paper in skill.practise" :key="paper.assignmentId">
      <strong>Practise</strong> <NuxtLink :to="`/assignments/${paper.assignmentId}`">{{ paper.paperTitle }}</NuxtLink>:
      {{ paper.tasks.join(', ') }}
    </p>
  </section>
</template>

<style scoped>
.card {
  display: grid;
  gap: 0.5rem;
  padding: 1rem 1.1rem;
}
h2 {
  font-size: var(--large);
}
td,
th {
  padding: 0.35rem 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
  font-weight: 400;
}
th {
  color: var(--ink-soft);
  font-size: var(--small);
}
td span {
  display: block;
}
.points {
  white-space: nowrap;
  padding-left: 0.5rem;
}
</style>
