<script setup lang="ts">
import type { SourceDocument } from '~~/core/paper/documents'
import { sheets } from '~/components/documents/sheets'

/** The papers that came with a task, drawn from their data. */
const props = defineProps<{ documents: readonly SourceDocument[] }>()
const shown = ref(props.documents[0]?.id ?? '')
</script>

<template>
  <Tabs v-if="documents.length > 0" v-model:value="shown" class="documents" scrollable :show-navigators="false">
    <TabList>
      <Tab v-for="document in documents" :key="document.id" :value="document.id">{{ document.tab }}</Tab>
    </TabList>
    <TabPanels>
      <TabPanel v-for="document in documents" :key="document.id" :value="document.id">
        <div class="sheet">
          <div class="head">
            <div>
              <strong>{{ document.from.name }}</strong><span
                v-for="line in document.from.address"
                :key="line"
                class="small soft"
                >{{ line }}</span
              >
            </div>
            <div class="right">
              <span class="small"
                >{{ document.title
                }}<template v-if="document.reference"
                  >&nbsp;<span class="figure">{{ document.reference }}</span></template
                ></span
              ><span class="small">{{ format.day(document.date) }}</span>
            </div>
          </div>
          <p v-if="document.to" class="small to">To {{ document.to.name }}</p>
          <component :is="sheets[document.kind]" :document="document" />
        </div>
      </TabPanel>
    </TabPanels>
  </Tabs>
</template>

<style scoped>
.documents {
  margin: 0.5rem 0 0.75rem;
}
:deep(.p-tab) {
  padding: 0.35rem 0.7rem;
  font-size: var(--small);
}
:deep(.p-tabpanels) {
  padding: 0;
  background: none;
}
:deep(.p-tablist-tab-list) {
  background: none;
}
.sheet {
  padding: 0.6rem 0.75rem;
  background: var(--paper);
  border: 1px solid var(--line);
  border-top: 0;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 0.75rem;
}
.head div {
  display: grid;
  align-content: start;
}
.head .right {
  white-space: nowrap;
}
.to {
  margin-top: 0.15rem;
}
:deep(table) {
  margin-top: 0.5rem;
}
:deep(th),
:deep(td) {
  padding: 0.22rem 0;
  vertical-align: top;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
:deep(th + th),
:deep(td + td) {
  padding-left: 0.6rem;
}
:deep(thead th) {
  color: var(--ink-soft);
}
:deep(.total > *) {
  font-weight: 700;
  border: 0;
}
:deep(.nowrap) {
  white-space: nowrap;
}
:deep(.text) {
  margin-top: 0.5rem;
}
:deep(.remark) {
  margin-top: 0.4rem;
}
</style>
