<script setup lang="ts">
defineProps<{ message: string }>()
defineEmits<{ again: [] }>()
</script>

<template>
  <div class="notice is-refusal" role="alert">
    <p>{{ message }}</p>
    <Button size="small" outlined label="Try again" @click="$emit('again')" />
  </div>
</template>

<style scoped>
.notice {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 1rem;
}
</style>
