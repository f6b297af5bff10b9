<script setup lang="ts">
import { findWords, rangeOf } from '~/composables/textStretches'
import type { TextMark } from '~~/core/sitting/text-marks'
import { useBenchStore } from '~/stores/bench'

/** What is marked in the texts of the task in hand: gone to, given a word, taken off; or marked by its words. */
const bench = useBenchStore()
const words = ref('')
const said = ref('')
const marked = computed(() => bench.current?.marked ?? [])

function mark() {
  const stretch = findWords(words.value)
  said.value = stretch ? '' : 'These words stand in no text of this task.'
  if (!stretch) return
  bench.markText({ ...stretch, id: crypto.randomUUID(), word: '' })
  words.value = ''
}
function go(one: TextMark) {
  const range = rangeOf(one)
  said.value = range ? '' : 'This text isn’t on the page now.'
  const element = range?.startContainer.parentElement
  element?.scrollIntoView({ block: 'center' })
}
</script>

<template>
  <div class="marked">
    <p class="small soft">Select a text and press <em>Mark this text</em>, or type the words that are to be marked.</p>
    <form @submit.prevent="mark">
      <InputText v-model="words" size="small" aria-label="Words to mark" maxlength="300" autocomplete="off" />
      <Button type="submit" size="small" outlined label="Mark" :disabled="words.trim() === ''" />
    </form>
    <p v-if="said" class="small" role="status">{{ said }}</p>
    <ol>
      <li v-for="one in marked" :key="one.id">
        <q>{{ one.text }}</q>
        <InputText
          :model-value="one.word"
          size="small"
          fluid
          maxlength="200"
          placeholder="A word of your own"
          :aria-label="`Your word at “${one.text}”`"
          @change="(event: Event) => bench.markText({ ...one, word: (event.target as HTMLInputElement).value.trim() })"
        />
        <span>
          <Button size="small" text label="Go to it" :aria-label="`Go to it: “${one.text}”`" @click="go(one)" />
          <Button
            size="small"
            text
            label="Take the mark off"
            :aria-label="`Take the mark off “${one.text}”`"
            @click="bench.unmarkText(one.id)"
          />
        </span>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.marked {
  display: grid;
  gap: 0.4rem;
}
p {
  margin: 0;
}
form {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.4rem;
}
ol {
  display: grid;
  gap: 0.6rem;
}
q {
  display: block;
  padding: 0.1rem 0.4rem;
  background: var(--act-wash);
  border-bottom: 2px dotted var(--act);
}
</style>
