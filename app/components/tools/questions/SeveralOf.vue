<script setup lang="ts">
import { choiceText } from '~~/core/tools/questions/kinds/several-of'
import type { SeveralOfPart } from '~~/core/tools/questions/kinds/several-of'
import OptionList from './OptionList.vue'

/** Several choices, as many as the question says: one more than that is refused in words, and nothing is taken away. */
const props = defineProps<{
  part: SeveralOfPart
  answer: readonly string[] | null
  closed: boolean
  ruledOut?: readonly string[] | null
}>()
const emit = defineEmits<{ answer: [answer: string[]]; ruleOut: [id: string, on: boolean] }>()

const chosen = computed(() => props.answer ?? [])
const turn = (id: string) => {
  emit('answer', chosen.value.includes(id) ? chosen.value.filter(one => one !== id) : [...chosen.value, id])
}
</script>

<template>
  <OptionList
    type="checkbox"
    :how="choiceText(part)"
    :name="part.id"
    :options="part.options"
    :chosen="chosen"
    :closed="closed"
    :ruled-out="ruledOut ?? null"
    @rule-out="(id, on) => emit('ruleOut', id, on)"
    @turn="turn"
  />
</template>
