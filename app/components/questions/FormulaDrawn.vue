<script setup lang="ts">
import 'katex/dist/katex.min.css'
import katex from 'katex'

/** A formula as it is drawn in print, from TeX’s notation. */
const props = defineProps<{ tex: string }>()
const place = useTemplateRef('place')

function draw() {
  if (!place.value) return
  katex.render(props.tex, place.value, { throwOnError: false, trust: false, maxExpand: 100 })
}
onMounted(draw)
watch(() => props.tex, draw, { flush: 'post' })
</script>

<template>
  <span ref="place" class="drawn"></span>
</template>

<style scoped>
.drawn {
  font-size: 1.15rem;
}
</style>
