<script setup lang="ts">
import { misreading } from '~~/core/questions/console-line'
import type { ConsoleLinePart } from '~~/core/questions/console-line'

/** A line as it would be typed in a device’s console. What the device wouldn’t understand is said under it. */
const props = defineProps<{ part: ConsoleLinePart; answer: string | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string] }>()

/** What is typed is taken once the hands rest, or go elsewhere. */
const REST_MS = 600
const line = ref(props.answer ?? '')
watch(
  () => props.answer,
  now => {
    if ((now ?? '') !== line.value && !typing.value) line.value = now ?? ''
  },
)
const typing = ref(false)
function take() {
  if (!typing.value) return
  typing.value = false
  emit('answer', line.value)
}
const takeSoon = useDebounceFn(take, REST_MS)
function typed() {
  typing.value = true
  void takeSoon()
}
const wrong = computed(() => (line.value.trim() === '' ? null : misreading(props.part, line.value)))
const hint = useId()
</script>

<template>
  <label class="line">
    <span class="figure prompt">{{ part.device.name }}:</span>
    <InputText
      v-model="line"
      class="figure"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      maxlength="200"
      :aria-label="`Line in the console of ${part.device.name}`"
      :aria-describedby="hint"
      :disabled="closed"
      @input="typed"
      @blur="take"
      @keydown.enter="take"
    />
  </label>
  <p :id="hint" class="small soft" role="status">
    {{ wrong ?? (line.trim() ? `${part.device.name} understands it.` : '') }}
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
