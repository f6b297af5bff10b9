<script setup lang="ts">
/** A list of texts, one a line. Empty lines don't count. */
const lines = defineModel<string[]>({ required: true })
defineProps<{ id: string; label: string; hint?: string }>()
const text = ref(lines.value.join('\n'))
watch(lines, now => {
  if (JSON.stringify(now) !== JSON.stringify(read(text.value))) text.value = now.join('\n')
})
function read(from: string): string[] {
  return from
    .split('\n')
    .map(line => line.trim())
    .filter(line => line !== '')
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <Textarea :id="id" v-model="text" rows="2" fluid auto-resize @update:model-value="lines = read(text)" />
    <small v-if="hint" class="soft">{{ hint }}</small>
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
</style>
