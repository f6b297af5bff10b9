<script setup lang="ts">
/** A line to type sums into, and what the last ones came to. Only plain sums: it does no book-keeping. */
const line = ref('')
const done = ref<{ id: number; line: string; sum: string }[]>([])
const refusal = ref('')
/** The reckoning comes with its first use. */
const reckoning = () => import('~~/core/tray/sums')
const keys = ['7', '8', '9', '÷', '4', '5', '6', '×', '1', '2', '3', '−', '0', '.', '%', '+', '(', ')']

async function work() {
  if (line.value.trim() === '') return
  const { sumOf } = await reckoning()
  const sum = sumOf(line.value)
  refusal.value = sum === null ? 'This isn’t a sum of + − × ÷, brackets and %.' : ''
  if (sum === null) return
  done.value = [{ id: Date.now(), line: line.value, sum }, ...done.value].slice(0, 6)
  line.value = sum
}

function clear() {
  line.value = ''
  refusal.value = ''
}
</script>

<template>
  <form class="calculator" @submit.prevent="work">
    <label class="spoken" for="sum">Sum</label>
    <InputText id="sum" v-model="line" class="figure" fluid autocomplete="off" placeholder="(480 + 96) × 2.5 %" />
    <div class="keys">
      <Button
        v-for="key in keys"
        :key="key"
        type="button"
        outlined
        severity="secondary"
        size="small"
        :label="key"
        @click="line += key"
      />
      <Button type="button" text size="small" label="Clear" @click="clear" />
      <Button type="submit" size="small" label="=" aria-label="Work it out" />
    </div>
    <p v-if="refusal" class="notice is-refusal small" role="alert">{{ refusal }}</p>
    <ol class="small figure" aria-label="Last sums" aria-live="polite">
      <li v-for="one in done" :key="one.id">
        <span class="soft">{{ one.line }} =</span> {{ one.sum }}
      </li>
    </ol>
  </form>
</template>

<style scoped>
.calculator {
  display: grid;
  gap: 0.5rem;
}
.keys {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 0.3rem;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 0.5rem;
}
</style>
