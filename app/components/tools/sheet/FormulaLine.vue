<script setup lang="ts">
import type { FormulaHelp } from '~~/core/tools/sheet/formula/completing'

/** What stands in the cell with the cursor, to be read and typed, with help for functions and their arguments. */
const props = defineProps<{
  name: string
  text: string
  typing: boolean
  help: FormulaHelp | null
  /** Which of the completions would be taken. */
  chosen: number
}>()
const emit = defineEmits<{ begin: []; typed: [text: string]; take: [place: number] }>()
const field = useTemplateRef<HTMLInputElement>('field')
defineExpose({ field })

const parameters = computed(() => props.help?.call?.parameters ?? [])
</script>

<template>
  <div class="formula">
    <div class="panel line">
      <output class="name figure" aria-label="Cell">{{ name }}</output>
      <input
        ref="field"
        :value="text"
        class="figure"
        aria-label="Contents of the cell"
        spellcheck="false"
        autocomplete="off"
        @focus="emit('begin')"
        @input="emit('typed', ($event.target as HTMLInputElement).value)"
      />
    </div>
    <div v-if="typing && help && (help.options.length || help.call)" class="panel help" role="status">
      <ul v-if="help.options.length" aria-label="Functions">
        <li
          v-for="(option, place) in help.options"
          :key="option.text"
          :class="{ at: place === chosen }"
          @mousedown.prevent="emit('take', place)"
        >
          <span class="figure">{{ option.text }}</span>
          <span class="small soft">{{ option.about }}</span>
        </li>
      </ul>
      <p v-if="help.options.length" class="small soft">Alt+↓ chooses, Tab takes it.</p>
      <p v-else-if="help.call">
        <span class="figure"
          >{{ help.call.name }}(<template v-for="(parameter, place) in parameters" :key="parameter.name"
            ><template v-if="place > 0">, </template
            ><component :is="place === help.call.at ? 'strong' : 'span'"
              >{{ parameter.name }}{{ parameter.rest ? ' …' : '' }}{{ parameter.optional ? '?' : '' }}</component
            ></template
          >)</span
        >
        <span class="small soft about">{{ help.call.about }}</span>
      </p>
    </div>
  </div>
</template>

<style scoped>
.formula {
  position: relative;
}
.line {
  display: grid;
  grid-template-columns: minmax(4.2rem, auto) 1fr;
  align-items: center;
}
.name {
  padding: 0 0.7rem;
  font-weight: 700;
  border-right: 1px solid var(--line);
  white-space: nowrap;
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
  left: 4.4rem;
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
.about {
  display: block;
}
</style>
