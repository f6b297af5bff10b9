<script setup lang="ts">
import type { Picture, Shape, Spot } from '~~/core/ground/drawing/picture'

/** A picture declared as data, with its words for whoever doesn’t see it. What lies on it goes into the slot. */
const props = defineProps<{ picture: Picture }>()
const emit = defineEmits<{ more: [text: string] }>()
const tells = computed(() => props.picture.shapes.some(one => one.shape === 'text' && one.more))

/** Only where there is more: a text that listens for the focus is a stop of its own on the way through the page. */
const telling = (more: string) => ({ focus: () => emit('more', more), mouseenter: () => emit('more', more) })
const corners = (points: readonly Spot[]): string => points.map(({ x, y }) => `${x},${y}`).join(' ')
const toneOf = (shape: Shape): string => ('tone' in shape ? shape.tone : 'line')
</script>

<template>
  <svg
    class="picture"
    :viewBox="`0 0 ${picture.width} ${picture.height}`"
    :style="{ maxWidth: `calc(${picture.width}px * var(--zoom, 1))` }"
    :role="tells ? 'group' : 'img'"
    :aria-label="picture.words"
  >
    <template v-for="(shape, at) in picture.shapes" :key="at">
      <rect
        v-if="shape.shape === 'rectangle'"
        :class="toneOf(shape)"
        :x="shape.x"
        :y="shape.y"
        :width="shape.width"
        :height="shape.height"
      />
      <ellipse
        v-else-if="shape.shape === 'ellipse'"
        :class="toneOf(shape)"
        :cx="shape.x"
        :cy="shape.y"
        :rx="shape.across / 2"
        :ry="shape.down / 2"
      />
      <polyline v-else-if="shape.shape === 'line'" :class="{ dashed: shape.dashed }" :points="corners(shape.points)" />
      <polygon v-else-if="shape.shape === 'polygon'" :class="toneOf(shape)" :points="corners(shape.points)" />
      <text
        v-else
        :class="{ large: shape.large, tells: shape.more }"
        :tabindex="shape.more ? 0 : undefined"
        :role="shape.more ? 'img' : undefined"
        :aria-label="shape.more ? `${shape.text}: ${shape.more}` : undefined"
        v-on="shape.more ? telling(`${shape.text}: ${shape.more}`) : {}"
        :x="shape.x"
        :y="shape.y"
        :text-anchor="shape.anchor"
        dominant-baseline="middle"
      >
        {{ shape.text }}
      </text>
    </template>
    <slot />
  </svg>
</template>

<style scoped>
.picture {
  display: block;
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--surface);
}
rect,
ellipse,
polygon,
polyline {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.light {
  fill: var(--track);
}
.strong {
  fill: var(--line-strong);
}
.dashed {
  stroke-dasharray: 6 4;
}
text {
  fill: var(--ink);
  font-size: 13px;
}
text.large {
  font-size: 17px;
  font-weight: 700;
}
.tells {
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  cursor: help;
}
</style>
