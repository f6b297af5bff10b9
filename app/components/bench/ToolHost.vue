<script setup lang="ts">
import type { TaskView } from '~~/core/wire/sitting'
import { screenOf } from '~/components/tools/screens'
import { useBenchStore } from '~/stores/bench'

/** The tool of the task in hand, once its work is on this device. */
const props = defineProps<{ task: TaskView; sittingId: string }>()
const bench = useBenchStore()
const work = useWork(props.task.id)
/** Its code comes together with the work, not after it. */
const screen = screenOf(props.task.tool)
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
