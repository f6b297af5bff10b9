<script setup lang="ts">
import { scaleLinear } from 'd3'
import type { AreaView } from '~~/core/wire/skills'
import { standingInWords } from './states'

/** All skills by area: where each level probably lies against the target. */
const props = defineProps<{ areas: AreaView[]; target: number; chosen: string }>()
const emit = defineEmits<{ choose: [id: string] }>()

const percent = scaleLinear([0, 1], [0, 100])
const ticks = computed(() =>
  [0, 0.25, 0.5, 1].map(value => ({
    value,
    left: percent(value),
    text: value === 1 ? '100 %' : String(percent(value)),
  })),
)
const anchor = (value: number): string =>
  value === 0 ? 'translateX(0)' : value === 1 ? 'translateX(-100%)' : 'translateX(-50%)'
const ownTarget = computed(() => percent(props.target))
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col" class="name">Skill</th>
        <th scope="col" class="level">
          <span class="spoken">Level against target</span>
          <span class="axis" aria-hidden="true">
            <span
              v-for="tick in ticks"
              :key="tick.value"
              :style="{ left: `${tick.left}%`, transform: anchor(tick.value) }"
              >{{ tick.text }}</span
            >
            <strong :style="{ left: `${ownTarget}%`, transform: 'translateX(-50%)' }">target {{ ownTarget }}</strong>
          </span>
        </th>
        <th scope="col" class="standing">Standing</th>
        <th scope="col" class="right evidence">Evidence</th>
      </tr>
    </thead>
    <tbody v-for="area in areas" :key="area.id">
      <tr class="area">
        <th scope="rowgroup">{{ area.title }}</th>
        <td><SkillBar :mastery="area.mastery" :target="target" /></td>
        <td>{{ standingInWords(area.mastery) }}</td>
        <td class="right figure">{{ area.evidence }}</td>
      </tr>
      <tr
        v-for="skill in area.skills"
        :key="skill.id"
        class="skill"
        :class="{ chosen: skill.id === chosen }"
        @click="emit('choose', skill.id)"
      >
        <th scope="row">
          <button type="button" :aria-pressed="skill.id === chosen">{{ skill.title }}</button>
        </th>
        <td><SkillBar :mastery="skill.mastery" :target="skill.target" /></td>
        <td :class="{ gap: skill.mastery.standing === 'gap' }">{{ standingInWords(skill.mastery) }}</td>
        <td class="right figure">{{ skill.seen }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th,
td {
  padding: 0;
  font-weight: 400;
}
thead th {
  padding-bottom: 0.4rem;
  color: var(--ink-soft);
  font-size: var(--small);
}
.name {
  width: 33%;
}
.standing {
  width: 8.75rem;
}
.evidence {
  width: 5rem;
}
td:nth-child(3),
th:nth-child(3) {
  padding-left: 0.9rem;
}
.axis {
  position: relative;
  display: block;
  height: 1.2rem;
}
.axis span,
.axis strong {
  position: absolute;
  white-space: nowrap;
}
.axis strong {
  color: var(--act);
}
.area > * {
  border-top: 1px solid var(--line);
  font-weight: 600;
}
.area th {
  font-size: var(--large);
}
.skill {
  cursor: pointer;
}
.skill button {
  width: 100%;
  min-height: 24px;
  padding: 0 0 0 0.95rem;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.skill:hover,
.skill.chosen {
  background: var(--act-wash);
}
.gap {
  font-weight: 600;
}
/* At the width of a phone each level has a line of its own below the words, and so has the scale. */
@media (max-width: 600px) {
  tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto 5rem;
    align-items: baseline;
    gap: 0 0.6rem;
  }
  tr > :nth-child(2) {
    grid-column: 1 / -1;
    order: 1;
    width: 100%;
    min-height: 1.4rem;
  }
}
</style>
