<script setup lang="ts">
import type { Completion } from '~~/core/tools/sheet/formula/completing'

/** What stands in the cell with the cursor, to be read and typed; functions by their beginning. */
const props = defineProps<{
  name: string
  text: string
  typing: boolean
  /** What the word at the caret could become. */
  options: readonly Completion[]
  /** Which of the completions would be taken. */
  chosen: number
}>()
const emit = defineEmits<{ leave: []; go: [address: string]; typed: [text: string]; take: [place: number] }>()
const field = useTemplateRef<HTMLInputElement>('field')
const address = useTemplateRef<HTMLInputElement>('address')
/** What was typed as an address, until the field is left: a cursor that only now comes to rest doesn’t undo it. */
const typed = ref<string | null>(null)
// Gone there before the cursor had come to where it was going: what is typed goes over the new name, too.
watch(
  () => props.name,
  () => typed.value === null && document.activeElement === address.value && address.value?.select(),
  { flush: 'post' },
)
defineExpose({ field })
</script>

<template>
  <div class="formula">
    <div class="panel line">
      <input
        ref="address"
        :value="typed ?? name"
        class="name figure"
        aria-label="Cell"
        title="Type an address or a name, and Enter, to go there"
        spellcheck="false"
        autocomplete="off"
        @focus="($event.target as HTMLInputElement).select()"
        @input="typed = ($event.target as HTMLInputElement).value"
        @keydown.enter.stop.prevent="emit('go', ($event.target as HTMLInputElement).value)"
        @keydown.esc.stop="emit('leave')"
        @blur="typed = null"
      />
      <input
        ref="field"
        :value="text"
        class="figure"
        aria-label="Contents of the cell"
        spellcheck="false"
        autocomplete="off"
        @keydown.enter="!typing && emit('leave')"
        @input="emit('typed', ($event.target as HTMLInputElement).value)"
      />
    </div>
    <div v-if="typing && options.length" class="panel help" role="status">
      <ul aria-label="Functions">
        <li
          v-for="(option, place) in options"
          :key="option.text"
          :class="{ at: place === chosen }"
          @mousedown.prevent="emit('take', place)"
        >
          <span class="figure">{{ option.text }}</span>
          <span class="small soft">{{ option.about }}</span>
        </li>
      </ul>
      <p class="small soft">Alt+↓ chooses, Tab takes it.</p>
    </div>
  </div>
</template>

<style scoped>
.formula {
  position: relative;
}
.line {
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: center;
}
.line .name {
  width: 5.6rem;
  font-weight: 700;
  border-right: 1px solid var(--line);
  border-radius: 0;
}
.line input {
  padding: 0.35rem 0.6rem;
  border: 0;
  background: transparent;
  color: var(--ink);
  outline: none;
  min-width: 0;
}
.line:focus-within {
  border-color: var(--act);
  box-shadow: inset 0 0 0 1px var(--act);
}
.help {
  position: absolute;
  top: calc(100% + 3px);
  left: 5.7rem;
  right: 0;
  z-index: 7;
  box-shadow: var(--shadow);
  padding: 0.3rem 0;
}
.help li {
  display: grid;
  grid-template-columns: 10rem 1fr;
  align-items: baseline;
  padding: 0.12rem 0.7rem;
  cursor: pointer;
}
.help li.at {
  background: var(--act-wash);
}
.help p {
  padding: 0.1rem 0.7rem;
}
</style>
