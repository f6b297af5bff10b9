<script setup lang="ts">
import { readFormula } from '~~/core/tools/questions/algebra/read'
import { toTex } from '~~/core/tools/questions/algebra/tex'
import type { DrawnOption } from '~~/core/tools/questions/answers/options'
import FormulaDrawn from './FormulaDrawn.vue'
import PictureDrawn from '../../pictures/PictureDrawn.vue'

/** An option by its words, or as the formula, table or picture that it is. */
const props = defineProps<{ option: DrawnOption }>()
const tex = computed(() => {
  const read = props.option.formula === undefined ? null : readFormula(props.option.formula, {})
  return read?.ok ? toTex(read.formula) : null
})
</script>

<template>
  <template v-if="tex !== null"
    ><span class="spoken">{{ option.text }}</span
    ><FormulaDrawn :tex="tex"
  /></template>
  <template v-else>{{ option.text }}</template>
  <table v-if="option.table">
    <tbody>
      <tr v-for="(row, at) in option.table" :key="at">
        <td v-for="(cell, column) in row" :key="column">{{ cell }}</td>
      </tr>
    </tbody>
  </table>
  <PictureDrawn v-if="option.picture" :picture="option.picture" />
</template>

<style scoped>
td {
  padding: 0.1rem 0.5rem;
  border: 1px solid var(--line-strong);
}
</style>
