<script setup lang="ts">
import { useWorkbookFile } from './useWorkbookFile'

/** A workbook of another program becomes what a task begins with. */
const { opened, fault, name, busy, open, stop } = useWorkbookFile()
const today = ref('2027-03-01')
const chosen = shallowRef<File | null>(null)
const shown = ref(0)
const sheet = computed(() => opened.value?.sheets[shown.value] ?? null)

async function read() {
  shown.value = 0
  if (chosen.value) await open(chosen.value, today.value)
}
function choose(event: Event) {
  chosen.value = event.target instanceof HTMLInputElement ? (event.target.files?.[0] ?? null) : null
  void read()
}
function save() {
  if (opened.value) saveAs(`${name.value.replace(/\.[^.]+$/, '')}.yaml`, 'application/yaml', opened.value.setup)
}
</script>

<template>
  <article class="workbooks">
    <h1>A workbook as a task</h1>
    <p>
      A workbook that was drawn up in another program becomes what a task on the sheet begins with. It is read on this
      device and sent nowhere.
    </p>
    <form class="panel" @submit.prevent="read">
      <label>
        <span>Workbook, .xlsx or .ods</span>
        <input type="file" accept=".xlsx,.ods" @change="choose" />
      </label>
      <label>
        <span>Day on which the task plays</span>
        <InputText v-model="today" class="figure" size="small" inputmode="numeric" placeholder="2027-03-01" />
      </label>
      <p class="acts">
        <Button v-if="busy" type="button" outlined severity="secondary" label="Stop reading" @click="stop" />
        <Button type="submit" label="Read it again" outlined :disabled="!chosen" :loading="busy" />
      </p>
    </form>
    <p v-if="busy" class="soft" role="status">Reading {{ name }}…</p>
    <p v-if="fault" class="notice is-refusal" role="alert">{{ fault }}</p>
    <template v-if="opened">
      <section class="panel" aria-labelledby="lost-title">
        <h2 id="lost-title">What has no place here</h2>
        <p v-if="opened.lost.length === 0">Nothing is lost: all of {{ name }} comes along.</p>
        <ul v-else>
          <li v-for="what in opened.lost" :key="what">{{ what }}</li>
        </ul>
      </section>
      <section class="panel" aria-labelledby="what-title">
        <header>
          <h2 id="what-title">What comes along</h2>
          <Button label="Save as a task’s setup" @click="save" />
        </header>
        <p class="soft small">
          A YAML file for the folder of content; docs/writing-tasks.md says what else a task needs.
        </p>
        <table class="sheets">
          <thead>
            <tr>
              <th scope="col">Sheet</th>
              <th
                v-for="head in ['Rows', 'Columns', 'Formulas', 'Charts', 'Rules']"
                :key="head"
                scope="col"
                class="right"
              >
                {{ head }}
              </th>
              <th scope="col">Tables</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(one, at) in opened.sheets" :key="one.name" :class="{ here: at === shown }">
              <th scope="row"><Button text size="small" :label="one.name" @click="shown = at" /></th>
              <td
                v-for="key in ['rows', 'columns', 'formulas', 'charts', 'rules'] as const"
                :key="key"
                class="right figure"
              >
                {{ one[key] }}
              </td>
              <td>{{ one.tables.join(', ') }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="opened.names.length" class="small">
          Names:
          <template v-for="(one, at) in opened.names" :key="one.name"
            >{{ at > 0 ? ', ' : '' }}{{ one.name }} <span class="figure soft">{{ one.refers }}</span></template
          >
        </p>
        <div v-if="sheet" class="preview">
          <table>
            <caption class="small soft">
              The first rows of
              {{
                sheet.name
              }}, worked out here
            </caption>
            <thead>
              <tr>
                <td></td>
                <th v-for="letter in sheet.letters" :key="letter" scope="col" class="small soft">{{ letter }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, at) in sheet.first" :key="at">
                <th scope="row" class="small soft">{{ at + 1 }}</th>
                <td v-for="(value, across) in row" :key="across">{{ value }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
    </template>
  </article>
</template>

<style scoped>
.workbooks {
  max-width: 62rem;
  display: grid;
  gap: 1rem;
}
.panel {
  padding: 1rem 1.2rem;
}
form label {
  display: grid;
  grid-template-columns: 15rem 1fr;
  align-items: center;
  gap: 0.4rem 1rem;
  margin-bottom: 0.5rem;
}
form input:not([type='file']) {
  max-width: 10rem;
}
.acts,
header {
  display: flex;
  gap: 0.6rem;
  align-items: center;
  justify-content: space-between;
}
.acts {
  justify-content: flex-end;
}
.sheets {
  width: 100%;
  margin: 0.6rem 0;
}
.sheets th,
.sheets td {
  padding: 0.2rem 0.6rem;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
.sheets thead th {
  font-size: var(--small);
  color: var(--ink-soft);
}
.here {
  background: var(--act-wash);
}
.preview {
  overflow: auto;
  margin-top: 0.8rem;
}
.preview caption {
  text-align: left;
  padding-bottom: 0.2rem;
}
.preview td,
.preview th {
  padding: 0.15rem 0.5rem;
  border: 1px solid var(--line);
  white-space: nowrap;
  font-weight: 400;
}
</style>
