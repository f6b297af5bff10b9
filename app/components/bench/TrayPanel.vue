<script setup lang="ts">
import type { TrayItem } from '~~/core/paper/schema'
import { useBenchStore } from '~/stores/bench'

/** The aids of this section beside the work: they leave the bench usable. */
const visible = defineModel<boolean>('visible', { required: true })
const bench = useBenchStore()
const items = computed(() => bench.section?.tray ?? [])
const sheets = computed(() =>
  items.value.filter((item): item is Extract<TrayItem, { kind: 'sheet' }> => item.kind === 'sheet'),
)
const calculator = computed(() =>
  items.value.find((item): item is Extract<TrayItem, { kind: 'calculator' }> => item.kind === 'calculator'),
)
/** Those of the section, and those that came with the task in hand. */
const references = computed(() => [
  ...items.value.flatMap(item => (item.kind === 'reference' ? [item.paper] : [])),
  ...(bench.openTasks.get(bench.currentId ?? '')?.brief.references ?? []),
])
const has = (kind: TrayItem['kind']): boolean => items.value.some(item => item.kind === kind)
const notes = ref(bench.notes)
watch(
  () => bench.notes,
  text => (notes.value = text),
)
const keepNotes = useDebounceFn(() => {
  if (notes.value !== bench.notes) bench.note(notes.value)
}, 700)
</script>

<template>
  <SidePanel v-model:visible="visible" title="Tray" width="340px">
    <p v-if="items.length === 0 && references.length === 0" class="soft">This section has nothing in its tray.</p>
    <section v-if="calculator">
      <h3>Calculator</h3>
      <PocketCalculator :functions="calculator.functions" />
    </section>
    <section v-if="has('time-value')">
      <h3>Money over time</h3>
      <MoneyOverTime />
    </section>
    <section v-if="has('subnets')">
      <h3>Blocks of addresses</h3>
      <SubnetBench :sitting-id="bench.sitting?.id ?? ''" />
    </section>
    <section v-if="has('notes')">
      <h3 id="tray-notes">Notes</h3>
      <Textarea
        v-model="notes"
        rows="7"
        fluid
        aria-labelledby="tray-notes"
        maxlength="8000"
        @update:model-value="keepNotes"
      />
      <p class="soft small">Kept with the sitting; nobody marks them.</p>
    </section>
    <section v-if="references.length > 0">
      <h3>Reference</h3>
      <ReferencePaper v-for="paper in references" :key="paper.title" :paper="paper" />
    </section>
    <section v-for="sheet in sheets" :key="sheet.title" class="sheet">
      <h3>{{ sheet.title }}</h3>
      <p v-for="line in sheet.lines" :key="line">{{ line }}</p>
    </section>
  </SidePanel>
</template>

<style scoped>
section + section {
  margin-top: 1.2rem;
}
h3 {
  margin-bottom: 0.4rem;
  font-size: var(--large);
}
.sheet {
  display: grid;
  gap: 0.4rem;
  padding: 0.7rem;
  background: var(--paper);
  border: 1px solid var(--line);
}
</style>
