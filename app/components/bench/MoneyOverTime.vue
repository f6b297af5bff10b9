<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import type { TimeValue, Wanted } from '~~/core/tray/time-value'

/** Periods, rate, payment and sums of money over time: four are typed, the fifth is worked out. */
const fields: { id: Wanted; label: string }[] = [
  { id: 'periods', label: 'Periods' },
  { id: 'rate', label: 'Rate for a period, %' },
  { id: 'present', label: 'At first, £' },
  { id: 'payment', label: 'In each period, £' },
  { id: 'future', label: 'At the end, £' },
]
const typed = reactive<Record<Wanted, string>>({ periods: '', rate: '', present: '', payment: '', future: '' })
const which = ref<Wanted>('payment')
const atBegin = ref(false)
const said = ref('')
const result = ref<{ working: string; value: string } | null>(null)
const answer = useAnswerField()

const numberOf = (text: string): number => Number(text.replaceAll(',', '').replace('−', '-').trim() || '0')

async function work() {
  result.value = null
  const all = Object.fromEntries(fields.map(({ id }) => [id, id === which.value ? 0 : numberOf(typed[id])])) as Record<
    Wanted,
    number
  > satisfies TimeValue
  const wrong = fields.find(({ id }) => !Number.isFinite(all[id]))
  if (wrong) {
    said.value = `${wrong.label}: this is no number.`
    return
  }
  const { timeValue } = await import('~~/core/tray/time-value')
  const found = timeValue(which.value, all, atBegin.value)
  said.value = found === null ? 'Nothing fits what was typed.' : ''
  if (found === null) return
  const value = found.toFixed(which.value === 'rate' ? 4 : 2)
  typed[which.value] = value
  const working = fields
    .filter(({ id }) => id !== which.value)
    .map(({ id, label }) => `${label} ${all[id]}`)
    .join('; ')
  result.value = { working: `${working}; ${sure(fields.find(({ id }) => id === which.value)).label}`, value }
}
function put() {
  if (!result.value) return
  said.value = answer.put(result.value.working, result.value.value)
    ? ''
    : 'Nothing can be typed into the answer that was in hand.'
}
</script>

<template>
  <form class="money" @submit.prevent="work">
    <p class="small soft">
      Mark what is wanted and type the rest. What you get is positive, what you pay is negative, as one side sees it.
    </p>
    <div v-for="{ id, label } in fields" :key="id" class="row">
      <input :id="`want-${id}`" v-model="which" type="radio" name="wanted" :value="id" />
      <label :for="`want-${id}`" class="small">{{ label }}</label>
      <InputText
        v-model="typed[id]"
        class="figure"
        size="small"
        autocomplete="off"
        :aria-label="`${label}: what is typed or worked out`"
        :disabled="which === id && !result"
      />
    </div>
    <label class="small"
      ><input v-model="atBegin" type="checkbox" /> Payments are made at the beginning of a period</label
    >
    <Button type="submit" size="small" label="Find the marked one" />
    <p v-if="said" class="notice is-refusal small" role="alert">{{ said }}</p>
    <p v-if="result" class="small figure" aria-live="polite">{{ result.value }}</p>
    <Button
      v-if="result && answer.name.value"
      type="button"
      text
      size="small"
      label="Put it into the answer"
      :title="answer.name.value"
      @click="put"
    />
  </form>
</template>

<style scoped>
.money {
  display: grid;
  gap: 0.4rem;
}
p {
  margin: 0;
}
.row {
  display: grid;
  grid-template-columns: auto 1fr 8rem;
  gap: 0.4rem;
  align-items: center;
}
</style>
