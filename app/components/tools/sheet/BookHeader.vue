<script setup lang="ts">
/** The sheets of the workbook, and what holds of the one that is shown. */
defineProps<{ sheets: readonly string[]; sheet: string; facts: readonly string[] }>()
const emit = defineEmits<{ choose: [sheet: string] }>()
</script>

<template>
  <header>
    <nav aria-label="Sheets">
      <button
        v-for="one in sheets"
        :key="one"
        type="button"
        :aria-current="one === sheet ? 'page' : undefined"
        @mousedown.prevent
        @click="emit('choose', one)"
      >
        {{ one }}
      </button>
    </nav>
    <span class="small soft" :title="facts.join(' · ')">{{ facts.join(' · ') }}</span>
  </header>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.6rem;
  padding: 0 0.7rem 0 0.3rem;
  border-bottom: 1px solid var(--line);
}
nav {
  display: flex;
  overflow-x: auto;
}
nav button {
  padding: 0.35rem 0.6rem;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--ink-soft);
  cursor: pointer;
  white-space: nowrap;
}
nav button[aria-current] {
  border-bottom-color: var(--act);
  color: var(--ink);
  font-weight: 700;
}
header > span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
