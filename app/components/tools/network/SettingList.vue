<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import type { SettingSeen } from '~~/core/tools/network/viewing'
import { pathWith } from './families'
import type { Family } from './families'
import SettingField from './SettingField.vue'

/** Settings that a device has once for each of some names, and a row in which one more is written. */
const props = defineProps<{ family: Family; settings: readonly SettingSeen[] }>()
const emit = defineEmits<{ put: [path: string, value: string] }>()

const kinds = computed(() => new Set(props.family.kinds.map(({ path }) => path)))
/** By the names that they are set for; rules by their numbers. */
const entries = computed(() => {
  const own = props.settings.filter(({ kind }) => kinds.value.has(kind))
  const names = [...new Set(own.map(({ at }) => at.join(' ')))]
  return names
    .sort((one, other) => one.localeCompare(other, 'en', { numeric: true }))
    .map(name => ({ name, settings: own.filter(({ at }) => at.join(' ') === name) }))
})

const chosen = ref(0)
const kind = computed(() => props.family.kinds[chosen.value] ?? sure(props.family.kinds[0]))
const names = ref<string[]>([])
const value = ref('')
const what = computed(() => kind.value.title.toLowerCase())
const ready = computed(() => value.value !== '' && props.family.places.every((_, at) => (names.value[at] ?? '') !== ''))

/** Where what was added last goes: once it is there, its field is free for the next; what was refused stays in it. */
const sent = ref('')
watch(
  () => props.settings.find(({ path }) => path === sent.value)?.pending,
  now => {
    if (now === undefined || sent.value === '') return
    sent.value = ''
    value.value = ''
  },
)
function add() {
  sent.value = pathWith(
    kind.value,
    names.value.map(one => one.trim()),
  )
  emit('put', sent.value, value.value.trim())
}
</script>

<template>
  <section :aria-label="family.kinds.length > 1 ? `By ${family.places.join(' and ')}` : kind.title">
    <template v-for="entry in entries" :key="entry.name">
      <p v-if="family.kinds.length > 1" class="small figure entry">{{ entry.name }}</p>
      <SettingField
        v-for="setting in entry.settings"
        :key="setting.path"
        :setting="setting"
        :label="family.kinds.length > 1 ? undefined : entry.name"
        @put="(path, text) => emit('put', path, text)"
      />
    </template>
    <form @submit.prevent="add">
      <p class="small soft">{{ kind.about }}</p>
      <select v-if="family.kinds.length > 1" v-model="chosen" class="value" aria-label="What is added">
        <option v-for="(one, at) in family.kinds" :key="one.path" :value="at">{{ one.title }}</option>
      </select>
      <InputText
        v-for="(place, at) in family.places"
        :key="place"
        v-model="names[at]"
        size="small"
        class="figure"
        :placeholder="place"
        :aria-label="`New ${what}: ${place}`"
        autocomplete="off"
        spellcheck="false"
      />
      <select v-if="kind.choices" v-model="value" :aria-label="`New ${what}`">
        <option value="" disabled>{{ what }}</option>
        <option v-for="choice in kind.choices" :key="choice">{{ choice }}</option>
      </select>
      <InputText
        v-else
        v-model="value"
        size="small"
        class="figure value"
        :placeholder="what"
        :title="kind.about"
        :aria-label="`New ${what}`"
        autocomplete="off"
        spellcheck="false"
      />
      <Button type="submit" size="small" text label="Add" :disabled="!ready" />
    </form>
  </section>
</template>

<style scoped src="../panel.css"></style>

<style scoped src="./fields.css"></style>

<style scoped>
.entry {
  margin: 0.35rem 0 0.15rem;
  overflow-wrap: anywhere;
}
form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.25rem;
  margin: 0.4rem 0 0.6rem;
  padding-top: 0.4rem;
  border-top: 1px dashed var(--line-strong);
}
form p,
form .value {
  grid-column: 1 / -1;
}
form input {
  min-width: 0;
  width: 100%;
}
form button {
  justify-self: start;
}
</style>
