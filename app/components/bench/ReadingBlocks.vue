<script setup lang="ts">
import type { Reading } from '~~/core/paper/reading'
import PictureAids from '../pictures/PictureAids.vue'
import PictureDrawn from '../pictures/PictureDrawn.vue'
import MovingPicture from './MovingPicture.vue'
import ReadingChart from './ReadingChart.vue'

/** The text of a reading with its tables, charts and pictures. */
const props = defineProps<{
  reading: Reading
  /** What its texts are called where they can be marked. */
  place?: string
}>()
const placeOf = (at: number): string | undefined => (props.place ? `${props.place}-${at}` : undefined)
/** What the label tells on which the pointer or the focus rests, by its block. */
const told = reactive<Record<number, string>>({})
const isFigure = (cell: string): boolean => /^[−£-]?[\d.,]+( ?(°C|%|m²|m))?$/.test(cell)
</script>

<template>
  <template v-for="(block, at) in reading.blocks" :key="at">
    <h3 v-if="block.kind === 'heading'" :data-text="placeOf(at)">{{ block.text }}</h3>
    <p v-else-if="block.kind === 'text'" :data-text="placeOf(at)">{{ block.text }}</p>
    <ul v-else-if="block.kind === 'list'">
      <li v-for="(item, row) in block.items" :key="item" :data-text="placeOf(at) && `${placeOf(at)}-${row}`">
        {{ item }}
      </li>
    </ul>
    <table v-else-if="block.kind === 'table'">
      <caption>
        {{
          block.title
        }}
      </caption>
      <thead>
        <tr>
          <th
            v-for="(cell, column) in block.head"
            :key="cell"
            scope="col"
            :class="{ figure: block.rows.every(row => isFigure(row[column] ?? '')) }"
          >
            {{ cell }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, line) in block.rows" :key="line">
          <td v-for="(cell, column) in row" :key="column" :class="{ figure: isFigure(cell) }">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
    <ReadingChart v-else-if="block.kind === 'chart'" :chart="block" />
    <MovingPicture v-else-if="block.kind === 'moving'" :figure="block" />
    <figure v-else>
      <figcaption>{{ block.title }}</figcaption>
      <PictureAids :picture="block.picture"
        ><PictureDrawn :picture="block.picture" @more="text => (told[at] = text)"
      /></PictureAids>
      <p v-if="told[at]" class="small" aria-live="polite">{{ told[at] }}</p>
    </figure>
  </template>
</template>

<style scoped src="./figure.css"></style>

<style scoped>
h3 {
  margin: 0.9rem 0 0.3rem;
  font-size: 1rem;
}
h3:first-child {
  margin-top: 0;
}
p,
ul {
  margin: 0 0 0.5rem;
}
ul {
  padding-left: 1.1rem;
  list-style: disc;
}
table {
  width: 100%;
  margin: 0.3rem 0 0.8rem;
  border-collapse: collapse;
  font-size: var(--small);
}
caption {
  padding-bottom: 0.3rem;
  font-size: var(--small);
  font-weight: 600;
  text-align: left;
}
th,
td {
  padding: 0.2rem 0.5rem 0.2rem 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  vertical-align: top;
}
th {
  color: var(--ink-soft);
  font-weight: 400;
}
td.figure,
th.figure {
  text-align: right;
  white-space: nowrap;
}
figure p {
  margin: 0.3rem 0 0;
}
</style>
