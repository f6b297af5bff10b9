<script setup lang="ts">
import type { OneOfPart } from '~~/core/tools/questions/kinds/one-of'
import OptionList from './OptionList.vue'

/** One choice of several: arrow keys go from one to the next, and choose it. */
const props = defineProps<{
  part: OneOfPart
  answer: string | null
  closed: boolean
  ruledOut?: readonly string[] | null
}>()
const emit = defineEmits<{ answer: [answer: string]; ruleOut: [id: string, on: boolean] }>()
const chosen = computed(() => (props.answer === null ? [] : [props.answer]))
</script>

<template>
  <OptionList
    type="radio"
    how="Choose one."
    :name="part.id"
    :options="part.options"
    :chosen="chosen"
    :closed="closed"
    :ruled-out="ruledOut ?? null"
    @rule-out="(id, on) => emit('ruleOut', id, on)"
    @turn="id => emit('answer', id)"
  />
</template>
