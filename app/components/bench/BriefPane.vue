<script setup lang="ts">
import type { TaskView } from '~~/core/wire/sitting'
import type { Message } from '~/stores/bench'

/** What the trainee must know and do: situation, documents, and the ladder of steps. */
defineProps<{ task: TaskView, judging: readonly string[], message: Message | null, afterTries: 'set-right' | 'leave' }>()
defineEmits<{ check: [stepId: string], skip: [stepId: string] }>()
</script>

<template>
  <section class="brief" tabindex="-1" aria-label="Brief" data-area>
    <h1>{{ task.title }}</h1>
    <p v-for="text in task.brief.situation" :key="text">{{ text }}</p>
    <SourceDocuments :key="task.id" :documents="task.brief.documents" />
    <StepLadder :steps="task.steps" :judging="judging" :message="message" :after-tries="afterTries" @check="$emit('check', $event)" @skip="$emit('skip', $event)" />
  </section>
</template>

<style scoped>
.brief { height: 100%; padding: 0.8rem 1rem 1rem; overflow: hidden auto; background: var(--surface); }
.brief:focus { outline-offset: -3px; }
h1 { font-size: var(--larger); margin-bottom: 0.5rem; }
h1 + p ~ p { margin-top: 0.4rem; }
</style>
