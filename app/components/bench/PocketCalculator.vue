<script setup lang="ts">
/**
 * A line to type sums into, and what the last ones came to. The basic one does plain sums; the scientific one has
 * powers, roots, angles in degrees, logarithms, fractions and a memory as well. It does no book-keeping.
 */
const props = defineProps<{ functions: 'basic' | 'scientific' }>()

interface Sum {
  id: number
  line: string
  sum: string
  fraction: string | null
}
const line = ref('')
const done = ref<Sum[]>([])
const refusal = ref('')
const memory = ref('0')
const answer = useAnswerField()
const isScientific = computed(() => props.functions === 'scientific')
const keys = ['7', '8', '9', '÷', '4', '5', '6', '×', '1', '2', '3', '−', '0', '.', '%', '+', '(', ')']
const further = ['^', '√(', 'π', 'sin(', 'cos(', 'tan(', 'asin(', 'acos(', 'atan(', 'ln(', 'log(', '!']

/** The reckoning comes with its first use. */
async function found(): Promise<{ value: string; fraction: string | null } | null> {
  if (isScientific.value) return (await import('~~/core/tray/scientific')).workOut(line.value, memory.value)
  const value = (await import('~~/core/tray/sums')).sumOf(line.value)
  return value === null ? null : { value, fraction: null }
}

async function whyNot(): Promise<string> {
  if ((await import('~~/core/tray/line')).hasStrayComma(line.value))
    return 'Write decimals with a point, as in 1.5: a comma stands between groups of three digits, as in 1,000.'
  return isScientific.value
    ? 'This isn’t a sum that can be worked out.'
    : 'This isn’t a sum of + − × ÷, brackets and %.'
}

async function work() {
  if (line.value.trim() === '') return
  const result = await found()
  refusal.value = result ? '' : await whyNot()
  if (!result) return
  const sum: Sum = { id: Date.now(), line: line.value, sum: result.value, fraction: result.fraction }
  done.value = [sum, ...done.value].slice(0, 6)
  line.value = result.value
}

function clear() {
  line.value = ''
  refusal.value = ''
}

function put({ line: working, sum }: Sum) {
  refusal.value = answer.put(working, sum) ? '' : 'Nothing can be typed into the answer that was in hand.'
}
</script>

<template>
  <form class="calculator" @submit.prevent="work">
    <label class="spoken" for="sum">Sum</label>
    <InputText id="sum" v-model="line" class="figure" fluid autocomplete="off" placeholder="(480 + 96) × 2.5 %" />
    <div class="keys">
      <Button
        v-for="key in isScientific ? [...keys, ...further] : keys"
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
    <p v-if="isScientific" class="small memory">
      <span class="figure">M = {{ memory }}</span>
      <Button type="button" text size="small" label="Use M" @click="line += 'M'" />
      <Button
        type="button"
        text
        size="small"
        label="Keep the last as M"
        :disabled="done.length === 0"
        @click="memory = done[0]?.sum ?? '0'"
      />
    </p>
    <p v-if="refusal" class="notice is-refusal small" role="alert">{{ refusal }}</p>
    <ol class="small figure" aria-label="Last sums" aria-live="polite">
      <li v-for="one in done" :key="one.id">
        <span class="soft">{{ one.line }} =</span>
        <span>{{ one.fraction ? `${one.sum} = ${one.fraction}` : one.sum }}</span>
      </li>
    </ol>
    <Button
      v-if="done[0] && answer.name.value"
      type="button"
      text
      size="small"
      label="Put the last into the answer"
      :title="answer.name.value"
      @click="put(done[0])"
    />
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
.memory {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  align-items: center;
  margin: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0.2rem 0.5rem;
}
</style>
