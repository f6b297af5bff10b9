<script setup lang="ts">
import { piecesOf } from '~~/core/tools/questions/kinds/gaps'

/** Words with gaps between them; what a gap looks like comes in the slot. */
const props = defineProps<{ line: string }>()
defineSlots<{ default(of: { gap: string }): unknown }>()
const pieces = computed(() => piecesOf(props.line))
</script>

<template>
  <template v-for="(piece, at) in pieces" :key="at">
    <template v-if="'words' in piece">{{ piece.words }}</template>
    <slot v-else :gap="piece.gap" />
  </template>
</template>
