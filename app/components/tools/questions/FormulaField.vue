<script setup lang="ts">
import { readingOf } from '~~/core/tools/questions/kinds/formula'
import type { FormulaPart } from '~~/core/tools/questions/kinds/formula'
import FormulaTyped from './FormulaTyped.vue'
import { useTyped } from './useTyped'

/** A formula as an answer. */
const props = defineProps<{ part: FormulaPart; answer: string | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string] }>()

const { text, typed, settle } = useTyped(
  () => props.answer ?? '',
  line => emit('answer', line),
)
const read = computed(() => (text.value.trim() === '' ? null : readingOf(props.part, text.value)))
</script>

<template>
  <FormulaTyped
    v-model="text"
    :read="read"
    :names="part.names"
    :units="Object.keys(part.units ?? {})"
    :before="part.before"
    :closed="closed"
    @typed="typed"
    @settle="settle"
  />
</template>
