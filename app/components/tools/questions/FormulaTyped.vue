<script setup lang="ts">
import type { FormulaRead } from '~~/core/tools/questions/algebra/read'
import { toTex } from '~~/core/tools/questions/algebra/tex'
import { asSentence } from '~~/core/tools/questions/answers/wording'
import FormulaDrawn from './FormulaDrawn.vue'

/** A line in which a formula is typed, or put together from a palette; below it stands how it is read. */
const props = defineProps<{
  /** How the line is read. */
  read: FormulaRead | null
  names?: readonly string[]
  units?: readonly string[]
  before?: string
  closed: boolean
}>()
const text = defineModel<string>({ required: true })
const emit = defineEmits<{ typed: []; settle: [] }>()
const field = useTemplateRef<{ $el: HTMLInputElement }>('field')

/** What is put in: its text, and where the caret goes in it. */
interface Sign {
  put: string
  words: string
  back?: number
}
/** By what one wants to write. */
const palette = computed((): { name: string; signs: Sign[] }[] => {
  const { names, units = [] } = props
  return [
    ...(names ? [{ name: 'Letters', signs: names.map(one => ({ put: one, words: one })) }] : []),
    ...(units.length > 0 ? [{ name: 'Units', signs: units.map(one => ({ put: ` ${one}`, words: one })) }] : []),
    {
      name: 'Reckon',
      signs: [
        { put: ' + ', words: 'plus' },
        { put: ' − ', words: 'minus' },
        { put: ' · ', words: 'times' },
        { put: '()/()', words: 'fraction', back: 4 },
      ],
    },
    {
      name: 'Powers and roots',
      signs: [
        { put: '²', words: 'squared' },
        { put: '³', words: 'cubed' },
        { put: '^()', words: 'to a power', back: 1 },
        { put: '√()', words: 'square root', back: 1 },
        { put: '∛()', words: 'cube root', back: 1 },
      ],
    },
    {
      name: 'Compare',
      signs: [
        { put: ' = ', words: 'equals' },
        { put: ' ≠ ', words: 'doesn’t equal' },
        { put: ' < ', words: 'is less than' },
        { put: ' > ', words: 'is more than' },
        { put: ' ≤ ', words: 'is at most' },
        { put: ' ≥ ', words: 'is at least' },
      ],
    },
    {
      name: 'Brackets and more',
      signs: [
        { put: '()', words: 'brackets', back: 1 },
        { put: '||', words: 'size of', back: 1 },
        { put: 'π', words: 'pi' },
        { put: '%', words: 'per cent' },
      ],
    },
  ]
})
const tex = computed(() => (props.read?.ok ? toTex(props.read.formula) : null))
const wrong = computed(() => (props.read && !props.read.ok ? asSentence(props.read.why) : ''))

/** Puts a sign where the caret is, as if it had been typed: the field’s own undo knows it. */
function put({ put: sign, back = 0 }: Sign) {
  const input = field.value?.$el
  if (!input || props.closed) return
  input.focus()
  document.execCommand('insertText', false, sign)
  const caret = (input.selectionStart ?? input.value.length) - back
  input.setSelectionRange(caret, caret)
}
const [how, hint] = [useId(), useId()]
</script>

<template>
  <p :id="how" class="small soft">
    Type a formula in one line, such as (2x + 1)/3 or √(x² + 1). Below it stands how it is read.
  </p>
  <div class="line">
    <span v-if="before">{{ before }}</span>
    <InputText
      ref="field"
      v-model="text"
      class="figure"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      maxlength="1000"
      aria-label="Formula"
      :aria-describedby="`${how} ${hint}`"
      :invalid="wrong !== ''"
      :disabled="closed"
      @input="emit('typed')"
      @blur="emit('settle')"
      @keydown.enter="emit('settle')"
    />
  </div>
  <div class="palette">
    <div v-for="group in palette" :key="group.name" role="group" :aria-label="group.name">
      <span class="small soft">{{ group.name }}</span>
      <button
        v-for="sign in group.signs"
        :key="sign.put"
        type="button"
        class="figure"
        :aria-label="`${sign.put.trim()}: ${sign.words}`"
        :title="sign.words"
        :disabled="closed"
        @mousedown.prevent
        @click="put(sign)"
      >
        {{ sign.put.trim() }}
      </button>
    </div>
  </div>
  <p :id="hint" class="read" role="status">
    <span v-if="wrong" class="small">{{ wrong }}</span>
    <template v-else-if="tex !== null"><span class="small soft">Read as </span><FormulaDrawn :tex="tex" /></template>
  </p>
</template>

<style scoped>
p {
  margin: 0 0 0.3rem;
}
.line {
  display: flex;
  gap: 0.5rem;
  align-items: center;
}
.line input {
  flex: 1;
  min-width: 0;
  max-width: 34rem;
}
.palette {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.1rem;
  margin: 0.4rem 0;
}
.palette div {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem;
  align-items: center;
}
.palette span {
  margin-right: 0.2rem;
}
button {
  min-width: 2rem;
  padding: 0.15rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  cursor: pointer;
}
.read {
  min-height: 2.2rem;
}
</style>
