<script setup lang="ts">
/** A day and a time of the viewer's zone; the model is ISO 8601 in UTC, or null. */
const moment = defineModel<string | null>({ required: true })
defineProps<{ id: string; label: string; error?: string }>()
const value = computed({
  get: () => (moment.value === null ? null : new Date(moment.value)),
  set: (date: Date | null) =>
    (moment.value = date instanceof Date && !Number.isNaN(date.getTime()) ? date.toISOString() : null),
})
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <DatePicker
      v-model="value"
      :input-id="id"
      show-time
      hour-format="24"
      date-format="D d M yy"
      show-icon
      icon-display="input"
      fluid
      :manual-input="false"
      show-button-bar
      :invalid="Boolean(error)"
      placeholder="not set"
    />
    <small v-if="error" class="error">{{ error }}</small>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 0.25rem;
}
label {
  font-weight: 600;
}
.error {
  color: var(--ink);
  font-weight: 600;
}
</style>
