<script setup lang="ts">
/** A formula as it is drawn in print, from TeX’s notation. What draws it is loaded with the first formula there is. */
const props = defineProps<{ tex: string }>()
const place = useTemplateRef('place')

async function draw() {
  const [{ default: katex }] = await Promise.all([import('katex'), import('katex/dist/katex.min.css')])
  if (place.value) katex.render(props.tex, place.value, { throwOnError: false, trust: false, maxExpand: 100 })
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
