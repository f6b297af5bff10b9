<script setup lang="ts">
import { figureText, pointsOf } from '~~/core/tools/questions/kinds/plane'
import type { Drawn, PlanePart, PlanePoint } from '~~/core/tools/questions/kinds/plane'
import PlaneDrawn from './PlaneDrawn.vue'
import { usePlane } from './usePlane'

/** A plane with two axes: what to draw is chosen first, then its points are placed, moved and taken away. */
const props = defineProps<{ part: PlanePart; answer: Drawn | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Drawn | null] }>()

const { chosen, held, aim, said, drawn, place, steer, hold, takeAway } = usePlane(
  () => props,
  now => emit('answer', now),
)
const pointText = ({ x, y }: PlanePoint): string => `(${x}, ${y})`
const rows = computed(() =>
  props.part.figures.map(figure => {
    const points = drawn.value[figure.id] ?? []
    return { figure, points, lacks: pointsOf(figure) - points.length, words: figureText(figure, points) }
  }),
)
</script>

<template>
  <p class="small soft">
    Choose what to draw, then press where its points lie; or go there with the arrow keys and press Enter. To move a
    point, press it and then where it belongs.
  </p>
  <div class="both">
    <div
      class="field"
      role="application"
      :tabindex="closed ? -1 : 0"
      aria-label="Cross-hair on the grid"
      :aria-disabled="closed"
      @keydown="steer"
    >
      <PlaneDrawn :part="part" :drawn="drawn" :aim="closed ? null : aim" :held="held" @press="place" />
    </div>
    <ul class="figures small">
      <li v-for="{ figure, points, lacks, words } in rows" :key="figure.id" :class="{ chosen: chosen === figure.id }">
        <label>
          <input v-model="chosen" type="radio" :name="`${part.id}-figure`" :value="figure.id" :disabled="closed" />
          <span>
            {{ figure.text }} <span class="soft">({{ figure.as }})</span>
          </span>
        </label>
        <span v-if="points.length > 0" class="spoken">{{ words }}</span>
        <span class="points">
          <button
            v-for="(point, at) in points"
            :key="`${point.x} ${point.y}`"
            type="button"
            class="figure"
            :aria-pressed="held?.figure === figure.id && held.at === at"
            :aria-label="`Move ${pointText(point)} of ${figure.text}`"
            :disabled="closed"
            @click="hold(figure.id, at)"
          >
            {{ pointText(point) }}
          </button>
          <Button
            v-if="points.length > 0"
            size="small"
            text
            label="Take away"
            :aria-label="`Take away ${figure.text}`"
            :disabled="closed"
            @click="takeAway(figure.id)"
          />
        </span>
        <span v-if="lacks > 0" class="soft">{{ lacks }} {{ lacks === 1 ? 'point' : 'points' }} to place</span>
      </li>
    </ul>
  </div>
  <p class="small soft hint" role="status">{{ said }}</p>
</template>

<style scoped src="./list.css"></style>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(11rem, 2fr);
  gap: 0.8rem;
}
.field {
  cursor: crosshair;
}
.figures {
  display: grid;
  gap: 0.4rem;
  align-content: start;
}
.figures li {
  display: grid;
  gap: 0.15rem;
  padding: 0.3rem 0.5rem;
  border: 1px solid var(--line);
  border-left: 5px solid var(--line);
  border-radius: 4px;
}
.figures li.chosen {
  border-color: var(--act);
}
label input {
  accent-color: var(--act);
}
label {
  display: flex;
  gap: 0.5rem;
  align-items: baseline;
}
.points {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
}
.points button.figure {
  padding: 0.1rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  cursor: pointer;
}
.points button[aria-pressed='true'] {
  border-color: var(--act);
  background: var(--act-wash);
  font-weight: 700;
}
.hint {
  min-height: 1.3em;
  margin: 0.3rem 0 0;
}
@container tool (max-width: 620px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
