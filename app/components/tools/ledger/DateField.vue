<script setup lang="ts">
import type { Period } from '~~/core/tools/ledger/state'

/** A calendar day, typed like 30 Oct 2026 or picked. Its value is the ISO day, or empty. */
defineProps<{ label: string; period: Period; inputId: string }>()
const day = defineModel<string>({ required: true })

const pad = (value: number): string => String(value).padStart(2, '0')
const isoOf = (date: Date): string => `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`
const dateOf = (iso: string): Date | null => (/^\d{4}-\d\d-\d\d$/.test(iso) ? new Date(`${iso}T12:00:00`) : null)

function take(value: unknown) {
  day.value = value instanceof Date ? isoOf(value) : ''
}
</script>

<template>
  <DatePicker
    :model-value="dateOf(day)"
    date-format="d M yy"
    :input-id="inputId"
    placeholder="30 Oct 2026"
    show-icon
    icon-display="button"
    :show-on-focus="false"
    :view-date="dateOf(period.to) ?? undefined"
    fluid
    :pt="{ dropdown: { 'aria-label': `Pick: ${label}`, 'tabindex': -1 } }"
    @update:model-value="take"
  />
</template>
