<script setup lang="ts">
/** Recovery codes that the server has just made: nobody can see them again. */
const props = defineProps<{ codes: readonly string[]; email: string }>()
const save = (): void =>
  saveAs(
    'recovery-codes.txt',
    'text/plain;charset=utf-8',
    [`Steady Anvil, recovery codes of ${props.email}`, 'Each opens once.', '', ...props.codes, ''].join('\n'),
  )
</script>

<template>
  <section aria-label="Recovery codes">
    <p class="notice" role="status">
      <strong>They are shown this once.</strong> Each lets you in once when your app is lost. Keep them where you keep
      papers that matter, not beside your password.
    </p>
    <ol>
      <li v-for="code in codes" :key="code" class="figure">{{ code }}</li>
    </ol>
    <div><Button outlined severity="secondary" size="small" label="Save as a text file" @click="save" /></div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 0.8rem;
}
ol {
  display: grid;
  grid-template: repeat(5, auto) / auto auto;
  grid-auto-flow: column;
  gap: 0.25rem 2rem;
  padding-left: 1.6rem;
}
</style>
