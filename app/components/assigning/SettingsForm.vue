<script setup lang="ts">
import type { AssignmentSettings } from '~~/core/assignment/settings'
import type { PaperRules } from '~~/core/paper/schema'
import { fieldGroups } from '~/composables/settingFields'

/** Every setting of an assignment, in the order in which it bites: window, door, work, afterwards. */
const settings = defineModel<AssignmentSettings>({ required: true })
const props = defineProps<{
  errors: Record<string, string>
  rooms: readonly string[]
  paperRules?: PaperRules | undefined
  assignments: readonly { id: string; title: string }[]
  units: readonly string[]
}>()
const groups = computed(() => fieldGroups(settings.value, props))
</script>

<template>
  <div class="settings">
    <fieldset v-for="group in groups" :key="group.title">
      <legend>{{ group.title }}</legend>
      <SettingInput
        v-for="field in group.fields.filter(one => one.kind !== 'check')"
        :key="field.id"
        :field="field"
        :error="errors[field.name ?? field.id]"
        @set="value => (settings = field.set(value))"
      />
      <div class="checks">
        <SettingInput
          v-for="field in group.fields.filter(one => one.kind === 'check')"
          :key="field.id"
          :field="field"
          @set="value => (settings = field.set(value))"
        />
      </div>
    </fieldset>
  </div>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 1rem;
}
fieldset {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 0.8rem 1rem;
  align-items: start;
  margin: 0;
  padding: 0.9rem 1.1rem 1.1rem;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--surface);
}
.checks {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.4rem;
}
.checks:empty {
  display: none;
}
legend {
  padding: 0 0.4rem;
  font-size: var(--large);
  font-weight: 700;
}
</style>
