<script setup lang="ts">
import type { ChartSeen } from '~~/core/tools/sheet/charting'
import SheetChart from './SheetChart.vue'

/** The charts of a sheet, one shown at a time below its cells. They follow the cells. */
const props = defineProps<{ charts: readonly ChartSeen[]; chosen: number }>()
const emit = defineEmits<{ choose: [id: number]; change: []; remove: [] }>()

const room = useTemplateRef('room')
const { width, height } = useElementSize(room)
const chart = computed(() => props.charts.find(({ id }) => id === props.chosen) ?? props.charts[0])
</script>

<template>
  <section class="panel charts" aria-label="Charts of this sheet">
    <header>
      <nav class="tabs" aria-label="Charts">
        <button
          v-for="one in charts"
          :key="one.id"
          type="button"
          :aria-current="one.id === chart?.id ? 'true' : undefined"
          @click="emit('choose', one.id)"
        >
          {{ one.title || `Chart ${one.id}` }}
        </button>
      </nav>
      <Button text size="small" label="Change" @click="emit('change')" />
      <Button text size="small" severity="secondary" label="Take away" @click="emit('remove')" />
    </header>
    <div ref="room" class="room">
      <SheetChart v-if="chart && width > 0" :chart="chart" :width="width" :height="height" />
    </div>
  </section>
</template>

<style scoped src="../tabs.css"></style>

<style scoped>
.tabs {
  flex: 1;
}
.charts {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  overflow: clip;
}
header {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
.room {
  min-height: 0;
  overflow: hidden;
}
</style>
