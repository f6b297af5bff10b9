<script setup lang="ts">
import { groups } from '~~/core/tools/sheet/operations/catalogue'
import type { Answers, Around, Group, Operation, Question, Selection } from '~~/core/tools/sheet/operations/catalogue'
import { findOperations } from '~~/core/tools/sheet/operations/finding'

/** Type what you want to do, or open a group of operations: the way to an operation for who knows what, not where. */
const props = defineProps<{
  selection: Selection
  lookAround: () => Promise<Around>
  undo: boolean
  redo: boolean
}>()
const emit = defineEmits<{ run: [operation: Operation, answers: Answers]; leave: []; undo: []; redo: []; csv: [] }>()

const wanted = ref('')
const group = ref<Group | null>(null)
const open = ref(false)
const at = ref(0)
const field = useTemplateRef<HTMLInputElement>('field')
const root = useTemplateRef('root')
const asked = shallowRef<{ operation: Operation; questions: readonly Question[] } | null>(null)

const MOST = 9
const found = computed(() => {
  const all = findOperations(wanted.value)
  return group.value && wanted.value === '' ? all.filter(one => one.group === group.value) : all.slice(0, MOST)
})
watch([wanted, group], () => (at.value = 0))

function focus() {
  asked.value = null
  field.value?.focus()
  field.value?.select()
}
defineExpose({ focus, ask: choose })

function close(back: boolean) {
  chosen = null
  open.value = false
  wanted.value = ''
  group.value = null
  asked.value = null
  if (back) emit('leave')
}

/** What is chosen, while it is looked at what it would be done to. */
let chosen: Operation | null = null

async function choose(operation: Operation) {
  if (operation.opens === 'csv') {
    close(false)
    emit('csv')
    return
  }
  chosen = operation
  const { selection } = props
  if (operation.asks) {
    const { asks } = operation
    await keysAfter(async () => ask(operation, asks(selection, await props.lookAround())))
  } else ask(operation, [])
}

function ask(operation: Operation, questions: readonly Question[]) {
  // It was left meanwhile, or another one chosen.
  if (chosen !== operation) return
  if (questions.length === 0) {
    close(true)
    emit('run', operation, {})
    return
  }
  asked.value = { operation, questions }
  open.value = false
}

function answer(answers: Answers) {
  const operation = asked.value?.operation
  close(true)
  if (operation) emit('run', operation, answers)
}

function key(event: KeyboardEvent) {
  if (event.key === 'Escape') close(true)
  else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    open.value = true
    const count = Math.max(1, found.value.length)
    at.value = (at.value + (event.key === 'ArrowDown' ? 1 : count - 1)) % count
  } else if (event.key === 'Enter') {
    const operation = found.value[at.value]
    if (open.value && operation) choose(operation)
  } else return
  event.preventDefault()
  event.stopPropagation()
}

function openGroup(name: Group) {
  const same = open.value && group.value === name
  wanted.value = ''
  group.value = same ? null : name
  open.value = !same
  asked.value = null
  if (open.value) field.value?.focus()
}

/** Leaving by Tab closes what is open. */
function left({ relatedTarget }: FocusEvent) {
  if (relatedTarget instanceof Node && !root.value?.contains(relatedTarget)) close(false)
}
onClickOutside(root, () => {
  if (open.value || asked.value) close(false)
})
</script>

<template>
  <div ref="root" class="finder" @keydown.esc.stop="close(true)" @focusout="left">
    <div class="line">
      <div class="wanted" :class="{ open }">
        <input
          ref="field"
          v-model="wanted"
          role="combobox"
          aria-label="What do you want to do?"
          :aria-expanded="open"
          aria-controls="sheet-operations"
          :aria-activedescendant="open && found.length ? `operation-${found[at]?.id}` : undefined"
          aria-keyshortcuts="Alt+/"
          placeholder="What do you want to do?"
          autocomplete="off"
          spellcheck="false"
          @focus="open = true"
          @input="open = true"
          @click="open = true"
          @keydown="key"
        />
        <kbd class="small soft">Alt+/</kbd>
      </div>
      <Button
        v-for="name in groups"
        :key="name"
        text
        size="small"
        class="group"
        :label="name"
        :aria-expanded="open && group === name"
        @click="openGroup(name)"
      />
      <Button
        outlined
        severity="secondary"
        size="small"
        label="Undo"
        :disabled="!undo"
        aria-keyshortcuts="Control+Z"
        @click="emit('undo')"
      />
      <Button
        outlined
        severity="secondary"
        size="small"
        label="Redo"
        :disabled="!redo"
        aria-keyshortcuts="Control+Y"
        @click="emit('redo')"
      />
    </div>
    <FoundOperations
      v-show="open"
      v-model:at="at"
      class="found"
      :found="found"
      :label="group ?? 'Operations'"
      @choose="choose"
    />
    <OperationQuestions
      v-if="asked"
      :operation="asked.operation"
      :questions="asked.questions"
      @answer="answer"
      @cancel="close(true)"
    />
  </div>
</template>

<style scoped>
.finder {
  position: relative;
}
.line {
  display: flex;
  align-items: center;
  gap: 0.15rem;
}
.wanted {
  flex: 1;
  min-width: 12rem;
  margin-right: 0.4rem;
  display: flex;
  align-items: center;
  gap: 0.5rem;
  padding-right: 0.6rem;
  background: var(--surface);
  border: 1px solid var(--line-strong);
  border-radius: 4px;
}
.wanted:focus-within {
  border-color: var(--act);
  box-shadow: inset 0 0 0 1px var(--act);
}
.wanted input {
  flex: 1;
  min-width: 0;
  padding: 0.4rem 0.7rem;
  border: 0;
  background: transparent;
  color: var(--ink);
  outline: none;
}
kbd {
  font-family: var(--mono);
}
.group {
  font-weight: 700;
  padding-inline: 0.45rem;
  white-space: nowrap;
}
.found,
.asked {
  position: absolute;
  top: calc(100% + 4px);
  left: 0;
  z-index: 8;
  width: min(30rem, 100%);
  box-shadow: var(--shadow);
  max-height: 27rem;
  overflow: auto;
}
</style>
