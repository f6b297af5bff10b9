<script setup lang="ts">
import type { Operation } from '~~/core/tools/sheet/operations/catalogue'

/** What can be done by the words that were typed, or in a group; one of them is the next to be taken. */
defineProps<{ found: readonly Operation[]; label: string }>()
const at = defineModel<number>('at', { required: true })
defineEmits<{ choose: [operation: Operation] }>()
</script>

<template>
  <ul id="sheet-operations" role="listbox" tabindex="-1" class="panel" :aria-label="label">
    <li
      v-for="(operation, place) in found"
      :id="`operation-${operation.id}`"
      :key="operation.id"
      role="option"
      :aria-selected="place === at"
      :class="{ at: place === at }"
      @mousedown.prevent
      @mousemove="at = place"
      @click="$emit('choose', operation)"
    >
      <strong>{{ operation.title }}</strong>
      <kbd v-if="operation.keys" class="small soft">{{ operation.keys }}</kbd>
      <span class="small soft">{{ operation.about }}</span>
    </li>
    <li v-if="found.length === 0" class="soft" role="option" aria-selected="false">
      Nothing here goes by these words. Try another word for it, or open a group.
    </li>
  </ul>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 1fr auto;
  padding: 0.3rem 0.75rem;
  cursor: pointer;
}
li span {
  grid-column: 1 / -1;
}
li.at {
  background: var(--act-wash);
}
kbd {
  font-family: var(--mono);
}
</style>
