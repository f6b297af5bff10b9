<script setup lang="ts">
import type { StatementsPart } from '~~/core/tools/questions/kinds/statements'

/** Statements, each with two words of which one holds. */
const props = defineProps<{
  part: StatementsPart
  answer: Readonly<Record<string, boolean>> | null
  closed: boolean
}>()
const emit = defineEmits<{ answer: [answer: Record<string, boolean>] }>()
const choices = computed(() => props.part.words.map((word, at) => ({ word, value: at === 0 })))
</script>

<template>
  <p class="small soft">Say of each: {{ part.words[0] }} or {{ part.words[1] }}.</p>
  <ul>
    <li v-for="statement in part.statements" :key="statement.id">
      <div role="radiogroup" :aria-label="statement.text">
        <span aria-hidden="true">{{ statement.text }}</span>
        <label v-for="{ word, value } in choices" :key="word" :class="{ chosen: answer?.[statement.id] === value }">
          <input
            type="radio"
            :name="`${part.id}-${statement.id}`"
            :value="word"
            :checked="answer?.[statement.id] === value"
            :disabled="closed"
            @change="emit('answer', { ...answer, [statement.id]: value })"
          />
          {{ word }}
        </label>
      </div>
    </li>
  </ul>
</template>

<style scoped src="./list.css"></style>

<style scoped>
li > div {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  align-items: center;
  padding: 0.3rem 0;
  border-bottom: 1px solid var(--line);
}
div > span {
  flex: 1 1 16rem;
}
label {
  display: flex;
  gap: 0.4rem;
  align-items: center;
  padding: 0.2rem 0.6rem;
  border: 1px solid var(--line);
  border-radius: 4px;
  cursor: pointer;
}
.chosen {
  border-color: var(--act);
  background: var(--act-wash);
  font-weight: 600;
}
input {
  margin: 0;
  accent-color: var(--act);
}
</style>
