<script setup lang="ts">
import type { MatchingPart } from '~~/core/questions/matching'

/** Pairs between two columns: to each on the left something from the right is chosen. */
const props = defineProps<{
  part: MatchingPart
  answer: Readonly<Record<string, string>> | null
  closed: boolean
}>()
const emit = defineEmits<{ answer: [answer: Record<string, string>] }>()

/** To what else on the left something belongs already, where it is used once: it has to be taken away there first. */
const elsewhere = (right: string, left: string): string | undefined =>
  props.part.once ? props.part.left.find(({ id }) => id !== left && props.answer?.[id] === right)?.text : undefined
function pair(left: string, event: Event) {
  const { target } = event
  if (!(target instanceof HTMLSelectElement)) return
  const { [left]: before, ...others } = props.answer ?? {}
  const right = target.value
  // What stands here is what was taken.
  target.value = before ?? ''
  emit('answer', right === '' ? others : { ...others, [left]: right })
}
</script>

<template>
  <p class="small soft">
    Choose what belongs to each.
    {{ part.once ? 'Everything is used once at most.' : 'Something can be used more than once.' }}
  </p>
  <ul>
    <li v-for="left in part.left" :key="left.id" :class="{ paired: answer?.[left.id] }">
      <label>
        <span>{{ left.text }}</span>
        <select
          :value="answer?.[left.id] ?? ''"
          :aria-label="`What belongs to ${left.text}`"
          :disabled="closed"
          @change="pair(left.id, $event)"
        >
          <option value="">…</option>
          <option
            v-for="right in part.right"
            :key="right.id"
            :value="right.id"
            :disabled="elsewhere(right.id, left.id) !== undefined"
          >
            {{ right.text }}{{ elsewhere(right.id, left.id) ? ` (with ${elsewhere(right.id, left.id)})` : '' }}
          </option>
        </select>
      </label>
    </li>
  </ul>
</template>

<style scoped src="./list.css"></style>

<style scoped>
ul {
  display: grid;
  gap: 0.3rem;
}
label {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 0.8rem;
  align-items: center;
  margin: 0;
  padding: 0.25rem 0.6rem;
  border-left: 5px solid var(--line);
  font-weight: 400;
}
.paired label {
  border-left-color: var(--act);
}
span {
  flex: 1 1 12rem;
}
select {
  flex: 1 1 14rem;
  min-width: 0;
  padding: 0.25rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
</style>
