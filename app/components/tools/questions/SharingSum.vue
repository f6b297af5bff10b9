<script setup lang="ts">
import { readNumber } from '~~/core/ground/numbers'
import { moneyText } from '~~/core/tools/questions/kinds/sharing'
import type { SharingPart } from '~~/core/tools/questions/kinds/sharing'
import { asSentence } from '~~/core/tools/questions/answers/wording'

/** A sum of money that is shared out: what each gets is typed, and drawn as a part of the whole. */
const props = defineProps<{ part: SharingPart; answer: Readonly<Record<string, number>> | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Record<string, number> | null] }>()

const decimal = new Intl.NumberFormat().format(1.5).includes(',') ? ',' : '.'
/** What couldn’t be taken as it was typed, by who would get it. */
const wrong = reactive<Record<string, string>>({})
/** What was typed there: it stays, to be put right. */
const mistyped = reactive<Record<string, string>>({})
const rows = computed(() => {
  let from = 0
  return props.part.among.map(({ id, text }) => {
    const share = props.answer?.[id]
    const x = (from / props.part.sum) * 600
    from += share ?? 0
    return { id, text, share, x, width: ((share ?? 0) / props.part.sum) * 600 }
  })
})
const written = (share: number | undefined): string =>
  share === undefined ? '' : moneyText({ currency: '' }, share).replaceAll(',', '').replace('.', decimal)

function typed(id: string, { target }: Event) {
  if (!(target instanceof HTMLInputElement)) return
  const text = target.value.trim().replace(props.part.currency, '')
  const { [id]: _, ...others } = props.answer ?? {}
  wrong[id] = ''
  mistyped[id] = target.value
  if (text === '') return emit('answer', Object.keys(others).length === 0 ? null : others)
  const read = readNumber(text, { decimal, fractions: false })
  const pennies = read.ok ? { above: read.value.above * 100n, below: read.value.below } : null
  if (!pennies) wrong[id] = read.ok ? '' : asSentence(read.why)
  else if (pennies.above % pennies.below !== 0n) wrong[id] = 'A sum has two places behind the mark.'
  else if (pennies.above < 0n) wrong[id] = 'Nobody gets less than nothing.'
  else emit('answer', { ...others, [id]: Number(pennies.above / pennies.below) })
}
</script>

<template>
  <p class="small soft">Type what each of them gets, to the penny.</p>
  <svg viewBox="-1 -1 602 34" aria-hidden="true">
    <rect class="whole" x="0" y="0" width="600" height="32" />
    <rect
      v-for="row in rows"
      :key="row.id"
      x="0"
      y="0"
      :width="row.width"
      height="32"
      :transform="`translate(${row.x} 0)`"
    />
  </svg>
  <ul>
    <li v-for="row in rows" :key="row.id">
      <label>
        <span>{{ row.text }}</span>
        <span class="money">
          {{ part.currency }}
          <input
            class="figure typed-in"
            type="text"
            inputmode="decimal"
            autocomplete="off"
            maxlength="20"
            :value="wrong[row.id] ? mistyped[row.id] : written(row.share)"
            :aria-label="`Share of ${row.text}`"
            :aria-invalid="Boolean(wrong[row.id])"
            :disabled="closed"
            @change="typed(row.id, $event)"
          />
        </span>
      </label>
      <span v-if="wrong[row.id]" class="small" role="alert">{{ wrong[row.id] }}</span>
    </li>
  </ul>
</template>

<style scoped src="./list.css"></style>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 40rem;
  margin-bottom: 0.5rem;
}
rect {
  fill: var(--act);
  stroke: var(--surface);
  stroke-width: 2;
}
.whole {
  fill: var(--track);
  stroke: var(--line-strong);
}
ul {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.35rem;
  max-width: 30rem;
}
label {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 0.8rem;
}
.money {
  display: flex;
  gap: 0.3rem;
  align-items: center;
  max-width: 100%;
}
input {
  width: 8rem;
  min-width: 0;
  text-align: right;
}
</style>
