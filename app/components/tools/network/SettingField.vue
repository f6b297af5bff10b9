<script setup lang="ts">
import type { SettingSeen } from '~~/core/tools/network/viewing'

/** A setting: what it is, and what it would be once that is applied. */
const props = defineProps<{ setting: SettingSeen; label?: string }>()
const emit = defineEmits<{ put: [path: string, value: string] }>()

/** From so many characters on a value has a line of its own, and from so many two. */
const [LONG, LONGEST] = [16, 30]
const length = computed(() => props.setting.pending.length)
const changed = computed(() => props.setting.pending !== props.setting.running)

const isField = (target: EventTarget | null): target is HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement =>
  target instanceof HTMLInputElement || target instanceof HTMLSelectElement || target instanceof HTMLTextAreaElement

function put({ target }: Event) {
  if (!isField(target)) return
  const value = target.value.trim()
  if (value !== props.setting.pending) emit('put', props.setting.path, value)
}
</script>

<template>
  <label :class="{ long: length > LONG }">
    <span class="small" :title="setting.about">{{ label ?? setting.title }}</span>
    <select v-if="setting.choices.length" :value="setting.pending" :class="{ changed }" @change="put">
      <option v-if="!setting.choices.includes(setting.usual)" :value="setting.usual">{{ setting.usual }}</option>
      <option v-for="choice in setting.choices" :key="choice">{{ choice }}</option>
    </select>
    <Textarea
      v-else-if="length > LONGEST"
      size="small"
      class="figure"
      rows="2"
      :model-value="setting.pending"
      :class="{ changed }"
      autocomplete="off"
      spellcheck="false"
      @change="put"
      @keydown.enter.prevent="put"
    />
    <InputText
      v-else
      size="small"
      class="figure"
      :model-value="setting.pending"
      :class="{ changed }"
      autocomplete="off"
      spellcheck="false"
      @change="put"
    />
  </label>
</template>

<style scoped src="../panel.css"></style>

<style scoped src="./fields.css"></style>
