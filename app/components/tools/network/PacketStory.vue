<script setup lang="ts">
import { askText } from '~~/core/tools/network/describe'
import type { AnswersSeen } from '~~/core/tools/network/viewing'
import type { Stepping } from './useStepping'

/** Where the last packet went, hop by hop, and why. */
const props = defineProps<{ answer: AnswersSeen[number] | null; stepping: Stepping }>()
const emit = defineEmits<{ save: [] }>()
const shown = computed(() => props.stepping.at.value)
const list = useTemplateRef<HTMLElement>('list')
watch(shown, async now => {
  await nextTick()
  if (now !== null) list.value?.children[now]?.scrollIntoView({ block: 'nearest' })
})
function slide({ target }: Event) {
  if (target instanceof HTMLInputElement) props.stepping.show(Number(target.value))
}
const about = computed(() => (props.answer ? `${props.answer.ask.device} ${askText(props.answer.ask)}` : ''))
</script>

<template>
  <section class="panel story" aria-label="Where the packet went">
    <header>
      <h3>Where the packet went</h3>
      <span class="small soft">{{ about }}</span>
      <div v-if="answer && answer.notes.length" class="steps">
        <Button text size="small" label="Back" :disabled="!shown" @click="stepping.show((shown ?? 0) - 1)" />
        <Button
          text
          size="small"
          label="Step"
          :disabled="shown === answer.notes.length - 1"
          @click="stepping.show(shown === null ? 0 : shown + 1)"
        />
        <Button text size="small" :label="stepping.playing.value ? 'Stop' : 'Play'" @click="stepping.play" />
        <input
          type="range"
          min="0"
          :max="answer.notes.length - 1"
          :value="shown ?? 0"
          aria-label="Decision"
          :aria-valuetext="`${(shown ?? 0) + 1} of ${answer.notes.length}`"
          @input="slide"
        />
      </div>
    </header>
    <p v-if="!answer" class="small soft empty">
      Nothing was tried since the last change. A ping from a device’s console shows here where it went.
    </p>
    <ol v-else ref="list" tabindex="0" aria-label="Hop by hop">
      <li
        v-for="(note, at) in answer.notes"
        :key="at"
        :class="{ shown: at === shown }"
        :aria-current="at === shown ? 'step' : undefined"
        @click="stepping.show(at)"
      >
        <span class="small soft">{{ at + 1 }}</span>
        <span
          >{{ note.device }} <span v-if="note.port" class="small soft">{{ note.port }}</span></span
        >
        <span>{{ note.words }}</span>
      </li>
      <li class="end">
        <span></span><strong>{{ answer.met ? 'It came through.' : 'It did not come through.' }}</strong>
        <span>
          {{ answer.lines.join('; ') }}
          <Button class="save" text size="small" label="Save the frames" title="As pcapng" @click="emit('save')" />
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped src="./panes.css"></style>

<style scoped>
.story {
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
  min-height: 0;
  min-width: 0;
  overflow: hidden;
}
.save {
  display: block;
  padding-left: 0;
}
header span {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.empty {
  padding: 0.6rem 0.8rem;
}
ol {
  overflow: auto;
}
li {
  display: grid;
  grid-template-columns: 1.4rem 5.6rem minmax(0, 1fr);
  gap: 0.4rem;
  padding: 0.2rem 0.8rem;
  border-bottom: 1px solid var(--line);
  font-size: var(--small);
}
.steps {
  flex-basis: 100%;
  display: flex;
  align-items: center;
}
.steps button {
  padding: 0.1rem 0.5rem 0.1rem 0;
}
.steps input {
  flex: 1;
  min-width: 0;
  accent-color: var(--act);
}
.shown {
  background: var(--act-wash);
  box-shadow: inset 3px 0 0 var(--act);
}
.end {
  background: var(--act-wash);
}
</style>
