<script setup lang="ts">
import type { MessageView } from '~~/core/wire/sitting'
import { useBenchStore } from '~/stores/bench'

/** What the trainee has to know now: what failed, what the room says, and that nothing is left to work on. */
defineProps<{ newest: MessageView | undefined }>()
const emit = defineEmits<{ answer: []; seen: []; handIn: [] }>()
const bench = useBenchStore()
</script>

<template>
  <div>
    <p v-if="bench.failure" class="notice is-refusal" role="alert">{{ bench.failure }}</p>
    <p v-if="newest" class="notice told" role="status" data-room-message>
      <span><strong>Invigilator:</strong> {{ newest.text }}</span>
      <Button text size="small" label="Answer" @click="emit('answer')" />
      <Button text size="small" label="Seen" @click="emit('seen')" />
    </p>
    <p v-if="bench.pace?.section === null" class="notice told" role="status">
      <span>All sections are closed. Hand the paper in, or wait for its end.</span>
      <Button size="small" label="Hand in…" @click="emit('handIn')" />
    </p>
  </div>
</template>

<style scoped>
.told {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}
.told span {
  margin-right: auto;
}
</style>
