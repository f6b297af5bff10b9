<script setup lang="ts">
import { assignmentSettings } from '~~/core/assignment/settings'
import type { AssignmentSettings } from '~~/core/assignment/settings'
import { choicesView, progressView } from '~~/core/wire/assigning'

const id = String(useRoute().params.id)
const { data: progress, failure, load } = useCall(progressView, () => `/api/assigning/${id}`)
const { data: choices } = useCall(choicesView, () => '/api/assigning/choices')
useHead({ title: () => `Settings of ${progress.value?.paperTitle ?? 'an assignment'} · Steady Anvil` })
const settings = ref<AssignmentSettings | null>(null)
const errors = ref<Record<string, string>>({})
const refusal = ref('')
watch(progress, found => (settings.value ??= found ? structuredClone(found.settings) : null))

async function keep() {
  const read = assignmentSettings.safeParse(settings.value)
  errors.value = read.success
    ? {}
    : Object.fromEntries(read.error.issues.map(issue => [String(issue.path[0] ?? ''), issue.message]))
  refusal.value = Object.values(errors.value)[0] ?? ''
  if (!read.success) return
  try {
    await callApi(progressView, `/api/assigning/${id}/acts`, {
      method: 'POST',
      body: { act: 'settings', settings: read.data },
    })
    await navigateTo(`/assigning/${id}`)
  } catch (error) {
    refusal.value = inWords(error)
  }
}
</script>

<template>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!progress || !settings || !choices" class="soft" role="status">Fetching the settings…</p>
  <form v-else class="form" @submit.prevent="keep">
    <h1>Settings of {{ progress.paperTitle }}</h1>
    <p class="soft">Sittings that are under way keep the rules and times they started with; the rest holds at once.</p>
    <SettingsForm
      v-model="settings"
      :errors="errors"
      :rooms="choices.rooms"
      :units="choices.units"
      :paper-rules="progress.paperRules"
      :assignments="choices.assignments.filter(one => one.id !== id)"
    />
    <footer>
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
      <Button as="router-link" outlined severity="secondary" :to="`/assigning/${id}`" label="Don’t change" /><Button
        type="submit"
        label="Keep these settings"
      />
    </footer>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 1rem;
}
footer {
  position: sticky;
  bottom: 0;
  display: flex;
  justify-content: flex-end;
  align-items: center;
  gap: 0.75rem;
  padding: 0.7rem 0;
  background: var(--ground);
  border-top: 1px solid var(--line);
}
</style>
