<script setup lang="ts">
/** Tries as short upright strokes, spent ones struck through; the words beside them say the same. */
const props = defineProps<{ allowed: number; used: number }>()
const left = computed(() => props.allowed - props.used)
</script>

<template>
  <span class="tries">
    <span class="strokes" aria-hidden="true">
      <span v-for="n in allowed" :key="n" class="stroke" :class="{ spent: n <= used }" />
    </span>
    <span class="small" :class="left === 1 && allowed > 1 ? 'running-out' : 'soft'"
      >tries left: {{ left }} of {{ allowed }}</span
    >
  </span>
</template>

<style scoped>
.tries {
  display: inline-flex;
  align-items: center;
  gap: 0.75rem;
}
.strokes {
  display: inline-flex;
  gap: 4px;
}
.stroke {
  position: relative;
  width: 4px;
  height: 13px;
  background: var(--ink);
}
.stroke.spent {
  background: var(--line-strong);
}
.stroke.spent::after {
  content: '';
  position: absolute;
  left: -4px;
  top: 6px;
  width: 12px;
  height: 2px;
  background: var(--ink);
  transform: rotate(-35deg);
}
</style>
