<script setup lang="ts">
import { encode } from 'uqr'

/** A text as a QR code (ISO/IEC 18004), always dark on light: that is what cameras read. */
const props = defineProps<{ text: string; label: string }>()
/** Light all around, four modules wide (9.1). */
const QUIET = 4
const code = computed(() => encode(props.text, { ecc: 'M', border: QUIET }))
const path = computed(() =>
  code.value.data.flatMap((row, y) => row.map((dark, x) => (dark ? `M${x} ${y}h1v1h-1z` : ''))).join(''),
)
</script>

<template>
  <svg :viewBox="`0 0 ${code.size} ${code.size}`" role="img" :aria-label="label" shape-rendering="crispEdges">
    <rect :width="code.size" :height="code.size" fill="#fff" />
    <path :d="path" fill="#000" />
  </svg>
</template>

<style scoped>
svg {
  width: 200px;
  height: 200px;
  flex: none;
}
</style>
