<script setup lang="ts">
import type { AnswersSeen } from '~~/core/tools/network/viewing'

/** Where the last packet went, hop by hop, and why. */
const props = defineProps<{ answer: AnswersSeen[number] | null }>()
const emit = defineEmits<{ save: [] }>()
const about = computed(() => (props.answer ? `${props.answer.ask.device} asks for ${props.answer.ask.to}` : ''))
</script>

<template>
  <section class="panel story" aria-label="Where the packet went">
    <header>
      <h3>Where the packet went</h3>
      <span class="small soft">{{ about }}</span>
    </header>
    <p v-if="!answer" class="small soft empty">
      Nothing was tried since the last change. A ping from a device’s console shows here where it went.
    </p>
    <ol v-else tabindex="0" aria-label="Hop by hop">
      <li v-for="(note, at) in answer.notes" :key="at">
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
.end {
  background: var(--act-wash);
}
</style>
