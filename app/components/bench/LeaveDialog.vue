<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'

/** Leaving the bench: for now where the paper allows it, for good where it doesn't. */
defineProps<{ busy: boolean }>()
const visible = defineModel<boolean>('visible', { required: true })
const emit = defineEmits<{ leave: [] }>()
const bench = useBenchStore()
const mayComeBack = computed(() => bench.sitting?.rules.resume ?? true)
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="mayComeBack ? 'Leave for now' : 'Leave and end the sitting'"
    :style="{ width: '520px' }"
    :closable="!busy"
  >
    <p v-if="mayComeBack">
      Your work is kept, and the clock runs on. Come back through “My work” before
      {{ bench.pace ? format.time(bench.pace.deadline) : '' }}; then the sitting is handed in by itself.
    </p>
    <p v-else class="notice is-refusal">
      <strong>Leaving ends this sitting.</strong> What you have done is handed in as it is, and you can’t come back.
    </p>
    <p v-if="bench.failure" class="notice is-refusal" role="alert">{{ bench.failure }}</p>
    <template #footer>
      <Button outlined severity="secondary" label="Stay" :disabled="busy" autofocus @click="visible = false" />
      <Button
        :label="mayComeBack ? 'Leave for now' : 'End the sitting and leave'"
        :loading="busy"
        @click="emit('leave')"
      />
    </template>
  </Dialog>
</template>
