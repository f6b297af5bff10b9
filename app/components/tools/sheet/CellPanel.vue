<script setup lang="ts">
import type { FormulaHelp } from '~~/core/tools/sheet/formula/completing'
import type { CellSeen, SelectionSeen } from '~~/core/tools/sheet/viewing'
import { lookInWords } from './words'

/** The cell with the cursor: what it is and how it shows, what it stands on, and what stands on it. */
defineProps<{
  cell: CellSeen | null
  selection: SelectionSeen | null
  single: boolean
  name: string
  /** The function that is being typed. */
  call: FormulaHelp['call']
}>()
const emit = defineEmits<{ take: [choice: string]; go: [place: string] }>()

const kinds = { number: 'number', text: 'text', logical: 'TRUE or FALSE', error: 'error', empty: 'empty' }
</script>

<template>
  <aside class="panel cell" aria-label="The cell with the cursor">
    <div v-if="call" role="status">
      <h3 class="figure">{{ call.name }}</h3>
      <p class="small">{{ call.about }}</p>
      <h4>Takes</h4>
      <ol>
        <li v-for="(parameter, place) in call.parameters" :key="parameter.name" :class="{ now: place === call.at }">
          <span class="small soft">{{ place + 1 }}</span>
          <span class="figure">{{ parameter.name }}{{ parameter.rest ? ' …' : '' }}</span>
          <span class="small soft">{{ parameter.optional ? 'may be left out' : '' }}</span>
        </li>
        <li v-if="call.parameters.length === 0"><span></span>nothing</li>
      </ol>
    </div>
    <template v-else-if="cell">
      <h3 class="figure">{{ cell.address }}</h3>
      <dl>
        <dt>Holds</dt>
        <dd>{{ cell.typed.startsWith('=') ? 'a formula' : kinds[cell.kind] }}</dd>
        <template v-if="cell.kind !== 'empty'">
          <dt>Value</dt>
          <dd class="figure">{{ cell.value }}</dd>
          <dt>Shown</dt>
          <dd class="figure">{{ cell.shown }}</dd>
        </template>
        <dt>Format</dt>
        <dd class="figure">{{ cell.format.number ?? 'as it is' }}</dd>
        <template v-if="lookInWords(cell.format)">
          <dt>Look</dt>
          <dd>{{ lookInWords(cell.format) }}</dd>
        </template>
      </dl>
      <p v-if="cell.table" class="small">
        Table <span class="figure">{{ cell.table.name }}</span>, column {{ cell.table.heading }}.
      </p>
      <p v-if="cell.locked" class="small soft">Locked: it can’t be changed.</p>
      <template v-if="cell.note">
        <h4>Note</h4>
        <p class="small">{{ cell.note }}</p>
      </template>
      <template v-if="cell.link">
        <h4>Leads to</h4>
        <Button
          v-if="cell.link.startsWith('#')"
          text
          size="small"
          :label="cell.link.slice(1).replace('!', ' ')"
          @click="emit('go', cell.link.slice(1))"
        />
        <p v-else class="small figure">{{ cell.link }}</p>
      </template>
      <template v-if="cell.takes">
        <h4>Takes</h4>
        <ul v-if="cell.takes.choices.length" class="choices">
          <li v-for="choice in cell.takes.choices.slice(0, 30)" :key="choice">
            <Button text size="small" :label="choice" @click="emit('take', choice)" />
          </li>
        </ul>
        <p v-else class="small">{{ cell.takes.words }}</p>
      </template>
      <template v-if="cell.markings.length">
        <h4>Stands out</h4>
        <p v-for="(words, place) in cell.markings" :key="place" class="small">{{ words }}</p>
      </template>
      <template v-if="cell.standsOn.length">
        <h4>Stands on</h4>
        <ol>
          <li v-for="(area, place) in cell.standsOn.slice(0, 8)" :key="place">
            <span class="small soft">{{ place + 1 }}</span>
            <span class="figure">{{ area.name }}</span>
            <span class="figure right">{{ area.value }}</span>
          </li>
        </ol>
      </template>
      <template v-if="cell.usedBy.length">
        <h4>Used by</h4>
        <ul>
          <li v-for="user in cell.usedBy.slice(0, 6)" :key="user.name" class="user">
            <span class="figure">{{ user.name }}</span>
            <span class="figure small soft">{{ user.formula }}</span>
          </li>
        </ul>
      </template>
    </template>
    <template v-if="selection && !single && !call">
      <h4>Selected {{ name }}</h4>
      <dl>
        <dt>Filled</dt>
        <dd class="figure">{{ selection.count }}</dd>
        <template v-if="selection.sum !== null">
          <dt>Sum</dt>
          <dd class="figure">{{ selection.sum }}</dd>
          <dt>Average</dt>
          <dd class="figure">{{ selection.average }}</dd>
        </template>
      </dl>
    </template>
  </aside>
</template>

<style scoped src="../panel.css"></style>

<style scoped>
.cell {
  padding: 0.6rem 0.8rem;
  overflow: auto;
}
h3 {
  margin-bottom: 0.3rem;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0.15rem 0.6rem;
}
dt {
  color: var(--ink-soft);
  font-size: var(--small);
}
dd {
  text-align: right;
  overflow-wrap: anywhere;
}
li {
  display: grid;
  grid-template-columns: 1.1rem minmax(0, 1fr) auto;
  gap: 0.3rem;
  padding: 0.15rem 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
li.now {
  background: var(--act-wash);
  font-weight: 700;
}
.choices li {
  display: block;
  padding: 0;
}
li.user {
  grid-template-columns: 1fr;
  gap: 0;
}
</style>
