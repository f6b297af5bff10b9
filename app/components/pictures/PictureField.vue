<script setup lang="ts">
import type { Picture } from '~~/core/ground/drawing/picture'
import PictureAids from './PictureAids.vue'
import PictureDrawn from './PictureDrawn.vue'

/** A picture that is pointed at, by pointer or by keys: whoever uses it listens. What lies on it is the slot. */
defineOptions({ inheritAttrs: false })
defineProps<{ picture: Picture; label: string; closed: boolean }>()
</script>

<template>
  <PictureAids :picture="picture">
    <div
      class="field"
      :style="{ maxWidth: `calc(${picture.width}px * var(--zoom, 1))` }"
      role="application"
      :tabindex="closed ? -1 : 0"
      :aria-label="label"
      :aria-disabled="closed"
      v-bind="$attrs"
    >
      <PictureDrawn :picture="picture"><slot /></PictureDrawn>
    </div>
  </PictureAids>
</template>

<style scoped>
.field {
  cursor: crosshair;
}
.field[aria-disabled='true'] {
  cursor: default;
}
</style>
