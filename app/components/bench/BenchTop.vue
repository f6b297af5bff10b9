<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'

/** Where the trainee is and how much time is left: of the paper, and of the section where it has its own. */
defineProps<{ time: ReturnType<typeof useBenchTime>; index: number }>()
const bench = useBenchStore()
const hidden = ref(false)
</script>

<template>
  <header v-if="bench.sitting && bench.pace" class="top">
    <div class="title">
      <AnvilMark />
      <strong>{{ bench.sitting.paper.title }}</strong>
      <span class="soft small place"
        ><template v-if="bench.sitting.sections.length > 1">{{ bench.section?.title }} · </template>Task
        {{ index + 1 }} of {{ bench.tasks.length }}</span
      >
      <p
        class="told small"
        :class="{ 'is-there': time.notice.value }"
        role="status"
        aria-live="polite"
        data-time-notice
      >
        {{ time.notice.value }}
      </p>
      <span v-if="!bench.pace.timed" class="clock soft" data-time-used>
        no clock · {{ format.length(time.usedMs.value) }} used<template v-if="time.closes.value">
          · closes {{ time.closes.value }}</template
        >
      </span>
      <span v-else class="clock">
        <template v-if="!hidden || time.lowTime.value">
          <template v-if="time.sectionLeftMs.value !== null">
            <span
              class="figure time section"
              :class="{ 'running-out': time.sectionLeftMs.value <= 300_000 }"
              role="timer"
              aria-label="Time left in this section"
              >{{ format.countdown(time.sectionLeftMs.value) }}</span
            >
            <span class="soft small">in this section</span>
          </template>
          <span
            class="figure time"
            :class="{ 'running-out': time.leftMs.value <= 300_000 }"
            role="timer"
            aria-label="Time left"
            >{{ format.countdown(time.leftMs.value) }}</span
          >
          <span class="soft small">left of {{ format.length(bench.pace.allowanceMs) }}</span>
        </template>
        <Button
          v-if="!time.lowTime.value"
          text
          size="small"
          :label="hidden ? 'Show the clock' : 'Hide'"
          :aria-label="hidden ? 'Show the clock' : 'Hide the clock'"
          @click="hidden = !hidden"
        />
      </span>
    </div>
    <TempoRail
      v-if="bench.pace.timed"
      :segments="time.segments.value"
      :current-id="bench.currentId"
      :passed="time.passedShare.value"
      :work="time.workShare.value"
      :ahead-ms="time.aheadMs.value"
      :finish-at="bench.pace.deadline"
    />
  </header>
</template>

<style scoped>
.top {
  display: grid;
  gap: 2px;
  padding: 0.3rem 1rem 0.2rem;
  background: var(--surface);
  border-bottom: 1px solid var(--line);
}
.title {
  display: flex;
  align-items: center;
  gap: 0.75rem;
  min-height: 34px;
  white-space: nowrap;
}
.title strong {
  font-size: var(--large);
  overflow: hidden;
  text-overflow: ellipsis;
}
.clock {
  display: flex;
  align-items: baseline;
  gap: 0.6rem;
  margin-left: auto;
}
.time {
  font-size: var(--larger);
  font-weight: 700;
}
.section {
  font-weight: 500;
}
.told.is-there {
  padding: 0.1rem 0.6rem;
  background: var(--run-out-wash);
  border-left: 3px solid var(--run-out);
  font-weight: 600;
}
@container page (max-width: 47rem) {
  .title {
    flex-wrap: wrap;
    white-space: normal;
  }
}
</style>
