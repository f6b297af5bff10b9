<script setup lang="ts">
import { piecesOf } from '~~/core/questions/gaps'
import type { GapsPart } from '~~/core/questions/gaps'

/** A text with gaps: in some something is typed, in others something is chosen. */
const props = defineProps<{ part: GapsPart; answer: Readonly<Record<string, string>> | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Record<string, string>] }>()

const pieces = computed(() => {
  let number = 0
  return piecesOf(props.part).map(piece => {
    if ('words' in piece) return piece
    number += 1
    const gap = props.part.gaps[piece.gap]
    return { ...piece, number, options: gap === undefined || gap === 'typed' ? null : gap.options }
  })
})
function fill(gap: string, { target }: Event) {
  if (!(target instanceof HTMLInputElement || target instanceof HTMLSelectElement)) return
  const { [gap]: _, ...others } = props.answer ?? {}
  const value = target.value.trim()
  emit('answer', value === '' ? others : { ...others, [gap]: value })
}
</script>

<template>
  <p class="small soft">Fill the gaps.</p>
  <p class="text">
    <template v-for="(piece, at) in pieces" :key="at">
      <template v-if="'words' in piece">{{ piece.words }}</template>
      <select
        v-else-if="piece.options"
        :value="answer?.[piece.gap] ?? ''"
        :aria-label="`Gap ${piece.number}`"
        :disabled="closed"
        @change="fill(piece.gap, $event)"
      >
        <option value="">…</option>
        <option v-for="option in piece.options" :key="option.id" :value="option.id">{{ option.text }}</option>
      </select>
      <input
        v-else
        type="text"
        :value="answer?.[piece.gap] ?? ''"
        autocomplete="off"
        spellcheck="false"
        maxlength="80"
        :aria-label="`Gap ${piece.number}`"
        :disabled="closed"
        @change="fill(piece.gap, $event)"
      />
    </template>
  </p>
</template>

<style scoped>
.soft {
  margin: 0 0 0.3rem;
}
.text {
  margin: 0;
  line-height: 2.2;
}
input,
select {
  max-width: 100%;
  padding: 0.15rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
input {
  width: 9rem;
  height: 1.9rem;
}
</style>
