<script setup lang="ts">
import type { GivenMark } from '~~/core/marking/desk'
import type { WorkShown } from '~~/core/tools/shown'
import { readerOf } from './screens'

/** What was done in a step, for reading, drawn by the tool in which it was done. */
const props = defineProps<{
  work: WorkShown | null
  /** The sitting in which it was done; none for a model or a sample. */
  sittingId?: string
  remarks?: GivenMark['remarks']
  /** Whether places of it can be selected, for remarks. */
  selectable?: boolean
}>()
const emit = defineEmits<{ selected: [range: { from: number; to: number } | null] }>()
const reader = computed(() => props.work && readerOf(props.work.tool))
</script>

<template>
  <component
    :is="reader"
    v-if="reader"
    :work="work"
    :sitting-id="sittingId"
    :remarks="remarks"
    :selectable="selectable"
    @selected="(range: { from: number; to: number } | null) => emit('selected', range)"
  />
  <p v-else class="soft">Nothing was answered.</p>
</template>
