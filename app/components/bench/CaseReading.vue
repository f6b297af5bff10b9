<script setup lang="ts">
import type { Reading } from '~~/core/paper/reading'
import ReadingBlocks from './ReadingBlocks.vue'

/** A case beside the parts that ask about it: it scrolls by itself, and says when there is more below. */
defineProps<{ reading: Reading; window: string; mayOpen: boolean }>()

const scrolled = useTemplateRef('scrolled')
const { arrivedState, measure } = useScroll(scrolled)
const { height } = useElementSize(scrolled)
watch(height, measure)
/** Whether all of it is in sight: known once it has been laid out. */
const moreBelow = computed(() => height.value > 0 && !arrivedState.bottom)
function goOn() {
  scrolled.value?.scrollBy({ top: height.value * 0.85, behavior: 'smooth' })
}
</script>

<template>
  <section class="case" :aria-label="reading.title">
    <header>
      <h2>{{ reading.title }}</h2>
      <a v-if="mayOpen" class="small" :href="window" target="_blank" rel="noopener">In a window of its own</a>
    </header>
    <div ref="scrolled" class="text" tabindex="0" data-reading>
      <ReadingBlocks :reading="reading" place="reading" />
    </div>
    <Button v-if="moreBelow" class="more" size="small" text label="More below" @click="goOn" />
    <p v-else class="small soft end">End of the reading</p>
  </section>
</template>

<style scoped>
/* It stays in sight while the steps below go by. */
.case {
  position: sticky;
  top: -0.8rem;
  z-index: 1;
  display: grid;
  margin: 0.4rem -1rem 0.8rem;
  border: 1px solid var(--line);
  border-inline: 0;
  background: var(--paper);
}
header {
  display: flex;
  gap: 0.6rem;
  align-items: baseline;
  justify-content: space-between;
  padding: 0.5rem 1rem;
  border-bottom: 1px solid var(--line);
}
h2 {
  margin: 0;
  font-size: var(--large);
}
.text {
  max-height: min(46vh, 40rem);
  padding: 0.6rem 1rem;
  overflow: auto;
}
.text:focus-visible {
  outline-offset: -3px;
}
.more,
.end {
  margin: 0;
  padding: 0.25rem 1rem;
  border-top: 1px solid var(--line);
  border-radius: 0;
  text-align: left;
}
@container page (max-width: 47rem) {
  .case {
    position: static;
  }
  header {
    flex-wrap: wrap;
  }
}
</style>
