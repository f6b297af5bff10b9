<script setup lang="ts">
import type { TradeView } from '~~/core/wire/skills'

/** How many skills of each trade stand how. */
defineProps<{ trades: TradeView[] }>()
</script>

<template>
  <table>
    <thead>
      <tr class="soft small">
        <th scope="col"><span class="spoken">Trade</span></th>
        <th scope="col" class="right">Secure</th>
        <th scope="col" class="right">Unproven</th>
        <th scope="col" class="right">Gap</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="trade in trades" :key="trade.id">
        <th scope="row">
          <NuxtLink :to="{ path: '/skills', query: { trade: trade.id } }">{{ trade.title }}</NuxtLink>
        </th>
        <td class="right figure">{{ trade.counts.secure }}</td>
        <td class="right figure">{{ trade.counts.unproven }}</td>
        <td class="right figure">{{ trade.counts.gap }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th,
td {
  padding: 0.35rem 0 0.35rem 0.5rem;
  font-weight: 400;
}
th:first-child {
  padding-left: 0;
}
tbody tr {
  border-top: 1px solid var(--line);
}
a {
  color: var(--act);
}
</style>
