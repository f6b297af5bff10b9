<script setup lang="ts">
/**
 * A panel at the right, between the bench's first and last line, that leaves everything beside it usable.
 * The focus goes into it when it opens and back to where it was when it closes.
 */
defineProps<{ title: string; width: string }>()
const visible = defineModel<boolean>('visible', { required: true })
const panel = useTemplateRef('panel')
let before: Element | null = null

watch(visible, async open => {
  if (open) {
    before = document.activeElement
    await nextTick()
    panel.value?.querySelector<HTMLElement>('input, textarea, button')?.focus()
  } else if (before instanceof HTMLElement) before.focus()
})
</script>

<template>
  <Transition name="side">
    <aside
      v-if="visible"
      ref="panel"
      class="side-panel"
      :style="{ width }"
      :aria-label="title"
      @keydown.esc.stop="visible = false"
    >
      <header>
        <h2>{{ title }}</h2>
        <Button text size="small" label="Close" :aria-label="`Close ${title}`" @click="visible = false" />
      </header>
      <div class="content"><slot /></div>
    </aside>
  </Transition>
</template>

<style scoped>
.side-panel {
  position: fixed;
  right: 0;
  top: var(--bench-top, 0);
  bottom: var(--bench-bottom, 0);
  z-index: 10;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  background: var(--surface);
  border-left: 1px solid var(--line-strong);
  box-shadow: var(--shadow);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 0.6rem 0.6rem 0.3rem 1rem;
}
.content {
  padding: 0.3rem 1rem 1rem;
  overflow: auto;
}
.side-enter-active,
.side-leave-active {
  transition: transform 0.15s ease-out;
}
.side-enter-from,
.side-leave-to {
  transform: translateX(100%);
}
</style>
