<script setup lang="ts">
import type { TaskView } from '~~/core/wire/sitting'
import { screens } from '~/components/tools/screens'
import { useBenchStore } from '~/stores/bench'

/** The tool of the task in hand, once its work is on this device. */
const props = defineProps<{ task: TaskView; sittingId: string }>()
const bench = useBenchStore()
const work = useWork(props.task.id)
const screen = computed(() => screens[props.task.tool])
</script>

<template>
  <component
    :is="screen"
    v-if="screen && bench.openTasks.has(task.id)"
    :task="task"
    :sitting-id="sittingId"
    :work="work"
  />
  <FailureNotice v-else-if="bench.openFailure" :message="bench.openFailure" @again="bench.bring(task.id)" />
  <p v-else class="soft" role="status">Fetching this task…</p>
</template>
