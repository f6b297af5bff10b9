<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import { deskView, releasedView } from '~~/core/wire/marking'
import type { DeskPart, DeskTrainee } from '~~/core/wire/marking'

useHead({ title: 'Marking · Steady Anvil' })
const { data: desk, failure, load } = useCall(deskView, () => '/api/marking')
const said = ref('')
const refusal = ref('')

/** The parts of each paper that was given. */
const papers = computed(() => {
  const { parts: all = [], trainees: everybody = [] } = desk.value ?? {}
  const ids = [...new Set(all.map(({ assignmentId }) => assignmentId))]
  return ids.map(id => {
    const parts = all.filter(({ assignmentId }) => assignmentId === id)
    const { paperTitle: title, givenTo } = sure(parts[0])
    const ready = parts.reduce((sum, { states }) => sum + states.ready, 0)
    const trainees = everybody.filter(({ assignmentId }) => assignmentId === id)
    return { id, title, givenTo, parts, trainees, ready }
  })
})
const open = ({ states }: DeskPart): number => states['to-mark'] + states['one-more'] + states.differs
const pathTo = ({ assignmentId, taskId, stepId }: DeskPart): string => `/marking/${assignmentId}/${taskId}/${stepId}`

const waits = ({ state }: DeskTrainee['parts'][number]): boolean => state !== 'ready' && state !== 'released'
/** The first part of a trainee that isn’t marked, or their first. */
const pathOf = ({ assignmentId, sittingId, parts }: DeskTrainee) => {
  const { taskId, stepId } = parts.find(waits) ?? sure(parts[0])
  return { path: `/marking/${assignmentId}/${taskId}/${stepId}`, query: { trainee: sittingId } }
}

async function release(id: string) {
  refusal.value = ''
  try {
    const { released } = await callApi(releasedView, `/api/marking/${id}/release`, { method: 'POST', body: {} })
    said.value = `${counted(released, 'mark was', 'marks were')} released.`
    await load()
  } catch (error) {
    refusal.value = inWords(error)
  }
}
</script>

<template>
  <header class="head"><h1>Marking</h1></header>
  <p class="soft">
    Answers that a person marks, part by part. What you keep is seen by nobody until it is released; then it counts, and
    its trainee reads it.
  </p>
  <p class="said" role="status">{{ said }}</p>
  <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!desk" class="soft" role="status">Fetching what waits…</p>
  <p v-else-if="papers.length === 0" class="panel empty">Nothing waits for a marker.</p>
  <section v-for="paper in papers" :key="paper.id" class="panel paper" :data-assignment="paper.id">
    <header>
      <h2>
        {{ paper.title }} <span class="small soft">{{ paper.givenTo }}</span>
      </h2>
      <Button
        :label="paper.ready === 0 ? 'Nothing to release' : `Release ${counted(paper.ready, 'mark', 'marks')}`"
        :disabled="paper.ready === 0"
        @click="release(paper.id)"
      />
    </header>
    <table>
      <thead>
        <tr>
          <th scope="col">Part</th>
          <th scope="col" class="right">To mark</th>
          <th scope="col" class="right">Differ</th>
          <th scope="col" class="right">Marked</th>
          <th scope="col" class="right">Released</th>
          <th scope="col" class="right">Replies</th>
          <th scope="col"><span class="spoken">Go there</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="part in paper.parts" :key="`${part.taskId} ${part.stepId}`" :data-part="part.stepId">
          <th scope="row">
            {{ part.instruction }}
            <span class="small soft"
              >{{ part.taskTitle }}, marked by {{ part.markers === 2 ? 'two people' : 'one person' }}</span
            >
          </th>
          <td class="right figure">{{ part.states['to-mark'] + part.states['one-more'] }}</td>
          <td class="right figure">{{ part.states.differs }}</td>
          <td class="right figure">{{ part.states.ready }}</td>
          <td class="right figure">{{ part.states.released }}</td>
          <td class="right figure">{{ part.replies }}</td>
          <td class="right">
            <Button
              as="router-link"
              :outlined="open(part) === 0"
              size="small"
              :to="pathTo(part)"
              :label="open(part) === 0 ? 'Look' : 'Mark'"
              :aria-label="`${open(part) === 0 ? 'Look' : 'Mark'}: ${part.instruction}`"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <details class="by-trainee">
      <summary>By trainee</summary>
      <ul>
        <li v-for="(one, at) in paper.trainees" :key="one.sittingId">
          <NuxtLink :to="pathOf(one)">{{ one.name ?? `Trainee ${at + 1}` }}</NuxtLink>
          <span class="small soft">
            {{
              one.parts.some(waits)
                ? `${counted(one.parts.filter(waits).length, 'part', 'parts')} of ${one.parts.length} to mark`
                : 'all marked'
            }}
          </span>
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
.empty {
  padding: 1rem 1.1rem;
}
.paper {
  padding: 0.8rem 1.1rem;
}
.paper + .paper {
  margin-top: 0.8rem;
}
.paper header {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  align-items: center;
}
h2 {
  margin: 0;
  font-size: var(--large);
}
.said {
  min-height: 1.3em;
}
table {
  width: 100%;
}
th,
td {
  padding: 0.45rem 1rem 0.45rem 0;
  border-top: 1px solid var(--line);
  font-weight: 400;
  text-align: left;
  vertical-align: top;
}
thead th {
  border: 0;
  color: var(--ink-soft);
  font-size: var(--small);
}
tbody th span {
  display: block;
}
.by-trainee {
  padding-top: 0.5rem;
  border-top: 1px solid var(--line);
}
.by-trainee summary {
  color: var(--act);
  cursor: pointer;
}
.by-trainee ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(18rem, 1fr));
  gap: 0.2rem 1rem;
  margin: 0.4rem 0 0;
  padding: 0;
  list-style: none;
}
.by-trainee li {
  display: flex;
  gap: 0.6rem;
  align-items: baseline;
}
.right {
  text-align: right;
  white-space: nowrap;
}
</style>
