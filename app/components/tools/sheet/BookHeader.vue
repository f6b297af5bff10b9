<script setup lang="ts">
/** The sheets of the workbook, and what holds of the one that is shown. */
defineProps<{ sheets: readonly string[]; sheet: string; facts: readonly string[] }>()
const emit = defineEmits<{ choose: [sheet: string] }>()
</script>

<template>
  <header>
    <nav class="tabs" aria-label="Sheets">
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

<style scoped src="./tabs.css"></style>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.6rem;
  padding: 0 0.7rem 0 0.3rem;
  border-bottom: 1px solid var(--line);
}
header > span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
