<script setup lang="ts">
import { namesOf } from '~~/core/tools/questions/kinds/gaps'
import type { GapsPart } from '~~/core/tools/questions/kinds/gaps'
import GapField from './GapField.vue'
import GapLine from './GapLine.vue'
import PictureDrawn from '../../pictures/PictureDrawn.vue'

/** Gaps in a text, a table, a form and on a picture: in some something is typed, in others something is chosen. */
const props = defineProps<{ part: GapsPart; answer: Readonly<Record<string, string>> | null; closed: boolean }>()
const emit = defineEmits<{ answer: [answer: Record<string, string>] }>()

const names = computed(() => namesOf(props.part))
/** Everything that the field of a gap takes. */
const fieldOf = (name: string) => ({
  gap: props.part.gaps[name] ?? 'typed',
  number: names.value.indexOf(name) + 1,
  value: props.answer?.[name] ?? '',
  closed: props.closed,
  onFill: (value: string) => {
    const { [name]: _, ...others } = props.answer ?? {}
    emit('answer', value === '' ? others : { ...others, [name]: value })
  },
})
const isFigure = (cell: string): boolean => /^[£−-]?\d[\d.,]*$/.test(cell)
const percent = (part: number, whole: number): string => `${(part / whole) * 100}%`
const spots = computed(() => {
  const { picture, at } = props.part
  return picture
    ? Object.entries(at).map(([name, { x, y }]) => ({
        name,
        x,
        y,
        place: { left: percent(x, picture.width), top: percent(y, picture.height) },
      }))
    : []
})
</script>

<template>
  <p class="small soft">Fill the gaps.</p>
  <p v-if="part.text" class="text">
    <GapLine v-slot="{ gap }" :line="part.text"><GapField v-bind="fieldOf(gap)" /></GapLine>
  </p>
  <div v-if="part.table" class="wide">
    <table>
      <thead>
        <tr>
          <th v-for="head in part.table.head" :key="head" scope="col">{{ head }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(cells, row) in part.table.rows" :key="row">
          <td v-for="(cell, column) in cells" :key="column" :class="{ figure: isFigure(cell) }">
            <GapLine v-slot="{ gap }" :line="cell"><GapField v-bind="fieldOf(gap)" /></GapLine>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <dl v-if="part.form" class="form">
    <div v-for="{ label, line } in part.form" :key="label">
      <dt>{{ label }}</dt>
      <dd>
        <GapLine v-slot="{ gap }" :line="line"><GapField v-bind="fieldOf(gap)" /></GapLine>
      </dd>
    </div>
  </dl>
  <div v-if="part.picture" class="on-picture" :style="{ maxWidth: `${part.picture.width}px` }">
    <PictureDrawn :picture="part.picture">
      <text
        v-for="{ name, x, y } in spots"
        :key="name"
        class="mark"
        :x="x"
        :y="y"
        text-anchor="middle"
        dominant-baseline="central"
        aria-hidden="true"
      >
        ({{ fieldOf(name).number }})
      </text>
    </PictureDrawn>
    <span v-for="{ name, place } in spots" :key="name" class="spot" :style="place">
      <span class="number soft" aria-hidden="true">{{ fieldOf(name).number }}</span>
      <GapField v-bind="fieldOf(name)" />
    </span>
  </div>
</template>

<style scoped>
.soft {
  margin: 0 0 0.3rem;
}
.text {
  margin: 0;
  line-height: 2.2;
}
.wide {
  overflow-x: auto;
}
table {
  margin-top: 0.3rem;
  border-collapse: collapse;
}
th,
td {
  padding: 0.3rem 0.6rem;
  border: 1px solid var(--line);
  text-align: left;
}
td.figure {
  text-align: right;
}
th {
  background: var(--track);
}
.form {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0.35rem 0.9rem;
  margin: 0.5rem 0 0;
}
.form div {
  display: contents;
}
dt {
  align-self: center;
  font-weight: 600;
}
dd {
  margin: 0;
  line-height: 2.2;
}
.on-picture {
  position: relative;
  margin-top: 0.5rem;
  container: on-picture / inline-size;
}
.spot {
  position: absolute;
  translate: -50% -50%;
}
/* Where the fields would cover the picture they stand below it, by their numbers. */
.number,
.mark {
  display: none;
}
.mark {
  fill: var(--act);
  font-weight: 700;
}
@container on-picture (max-width: 30rem) {
  .spot {
    position: static;
    display: block;
    translate: none;
    margin-top: 0.4rem;
  }
  .number {
    display: inline-block;
    min-width: 1.6rem;
  }
  .mark {
    display: inline;
  }
}
@container page (max-width: 47rem) {
  .form {
    grid-template-columns: 1fr;
  }
}
</style>
