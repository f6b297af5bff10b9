<script setup lang="ts">
import type { Account } from '~~/core/tools/ledger/state'

/** An account typed by code or name, with completion. Its value is the code, or what was typed so far. */
const props = defineProps<{ chart: readonly Account[]; label: string }>()
const code = defineModel<string>({ required: true })
const emit = defineEmits<{ chosen: [] }>()
const found = ref<Account[]>([])
const field = useTemplateRef<{ overlayVisible: boolean; focusedOptionIndex: number; hide(): void }>('field')

const typeWords = { asset: 'asset', liability: 'liability', equity: 'equity', income: 'income', expense: 'expense' }

function complete({ query }: { query: string }) {
  const wanted = query.trim().toLowerCase()
  const postable = props.chart.filter(account => !account.heading)
  const starts = postable.filter(({ code, name }) => code.startsWith(wanted) || name.toLowerCase().startsWith(wanted))
  const holds = postable.filter(account => !starts.includes(account) && account.name.toLowerCase().includes(wanted))
  found.value = [...starts, ...holds]
}

/** Leaving with Tab takes the option in focus, or the first that fits what was typed, and lets the focus go on. */
function takeFocused(event: KeyboardEvent) {
  const typed = code.value.trim()
  if (typed !== '' && !props.chart.some(account => account.code === typed)) {
    const index = field.value?.overlayVisible ? field.value.focusedOptionIndex : 0
    complete({ query: typed })
    const option = found.value[Math.max(0, index)]
    if (option) take(option)
  } else if (typed !== '') emit('chosen')
  event.stopPropagation()
}

/** A list that was still on its way when the field was left must not open behind it. */
function close() {
  setTimeout(() => field.value?.hide(), 0)
}

function take(value: Account | string | null) {
  code.value = typeof value === 'string' ? value : (value?.code ?? '')
  if (value && typeof value !== 'string') emit('chosen')
}
</script>

<template>
  <AutoComplete
    ref="field"
    class="account"
    :model-value="code"
    :suggestions="found"
    option-label="code"
    :delay="0"
    :min-length="1"
    auto-option-focus
    scroll-height="220px"
    fluid
    :aria-label="label"
    :input-props="{ autocomplete: 'off' }"
    :pt="{ option: { 'aria-label': undefined } }"
    @keydown.tab.capture="takeFocused"
    @blur="close"
    @complete="complete"
    @update:model-value="take"
  >
    <template #option="{ option }">
      <span class="option"
        ><span class="figure">{{ option.code }}</span
        ><span>{{ option.name }}</span
        ><span class="soft small">{{ typeWords[option.type as Account['type']] }}</span></span
      >
    </template>
  </AutoComplete>
</template>

<style scoped>
.account :deep(input) {
  font-family: var(--mono);
}
.option {
  display: grid;
  grid-template-columns: 3rem 1fr auto;
  gap: 0.75rem;
  width: 100%;
  min-width: 19rem;
}
</style>
