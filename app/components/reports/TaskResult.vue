<script setup lang="ts">
import type { TaskResultView } from '~~/core/wire/result'
import MarkedAnswer from './MarkedAnswer.vue'
import { heldInWords, stateOf, statesInShort, triesInWords } from './states'

/** One task of a result, by step and criterion: what was found, what was expected, and what it earned. */
const props = defineProps<{ task: TaskResultView; open: boolean; sittingId: string; canReply: boolean }>()
defineEmits<{ toggle: []; reply: [stepId: string, text: string] }>()
const panel = useId()

const inShort = computed(() => statesInShort(props.task.steps))
/** What is marked over more than one task has no time of its own. */
const isWorkedOn = computed(() => props.task.minutes > 0)
const suggested = computed(() => props.task.minutes * 60_000)
const time = computed(() => {
  if (props.task.workedMs === 0) return 'no time spent'
  const over = props.task.workedMs - suggested.value
  const beyond = over > 1000 ? `, ${format.length(over)} over` : ''
  return `${format.length(props.task.workedMs)} of ${format.length(suggested.value)}${beyond}`
})
</script>

<template>
  <section class="panel task" :data-task="task.id">
    <h2>
      <button type="button" :aria-expanded="open" :aria-controls="panel" @click="$emit('toggle')">
        <span class="mark" aria-hidden="true">{{ open ? '−' : '+' }}</span>
        <span>{{ task.title }}</span>
        <span class="small soft states">{{ inShort }}</span>
        <span class="small soft time"
          ><template v-if="isWorkedOn"
            ><span class="gauge" aria-hidden="true"
              ><span :style="{ width: `${Math.min(1, task.workedMs / suggested) * 100}%` }" /></span
            >{{ time }}</template
          ></span
        >
        <span class="figure points">{{ task.score.toFixed(2) }} of {{ task.outOf.toFixed(2) }}</span>
      </button>
    </h2>
    <div v-show="open" :id="panel" class="steps">
      <p v-if="task.files.length > 0" class="small soft no-print" data-files>
        The work as it was handed in:
        <template v-for="(kind, place) in task.files" :key="kind"
          ><template v-if="place > 0"> · </template
          ><a :href="`/api/sittings/${sittingId}/work/${task.id}.${kind}`" download>{{
            kind.toUpperCase()
          }}</a></template
        >
      </p>
      <div v-for="(step, index) in task.steps" :key="step.id" class="step" :data-step="step.id">
        <h3>
          <span>{{ index + 1 }}</span>
          <span>{{ step.instruction }}</span>
          <span class="small soft"
            >{{ stateOf(step) }}{{ triesInWords(step)
            }}{{ isWorkedOn ? ` · ${format.length(step.workedMs)}` : '' }}</span
          >
          <span class="figure points">{{ step.points.toFixed(2) }} of {{ step.outOf.toFixed(2) }}</span>
        </h3>
        <p v-if="step.setRight" class="small soft">
          The work was set right here so that later steps could go on from sound ground.
        </p>
        <p v-if="step.waiting > 0" class="small soft">
          {{ step.waiting.toFixed(2) }} points of this step wait for a marker.
        </p>
        <p v-if="step.hints.length > 0" class="small soft" data-hints-told>
          {{ counted(step.hints.length, 'hint was', 'hints were') }} asked for{{
            step.hintsTookOff > 0 ? `, which took ${step.hintsTookOff.toFixed(2)} off` : ''
          }}: {{ step.hints.join(' ') }}
        </p>
        <p v-if="step.explanation" class="small explanation">{{ step.explanation }}</p>
        <MarkedAnswer
          v-if="step.marked"
          :marked="step.marked"
          :can-reply="canReply"
          :sitting-id="sittingId"
          @reply="text => $emit('reply', step.id, text)"
        />
        <table>
          <thead>
            <tr>
              <th scope="col">Looked for</th>
              <th scope="col">Found in your work</th>
              <th v-if="step.criteria.some(one => one.expected)" scope="col">Expected</th>
              <th scope="col" class="right">Points</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in step.criteria" :key="one.id">
              <th scope="row">
                {{ one.label
                }}<span class="small soft">{{
                  !step.reached || one.found === 'Not judged.'
                    ? 'not judged'
                    : step.status === 'marked'
                      ? 'by a person'
                      : one.followedThrough
                        ? 'right from your own earlier figure'
                        : one.met
                          ? 'right'
                          : 'not right'
                }}</span
                ><span v-if="heldInWords(one)" class="small soft" data-held>{{ heldInWords(one) }}</span>
              </th>
              <td>
                {{ one.found }}<span v-if="one.note && !one.followedThrough" class="small note">{{ one.note }}</span>
              </td>
              <td v-if="one.expected">
                {{ one.expected }}<span v-if="one.feedback && !one.met" class="small soft">{{ one.feedback }}</span>
              </td>
              <td class="right figure">{{ one.points.toFixed(2) }} of {{ one.outOf.toFixed(2) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
  </section>
</template>

<style scoped>
.task + .task {
  margin-top: 0.5rem;
}
h2 {
  font-size: 1rem;
}
h2 button {
  display: grid;
  grid-template-columns: 1rem minmax(12rem, 1.2fr) minmax(0, 1.2fr) 17rem 8.5rem;
  gap: 0.75rem;
  align-items: center;
  width: 100%;
  padding: 0.55rem 1rem;
  border: 0;
  background: none;
  color: inherit;
  font-weight: 600;
  text-align: left;
  cursor: pointer;
}
h2 button:hover {
  background: var(--act-wash);
}
.states,
.time {
  font-weight: 400;
}
.time {
  display: flex;
  align-items: center;
  gap: 0.6rem;
}
.gauge {
  flex: none;
  width: 4rem;
  height: 6px;
  background: var(--track);
}
.gauge span {
  display: block;
  height: 100%;
  background: var(--inform);
}
.points {
  text-align: right;
  white-space: nowrap;
}
.steps {
  padding: 0 1rem 0.75rem 2.6rem;
}
.step {
  padding: 0.6rem 0;
  border-top: 1px solid var(--line);
}
h3 {
  display: grid;
  grid-template-columns: 1rem 1fr auto 8.5rem;
  gap: 0.6rem;
  align-items: baseline;
  font-size: 1rem;
}
h3 .soft {
  font-weight: 400;
}
table {
  margin-top: 0.4rem;
}
th,
td {
  padding: 0.35rem 1rem 0.35rem 0;
  border-top: 1px solid var(--line);
  vertical-align: top;
  font-weight: 400;
}
th:last-child,
td:last-child {
  padding-right: 0;
  white-space: nowrap;
}
thead th {
  color: var(--ink-soft);
  font-size: var(--small);
  border: 0;
}
tbody th {
  width: 20%;
}
td span,
tbody th span {
  display: block;
}
.note {
  color: var(--inform);
  font-weight: 600;
}
@media (max-width: 900px) {
  h2 button {
    grid-template-columns: 1rem 1fr auto;
  }
  .states,
  .time {
    display: none;
  }
}
@media print {
  .steps {
    display: block !important;
    padding-left: 1rem;
  }
  .mark {
    display: none;
  }
  h2 button {
    grid-template-columns: 1fr auto;
  }
  h3 {
    grid-template-columns: 1rem 1fr auto 7.5rem;
  }
}
</style>
