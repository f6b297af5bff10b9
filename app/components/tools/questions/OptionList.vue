<script setup lang="ts">
import type { DrawnOption } from '~~/core/tools/questions/answers/options'
import OptionDrawn from './OptionDrawn.vue'

/** Things to choose from, one or several of them. What is chosen is what was taken, not what was pressed. */
const props = defineProps<{
  type: 'radio' | 'checkbox'
  name: string
  /** How it is answered, in a sentence. */
  how: string
  options: readonly DrawnOption[]
  chosen: readonly string[]
  closed: boolean
  /** What was ruled out; null where nothing can be. */
  ruledOut: readonly string[] | null
}>()
const emit = defineEmits<{ turn: [id: string]; ruleOut: [id: string, on: boolean] }>()

const isOut = (id: string): boolean => props.ruledOut?.includes(id) === true

function turn({ target }: Event, id: string) {
  if (props.type === 'checkbox' && target instanceof HTMLInputElement) target.checked = props.chosen.includes(id)
  emit('turn', id)
}
</script>

<template>
  <p class="small soft">{{ how }}</p>
  <ul>
    <li
      v-for="option in options"
      :key="option.id"
      :class="{ chosen: chosen.includes(option.id), out: isOut(option.id) }"
    >
      <label>
        <input
          :type="type"
          :name="name"
          :value="option.id"
          :checked="chosen.includes(option.id)"
          :disabled="closed || isOut(option.id)"
          @change="turn($event, option.id)"
        />
        <span
          ><span class="text"><OptionDrawn :option="option" /></span
          ><span v-if="isOut(option.id)" class="small soft"> (ruled out)</span></span
        >
      </label>
      <Button
        v-if="ruledOut && !closed"
        size="small"
        text
        severity="secondary"
        :label="isOut(option.id) ? 'Put back' : 'Rule out'"
        :aria-label="`${isOut(option.id) ? 'Put back' : 'Rule out'}: ${option.text}`"
        :disabled="chosen.includes(option.id)"
        @click="emit('ruleOut', option.id, !isOut(option.id))"
      />
    </li>
  </ul>
</template>

<style scoped src="./list.css"></style>

<style scoped>
ul {
  display: grid;
  gap: 0.3rem;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0.3rem;
  align-items: center;
}
.out .text {
  color: var(--ink-soft);
  text-decoration: line-through;
}
label {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0.6rem;
  align-items: baseline;
  padding: 0.35rem 0.7rem;
  border: 1px solid var(--line);
  border-left: 5px solid var(--line);
  border-radius: 4px;
  cursor: pointer;
}
.chosen label {
  border-color: var(--act);
  background: var(--act-wash);
}
input {
  accent-color: var(--act);
}
label:has(:focus-visible) {
  outline: 2px solid var(--focus, var(--act));
  outline-offset: 1px;
}
label:has(:disabled) {
  cursor: default;
}
</style>
