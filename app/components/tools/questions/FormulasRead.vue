<script setup lang="ts">
import { readFormula } from '~~/core/tools/questions/algebra/read'
import { toTex } from '~~/core/tools/questions/algebra/tex'
import FormulaDrawn from './FormulaDrawn.vue'

/** The formulas of a text, each as it is read. */
const props = defineProps<{ formulas: readonly string[] }>()
const rows = computed(() =>
  props.formulas.map(text => {
    const read = readFormula(text, {})
    return { text, tex: read.ok ? toTex(read.formula) : null }
  }),
)
</script>

<template>
  <ol v-if="rows.length > 0" class="small" aria-label="Formulas in the text">
    <li v-for="({ text, tex }, at) in rows" :key="at">
      <FormulaDrawn v-if="tex !== null" :tex="tex" /><template v-else
        >{{ text }}: this can’t be read as a formula.</template
      >
    </li>
  </ol>
</template>

<style scoped>
ol {
  margin: 0.3rem 0;
  padding-left: 1.4rem;
  list-style: decimal;
}
</style>
