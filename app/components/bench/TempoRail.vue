<script setup lang="ts">
/**
 * The sitting's time as a line: each task's suggested share, how much of it is done, where time is and where the
 * work stands.
 */
const props = defineProps<{
  segments: { id: string; title: string; from: number; share: number; done: number }[]
  currentId: string | null
  passed: number
  work: number
  aheadMs: number
  finishAt: string
}>()

const plan = computed(() => {
  const size = Math.abs(props.aheadMs)
  if (size < 15_000) return 'your work: on plan'
  return `your work: ${format.length(Math.round(size / 10_000) * 10_000)} ${props.aheadMs > 0 ? 'ahead of' : 'behind'} plan`
})
const percent = (share: number): string => `${share * 100}%`
/** Texts under the rail keep clear of each other and of its ends. */
const nowLeft = computed(() => percent(Math.min(0.62, props.passed)))
</script>

<template>
  <div class="rail" role="img" :aria-label="`${format.percent(passed)} of the time is gone; ${plan}`">
    <div class="track">
      <span
        v-for="segment in segments"
        :key="segment.id"
        class="segment"
        :class="{ current: segment.id === currentId }"
        :style="{ left: percent(segment.from), width: `calc(${percent(segment.share)} - 3px)` }"
        :title="segment.title"
      >
        <span class="done" :style="{ width: percent(segment.done) }" />
      </span>
      <span class="work" :style="{ left: percent(work) }" />
      <span class="now" :style="{ left: percent(passed) }" />
    </div>
    <div class="texts small" aria-hidden="true">
      <span :style="{ marginLeft: nowLeft }"
        ><span class="soft">now</span> <strong :class="{ behind: aheadMs < -60_000 }">{{ plan }}</strong></span
      >
      <span class="soft finish">ends {{ format.time(finishAt) }}</span>
    </div>
  </div>
</template>

<style scoped>
.rail {
  display: grid;
  gap: 2px;
}
.track {
  position: relative;
  height: 16px;
}
.segment {
  position: absolute;
  top: 5px;
  height: 9px;
  background: var(--track);
  overflow: hidden;
}
.segment.current {
  outline: 1px solid var(--ink);
  outline-offset: 1px;
}
.done {
  display: block;
  height: 100%;
  background: var(--inform);
}
.now {
  position: absolute;
  top: 1px;
  bottom: 0;
  width: 2px;
  margin-left: -1px;
  background: var(--run-out);
}
.work {
  position: absolute;
  top: 0;
  margin-left: -4px;
  border: 4px solid transparent;
  border-top: 5px solid var(--act);
  border-bottom: 0;
}
.texts {
  position: relative;
  display: flex;
  justify-content: space-between;
  line-height: 1.15;
  white-space: nowrap;
}
.texts strong {
  margin-left: 0.75rem;
  color: var(--act);
}
.texts strong.behind {
  color: var(--run-out);
}
</style>
