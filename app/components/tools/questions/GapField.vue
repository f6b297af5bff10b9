<script setup lang="ts">
import type { GapsPart } from '~~/core/tools/questions/kinds/gaps'

/** One gap: something is typed into it or chosen. */
defineProps<{ gap: GapsPart['gaps'][string]; number: number; value: string; closed: boolean }>()
const emit = defineEmits<{ fill: [value: string] }>()

function fill({ target }: Event) {
  if (target instanceof HTMLInputElement || target instanceof HTMLSelectElement) emit('fill', target.value.trim())
}
</script>

<template>
  <select
    v-if="gap !== 'typed'"
    class="gap"
    :value="value"
    :aria-label="`Gap ${number}`"
    :disabled="closed"
    @change="fill"
  >
    <option value="">…</option>
    <option v-for="option in gap.options" :key="option.id" :value="option.id">{{ option.text }}</option>
  </select>
  <input
    v-else
    class="gap"
    type="text"
    :value="value"
    autocomplete="off"
    spellcheck="false"
    maxlength="80"
    :aria-label="`Gap ${number}`"
    :disabled="closed"
    @change="fill"
  />
</template>

<style scoped>
.gap {
  max-width: 100%;
  padding: 0.15rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
input {
  width: 9rem;
  height: 1.9rem;
}
</style>
