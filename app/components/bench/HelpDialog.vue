<script setup lang="ts">
/** The paper's instructions and the shortcuts, at any time. */
defineProps<{ instructions: readonly string[], allowed: readonly string[] }>()
const visible = defineModel<boolean>('visible', { required: true })
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Help" :style="{ width: '600px' }" dismissable-mask>
    <h3>Instructions of this paper</h3>
    <ul class="texts"><li v-for="text in instructions" :key="text">{{ text }}</li></ul>
    <p v-if="allowed.length > 0">Allowed beside you: {{ allowed.join(', ') }}.</p>
    <h3>Keys</h3>
    <table>
      <tbody><tr v-for="shortcut in shortcuts" :key="shortcut.id"><th scope="row"><kbd class="figure">{{ shortcut.keys }}</kbd></th><td>{{ shortcut.does }}</td></tr></tbody>
    </table>
  </Dialog>
</template>

<style scoped>
.texts { display: grid; gap: 0.3rem; margin: 0.4rem 0 0.75rem; padding-left: 1.1rem; list-style: disc; }
h3:not(:first-child) { margin-top: 1rem; }
th { width: 6rem; padding: 0.2rem 0; }
kbd { padding: 0 0.35rem; border: 1px solid var(--line-strong); border-radius: 3px; }
</style>
