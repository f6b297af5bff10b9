<script setup lang="ts">
import type { SettingField } from '~/composables/settingFields'

/** One setting with its label, whatever kind it is. */
const props = defineProps<{ field: SettingField; error?: string | undefined }>()
const emit = defineEmits<{ set: [value: unknown] }>()
// Which kind of value a setting holds follows from its kind of field: `never` fits each input's own.
const held = computed(() => props.field.value as never)
const set = (value: unknown): void => emit('set', value)
</script>

<template>
  <label v-if="field.kind === 'check'" class="check">
    <Checkbox :model-value="held" @update:model-value="set" binary :input-id="field.id" :disabled="field.disabled" />
    {{ field.label }}
  </label>
  <MomentField
    v-else-if="field.kind === 'moment'"
    :id="field.id"
    :model-value="held"
    @update:model-value="set"
    :label="field.label"
    :error="error"
  />
  <LinesField
    v-else-if="field.kind === 'lines'"
    :id="field.id"
    :model-value="held"
    @update:model-value="set"
    :label="field.label"
    :hint="field.hint"
  />
  <div v-else class="field">
    <label :for="field.id">{{ field.label }}</label>
    <InputNumber
      v-if="field.kind === 'number'"
      :model-value="held"
      @update:model-value="set"
      :input-id="field.id"
      :min="field.min"
      :max="field.max"
      :disabled="field.disabled"
      :placeholder="field.placeholder"
      fluid
    />
    <InputText
      v-else-if="field.kind === 'text'"
      :id="field.id"
      :model-value="held"
      @update:model-value="set"
      :class="{ figure: field.figure }"
      :maxlength="field.most"
      :placeholder="field.placeholder"
      :invalid="Boolean(error)"
      fluid
    />
    <Select
      v-else-if="field.kind === 'choice'"
      :model-value="held"
      @update:model-value="set"
      :input-id="field.id"
      :options="[...field.choices]"
      option-label="label"
      option-value="value"
      :show-clear="field.clearable"
      :disabled="field.disabled"
      :placeholder="field.placeholder"
      fluid
    />
    <small v-if="error">{{ error }}</small>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 0.25rem;
  min-width: 0;
}
.field label,
small {
  font-weight: 600;
}
.check {
  display: flex;
  align-items: center;
  gap: 0.45rem;
  min-height: 26px;
}
</style>
