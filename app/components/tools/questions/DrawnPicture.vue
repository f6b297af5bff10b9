<script setup lang="ts">
import { strokesText } from '~~/core/tools/questions/kinds/drawn'
import type { DrawnPart, Strokes } from '~~/core/tools/questions/kinds/drawn'
import { COLOURS, DRAWING_TOOLS, drawingSvg } from '~~/core/tools/questions/answers/strokes'
import PictureField from '../../pictures/PictureField.vue'
import StrokesDrawn from './StrokesDrawn.vue'
import { useDrawing } from './useDrawing'

/** A drawing on a picture or a blank: by pointer, or by a cross-hair that the arrow keys move. */
const props = defineProps<{ part: DrawnPart; answer: Strokes | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Strokes | null] }>()

const { tool, colour, words, aim, strokes, rough, rubbing, press, follow, letGo, steer, rub } = useDrawing(
  () => props,
  now => emit('answer', now),
)
const TOOL_WORDS = { freehand: 'Freehand', line: 'Line', ring: 'Ring', text: 'Text' }
const COLOUR_WORDS = { ink: 'Ink', red: 'Red', blue: 'Blue', green: 'Green' }
const file = computed(
  () => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(drawingSvg(props.part.picture, strokes.value))}`,
)
</script>

<template>
  <template v-if="!closed">
    <p class="small soft">
      Choose what to draw with and in which colour, then draw; or move the cross-hair with the arrow keys and press
      Enter where it begins and where it ends.
    </p>
    <div class="tools small">
      <fieldset>
        <legend class="spoken">Draw with</legend>
        <label v-for="one in DRAWING_TOOLS" :key="one">
          <input v-model="tool" type="radio" :name="`${part.id}-tool`" :value="one" /> {{ TOOL_WORDS[one] }}
        </label>
        <label><input v-model="tool" type="radio" :name="`${part.id}-tool`" value="rubber" /> Rubber</label>
      </fieldset>
      <fieldset v-if="!rubbing">
        <legend class="spoken">Colour</legend>
        <label v-for="one in COLOURS" :key="one">
          <input v-model="colour" type="radio" :name="`${part.id}-colour`" :value="one" />
          <span :class="['spot', one]" aria-hidden="true"></span> {{ COLOUR_WORDS[one] }}
        </label>
      </fieldset>
      <InputText
        v-if="tool === 'text'"
        v-model="words"
        maxlength="120"
        aria-label="Text to put there"
        placeholder="Text"
      />
    </div>
  </template>
  <PictureField
    :picture="part.picture"
    label="Cross-hair on the drawing"
    :closed="closed"
    style="touch-action: none"
    @keydown="steer"
    @pointerdown="press"
    @pointermove="follow"
    @pointerup="letGo"
    @pointercancel="letGo"
  >
    <StrokesDrawn :strokes="strokes" :rubbing="rubbing" @rub="rub" />
    <StrokesDrawn v-if="rough" :strokes="[rough]" :rubbing="false" />
    <g v-if="aim" class="aim" aria-hidden="true">
      <line :x1="aim.x - 12" :x2="aim.x + 12" :y1="aim.y" :y2="aim.y" />
      <line :x1="aim.x" :x2="aim.x" :y1="aim.y - 12" :y2="aim.y + 12" />
    </g>
  </PictureField>
  <details v-if="strokes.length > 0">
    <summary class="small">What is drawn, in words</summary>
    <ol class="small">
      <li v-for="(one, at) in strokes" :key="at">
        {{ strokesText(part, [one]) }}
        <Button v-if="!closed" size="small" text label="Rub out" :aria-label="`Rub out ${at + 1}`" @click="rub(at)" />
      </li>
    </ol>
    <a :href="file" :download="`${part.id}.svg`" class="small">Save the drawing as SVG</a>
  </details>
</template>

<style scoped src="./list.css"></style>

<style scoped>
.tools,
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.2rem;
  align-items: center;
  margin: 0 0 0.4rem;
  padding: 0;
  border: 0;
}
fieldset {
  gap: 0.3rem 0.8rem;
  margin: 0;
}
input[type='radio'] {
  accent-color: var(--act);
}
.spot {
  display: inline-block;
  width: 0.9rem;
  height: 0.9rem;
  border-radius: 50%;
}
.aim line {
  stroke: var(--run-out);
  stroke-width: 2;
}
ol {
  margin: 0.3rem 0;
  padding-left: 1.4rem;
}
summary {
  cursor: pointer;
}
.ink {
  background: var(--ink);
}
.red {
  background: var(--drawn-red);
}
.blue {
  background: var(--drawn-blue);
}
.green {
  background: var(--drawn-green);
}
</style>
