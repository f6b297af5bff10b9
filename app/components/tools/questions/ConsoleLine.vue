<script setup lang="ts">
import { misreading } from '~~/core/tools/questions/kinds/console-line'
import type { ConsoleLinePart } from '~~/core/tools/questions/kinds/console-line'
import { useTyped } from './useTyped'

/** A line as it would be typed in a device’s console. What the device wouldn’t understand is said under it. */
const props = defineProps<{ part: ConsoleLinePart; answer: string | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string] }>()

const { text, typed, settle } = useTyped(
  () => props.answer ?? '',
  line => emit('answer', line),
)
const wrong = computed(() => (text.value.trim() === '' ? null : misreading(props.part, text.value)))
const hint = useId()
</script>

<template>
  <label class="line">
    <span class="figure prompt">{{ part.device.name }}:</span>
    <InputText
      v-model="text"
      class="figure"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      maxlength="200"
      :aria-label="`Line in the console of ${part.device.name}`"
      :aria-describedby="hint"
      :disabled="closed"
      @input="typed"
      @blur="settle"
      @keydown.enter="settle"
    />
  </label>
  <p :id="hint" class="small soft" role="status">
    {{ wrong ?? (text.trim() ? `${part.device.name} understands it.` : '') }}
  </p>
</template>

<style scoped>
.line {
  display: flex;
  gap: 0.6rem;
  align-items: center;
}
.line input {
  flex: 1;
  min-width: 0;
}
.prompt {
  font-weight: 700;
}
p {
  min-height: 1.3em;
  margin: 0.3rem 0 0;
}
</style>
