<script setup lang="ts">
import { choiceText } from '~~/core/questions/several-of'
import type { SeveralOfPart } from '~~/core/questions/several-of'

/** Several choices, as many as the question says: one more than that is refused in words, and nothing is taken away. */
const props = defineProps<{ part: SeveralOfPart; answer: readonly string[] | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: string[]] }>()

const chosen = computed(() => props.answer ?? [])
function turn(event: Event, id: string) {
  const box = event.target
  const isChosen = chosen.value.includes(id)
  // What stands here is what was taken, not what was pressed.
  if (box instanceof HTMLInputElement) box.checked = isChosen
  emit('answer', isChosen ? chosen.value.filter(one => one !== id) : [...chosen.value, id])
}
</script>

<template>
  <p class="small soft how">{{ choiceText(part) }}</p>
  <ul class="options">
    <li v-for="option in part.options" :key="option.id" :class="{ chosen: chosen.includes(option.id) }">
      <label>
        <input
          type="checkbox"
          :value="option.id"
          :checked="chosen.includes(option.id)"
          :disabled="closed"
          @change="turn($event, option.id)"
        />
        {{ option.text }}
      </label>
    </li>
  </ul>
</template>

<style scoped src="./options.css"></style>
