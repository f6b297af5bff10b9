<script setup lang="ts">
import type { Looks } from '~~/core/people/kept-looks'
import { useLooksStore } from '~/stores/looks'

/** How pages look to whoever is signed in. What is chosen holds at once, on every device. */
const visible = defineModel<boolean>('visible', { required: true })
const looks = useLooksStore()
const { isFullscreen, isSupported, toggle } = useFullscreen()

interface Choice<Name extends keyof Looks> {
  name: Name
  label: string
  now: Looks[Name]
  options: { value: Looks[Name]; label: string }[]
}
const sizes = { usual: 'Usual', large: 'Large', largest: 'Largest' } as const
const spacings = { usual: 'Usual', wide: 'Wide', widest: 'Widest' } as const
const from = <Value extends string>(labels: Record<Value, string>): { value: Value; label: string }[] =>
  (Object.keys(labels) as Value[]).map(value => ({ value, label: labels[value] }))

const choices = computed((): [Choice<'theme'>, Choice<'textSize'>, Choice<'lineSpacing'>] => [
  {
    name: 'theme',
    label: 'Colours',
    now: looks.theme,
    options: themes.map(({ id, label }) => ({ value: id, label })),
  },
  { name: 'textSize', label: 'Text', now: looks.textSize, options: from(sizes) },
  { name: 'lineSpacing', label: 'Between lines', now: looks.own.lineSpacing, options: from(spacings) },
])
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Look" :style="{ width: '460px' }" dismissable-mask>
    <fieldset v-for="{ name, label, now, options } in choices" :key="name">
      <legend>{{ label }}</legend>
      <label v-for="option in options" :key="option.label">
        <input
          type="radio"
          :name="`look-${name}`"
          :checked="option.value === now"
          @change="looks.change({ [name]: option.value })"
        />
        {{ option.label }}
      </label>
    </fieldset>
    <fieldset>
      <legend>Reading</legend>
      <label>
        <input
          type="checkbox"
          :checked="looks.own.readingRuler"
          @change="looks.change({ readingRuler: !looks.own.readingRuler })"
        />
        Reading ruler: one line is clear, the rest dimmed
      </label>
    </fieldset>
    <p v-if="looks.unkept" class="notice is-refusal small" role="status">
      The server couldn’t be reached: this holds on this device, and is kept with your next choice.
    </p>
    <template #footer>
      <Button
        v-if="isSupported"
        outlined
        severity="secondary"
        :label="isFullscreen ? 'Leave full screen' : 'Full screen'"
        @click="toggle"
      />
      <Button label="Done" @click="visible = false" />
    </template>
  </Dialog>
</template>

<style scoped>
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.1rem;
  margin: 0 0 0.9rem;
  padding: 0;
  border: 0;
}
legend {
  margin-bottom: 0.25rem;
  font-weight: 600;
}
label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 24px;
}
input {
  width: 1.1rem;
  height: 1.1rem;
  accent-color: var(--act);
}
</style>
