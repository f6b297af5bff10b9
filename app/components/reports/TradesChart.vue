<script setup lang="ts">
import type { TradeView } from '~~/core/wire/skills'

/** All trades of a programme: each area's level against the target, and how many of its skills stand how. */
defineProps<{ trades: TradeView[] }>()
const emit = defineEmits<{ choose: [id: TradeView['id']] }>()
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col" class="name">Area</th>
        <th scope="col"><span class="spoken">Level against target</span></th>
        <th scope="col" class="right count">Secure</th>
        <th scope="col" class="right count">Unproven</th>
        <th scope="col" class="right count">Gap</th>
        <th scope="col" class="right count">Evidence</th>
      </tr>
    </thead>
    <tbody v-for="trade in trades" :key="trade.id">
      <tr class="trade">
        <th scope="rowgroup">
          <button type="button" @click="emit('choose', trade.id)">{{ trade.title }}</button>
        </th>
        <td></td>
        <td class="right figure">{{ trade.counts.secure }}</td>
        <td class="right figure">{{ trade.counts.unproven }}</td>
        <td class="right figure">{{ trade.counts.gap }}</td>
        <td class="right figure">{{ trade.criteria }}</td>
      </tr>
      <tr v-for="area in trade.areas" :key="area.id" class="area">
        <th scope="row">{{ area.title }}</th>
        <td><SkillBar :mastery="area.mastery" :target="trade.target" /></td>
        <td class="right figure">{{ area.counts.secure }}</td>
        <td class="right figure">{{ area.counts.unproven }}</td>
        <td class="right figure">{{ area.counts.gap }}</td>
        <td class="right figure">{{ area.evidence }}</td>
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
  width: 30%;
}
.count {
  width: 5.2rem;
}
.trade > * {
  padding-top: 0.3rem;
  border-top: 1px solid var(--line);
  font-weight: 600;
}
.trade button {
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--act);
  font-size: var(--large);
  font-weight: 600;
  text-align: left;
  cursor: pointer;
}
.area th {
  padding-left: 0.95rem;
}
/* At the width of a phone each level has a line of its own below the words. */
@media (max-width: 600px) {
  thead .count {
    width: 4rem;
  }
  .area {
    display: grid;
    grid-template-columns: minmax(0, 1fr) repeat(4, 2.2rem);
    gap: 0 0.4rem;
  }
  .trade {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 0 repeat(4, 2.2rem);
    gap: 0 0.4rem;
  }
  thead {
    display: none;
  }
  .area > :nth-child(2) {
    grid-column: 1 / -1;
    order: 1;
  }
}
</style>
