<script setup lang="ts">
/** Reads brief, reading and questions aloud: from the first text, or from the one that is pressed. */
const { state, voices, at, of, speed, slowest, fastest, start, stop, pause, goOn, go, faster } = useReadAloud()

// A text that is pressed while the voice is open is the next to be read; where something is selected it isn’t.
useEventListener(document, 'click', ({ target }: MouseEvent) => {
  if (state.value === 'silent' || !(target instanceof Element) || !window.getSelection()?.isCollapsed) return
  const text = target.closest<HTMLElement>('[data-text]')
  if (text) start(text)
})
const silent = ref(false)
function begin() {
  silent.value = voices.value?.length === 0
  if (!silent.value) start()
}
const said = computed(() =>
  state.value === 'silent'
    ? ''
    : `${state.value === 'paused' ? 'Pause in text' : 'Text'} ${at.value + 1} of ${of.value}`,
)
</script>

<template>
  <div class="voice small" role="group" aria-label="Read aloud">
    <p v-if="silent" class="soft" role="status">This device has no voice to read aloud with.</p>
    <template v-else>
      <Button v-if="state === 'silent'" size="small" text label="Read aloud" :disabled="!voices" @click="begin" />
      <template v-else>
        <Button v-if="state === 'reading'" size="small" outlined label="Pause" @click="pause" />
        <Button v-else size="small" outlined label="Go on" @click="goOn" />
        <Button size="small" text label="Stop reading" @click="stop" />
        <Button size="small" text label="Text before" :disabled="at === 0" @click="go(-1)" />
        <Button size="small" text label="Text after" :disabled="at + 1 >= of" @click="go(1)" />
        <Button size="small" text label="Slower" :disabled="slowest" @click="faster(-1)" />
        <Button size="small" text label="Faster" :disabled="fastest" @click="faster(1)" />
        <span class="soft" role="status">{{ said }} · {{ speed }} × speed</span>
      </template>
    </template>
  </div>
</template>

<style scoped>
.voice {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.1rem 0.3rem;
}
p {
  margin: 0;
}
</style>
