<script setup lang="ts">
import { z } from 'zod'
import { assignmentSettings, presetIds, presets, settingsOf } from '~~/core/assignment/settings'
import type { AssignmentSettings, PresetId } from '~~/core/assignment/settings'
import { choicesView } from '~~/core/wire/assigning'

useHead({ title: 'Give a paper · Steady Anvil' })
const { data: choices, failure, load } = useCall(choicesView, () => '/api/assigning/choices')
const paperId = ref<string | null>(null)
const cohorts = ref<string[]>([])
const people = ref<string[]>([])
const courseId = ref<string | null>(null)
const preset = ref<PresetId>('mock')
const settings = ref<AssignmentSettings>(settingsOf(presets.mock.settings))
const errors = ref<Record<string, string>>({})
const refusal = ref('')
const busy = ref(false)
const presetOptions = presetIds.map(id => ({ value: id, label: presets[id].title }))

/** A preset begins anew, but keeps what it leaves open: window, room and code. */
watch(preset, id => {
  const { opensAt, dueAt, closesAt, room, accessCode } = settings.value
  settings.value = { ...settingsOf({}), ...presetSettings(id), opensAt, dueAt, closesAt, room, accessCode }
})
function presetSettings(id: PresetId): Partial<AssignmentSettings> {
  const { room: _room, ...rest } = assignmentSettings.parse({ ...presets[id].settings, room: 'a room' })
  return rest
}
const chosen = computed(() => choices.value?.papers.find(({ id }) => id === paperId.value))
/** An exam of what was given before with its answers shown: whoever sat that knows them. */
const known = computed(
  () =>
    !settings.value.answers &&
    (choices.value?.assignments.filter(one => one.paperId === paperId.value && one.tells).length ?? 0) > 0,
)
const reached = computed(() => {
  const members =
    choices.value?.cohorts.filter(({ id }) => cohorts.value.includes(id)).flatMap(cohort => cohort.people) ?? []
  const joined = choices.value?.courses.find(({ id }) => id === courseId.value)?.people ?? []
  return new Set([...members, ...people.value, ...joined]).size
})

async function give() {
  refusal.value = ''
  const read = assignmentSettings.safeParse(settings.value)
  errors.value = read.success
    ? {}
    : Object.fromEntries(read.error.issues.map(issue => [String(issue.path[0] ?? ''), issue.message]))
  if (!paperId.value) refusal.value = 'Choose a paper.'
  else if (!read.success) refusal.value = Object.values(errors.value)[0] ?? ''
  if (refusal.value || !read.success) return
  busy.value = true
  try {
    const { id } = await callApi(z.object({ id: z.string() }), '/api/assigning', {
      method: 'POST',
      body: {
        paperId: paperId.value,
        people: people.value,
        cohorts: cohorts.value,
        courseId: courseId.value,
        settings: read.data,
      },
    })
    await navigateTo(`/assigning/${id}`)
  } catch (error) {
    refusal.value = inWords(error)
  }
  busy.value = false
}
</script>

<template>
  <h1>Give a paper</h1>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!choices" class="soft" role="status">Fetching papers and people…</p>
  <form v-else class="form" @submit.prevent="give">
    <fieldset class="who">
      <legend>What to whom</legend>
      <div class="field">
        <label for="paper">Paper</label
        ><Select
          v-model="paperId"
          input-id="paper"
          :options="choices.papers"
          option-label="title"
          option-value="id"
          placeholder="choose a paper"
          fluid
        /><span v-if="chosen" class="soft small"
          >{{ chosen.trade }} · {{ chosen.kind }} ·
          {{ chosen.minutes === null ? 'no clock' : `${chosen.minutes} min` }} ·
          {{ counted(chosen.tasks, 'task', 'tasks') }} · {{ counted(chosen.points, 'point', 'points') }}</span
        ><span v-if="known" class="notice small" role="status"
          >This paper was given before with its answers shown. Whoever sat it then has seen what is right.</span
        >
      </div>
      <div class="field">
        <label for="cohorts">Cohorts</label
        ><MultiSelect
          v-model="cohorts"
          input-id="cohorts"
          :options="choices.cohorts"
          option-label="title"
          option-value="id"
          placeholder="none"
          fluid
        />
      </div>
      <div class="field">
        <label for="people">People</label
        ><MultiSelect
          v-model="people"
          input-id="people"
          :options="choices.people"
          option-label="name"
          option-value="id"
          filter
          placeholder="none"
          :max-selected-labels="2"
          fluid
        />
      </div>
      <div class="field">
        <label for="course">Course</label
        ><Select
          v-model="courseId"
          input-id="course"
          :options="choices.courses.map(one => ({ id: one.id, title: `${one.title}, code ${one.inviteCode}` }))"
          option-label="title"
          option-value="id"
          show-clear
          placeholder="none"
          fluid
        />
      </div>
      <div class="field wide">
        <span class="label">Begin with</span
        ><SelectButton
          v-model="preset"
          :options="presetOptions"
          option-label="label"
          option-value="value"
          :allow-empty="false"
          aria-label="Settings to begin with"
        /><span class="soft small">{{ presets[preset].about }}</span>
      </div>
    </fieldset>
    <SettingsForm
      v-model="settings"
      :errors="errors"
      :rooms="choices.rooms"
      :units="choices.units"
      :paper-rules="chosen?.rules"
      :assignments="choices.assignments"
    />
    <footer>
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
      <span class="soft"
        >{{ counted(reached, 'person', 'people') }} now{{ courseId ? ', and whoever joins the course' : '' }}</span
      >
      <Button as="router-link" outlined severity="secondary" to="/assigning" label="Don’t" />
      <Button type="submit" label="Give the paper" :loading="busy" />
    </footer>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 1rem;
  margin-top: 1rem;
}
.who {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 0.8rem 1rem;
  margin: 0;
  padding: 0.9rem 1.1rem 1.1rem;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--surface);
}
legend {
  padding: 0 0.4rem;
  font-size: var(--large);
  font-weight: 700;
}
.field {
  display: grid;
  gap: 0.25rem;
  align-content: start;
}
label,
.label {
  font-weight: 600;
}
.wide {
  grid-column: 1 / -1;
  grid-template-columns: auto auto 1fr;
  align-items: center;
  gap: 0.9rem;
}
footer {
  position: sticky;
  bottom: 0;
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 0.75rem;
  padding: 0.7rem 0;
  background: var(--ground);
  border-top: 1px solid var(--line);
}
@media (max-width: 900px) {
  .who {
    grid-template-columns: 1fr;
  }
  .wide {
    grid-template-columns: 1fr;
  }
}
</style>
