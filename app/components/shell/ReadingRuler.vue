<script setup lang="ts">
/** A clear line across the window that follows pointer and focus, with the rest dimmed. It takes no clicks. */
const { y } = useMouse({ type: 'client' })
useEventListener(document, 'focusin', ({ target }) => {
  if (!(target instanceof HTMLElement) || target.id === 'main') return
  const { top, bottom } = target.getBoundingClientRect()
  y.value = Math.max(0, Math.min(window.innerHeight, (top + bottom) / 2))
})
const HEIGHT = 44
</script>

<template>
  <div class="dim" aria-hidden="true" :style="{ top: 0, height: `${Math.max(0, y - HEIGHT / 2)}px` }" />
  <div class="line" aria-hidden="true" :style="{ top: `${y - HEIGHT / 2}px`, height: `${HEIGHT}px` }" />
  <div class="dim" aria-hidden="true" :style="{ top: `${y + HEIGHT / 2}px`, bottom: 0 }" />
</template>

<style scoped>
.dim,
.line {
  position: fixed;
  left: 0;
  right: 0;
  z-index: 15;
  pointer-events: none;
}
.dim {
  background: color-mix(in srgb, var(--ink) 28%, transparent);
}
.line {
  border-block: 2px solid var(--act);
}
</style>
