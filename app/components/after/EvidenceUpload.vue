<script setup lang="ts">
import { z } from 'zod'
import { uploadView } from '~~/core/wire/afterwards'
import type { AfterView } from '~~/core/wire/afterwards'

/** Photos and PDFs of the work, put upright and looked at before they are sent. */
const props = defineProps<{ after: AfterView; own: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const failure = ref('')
const busy = ref(false)
/** What was chosen and is not sent yet; photos are turned the right way already. */
const chosen = shallowRef<{ name: string; content: Blob; address: string } | null>(null)
const input = useTemplateRef('input')
const base = computed(() => `/api/sittings/${props.after.sittingId}/evidence`)
const now = useNow({ interval: 5000 })
const loadedAt = Date.now()
const leftMs = computed(() =>
  props.after.evidence && props.own
    ? Date.parse(props.after.evidence.until) - Date.parse(props.after.now) - (now.value.getTime() - loadedAt)
    : 0,
)

function choose(name: string, content: Blob) {
  if (chosen.value) URL.revokeObjectURL(chosen.value.address)
  chosen.value = { name, content, address: URL.createObjectURL(content) }
}
onBeforeUnmount(() => chosen.value && URL.revokeObjectURL(chosen.value.address))

async function pick(event: Event) {
  failure.value = ''
  const [file] = event.target instanceof HTMLInputElement ? (event.target.files ?? []) : []
  if (!file) return
  try {
    choose(file.name, file.type.startsWith('image/') ? await upright(file) : file)
  } catch {
    failure.value = 'This picture can’t be read. Choose a JPEG or PNG photo, or a PDF.'
  }
}

/** Turns follow each other, however fast they are asked for, and sending waits for the last. */
let turned = Promise.resolve()
function turn() {
  turned = turned
    .then(async () => {
      if (chosen.value) choose(chosen.value.name, await upright(chosen.value.content, 1))
    })
    .catch((error: unknown) => {
      failure.value = inWords(error)
    })
}

async function send() {
  busy.value = true
  failure.value = ''
  try {
    await turned
    if (!chosen.value) return
    await callApi(uploadView, `${base.value}?name=${encodeURIComponent(chosen.value.name)}`, {
      method: 'POST',
      body: chosen.value.content,
      timeoutMs: 120_000,
    })
    drop()
    emit('changed')
  } catch (error) {
    failure.value = inWords(error)
  } finally {
    busy.value = false
  }
}

function drop() {
  if (chosen.value) URL.revokeObjectURL(chosen.value.address)
  chosen.value = null
  if (input.value) input.value.value = ''
}

async function takeAway(id: string) {
  failure.value = ''
  try {
    await callApi(z.unknown(), `${base.value}/${id}`, { method: 'DELETE' })
    emit('changed')
  } catch (error) {
    failure.value = inWords(error)
  }
}
</script>

<template>
  <section v-if="after.evidence" class="panel no-print" aria-label="Evidence of your work">
    <h2>{{ own ? 'Evidence of your work' : 'Evidence of the work' }}</h2>
    <p v-if="!own && after.evidence.uploads.length === 0" class="soft">Nothing was uploaded.</p>
    <p v-if="own">
      Photos or PDFs of what you wrote, up to {{ counted(after.evidence.files, 'file', 'files') }} of
      {{ after.evidence.megabytes }} MB.
      <template v-if="leftMs > 0"
        >You have until <strong>{{ format.nearTime(after.evidence.until, after.now) }}</strong>.</template
      ><strong v-else>The time for uploading is over.</strong>
    </p>
    <ul v-if="after.evidence.uploads.length > 0">
      <li v-for="one in after.evidence.uploads" :key="one.id">
        <a :href="`${base}/${one.id}`" target="_blank" rel="noopener"
          ><img v-if="one.type.startsWith('image/')" :src="`${base}/${one.id}`" alt="" width="56" /><span
            v-else
            class="pdf figure"
            >PDF</span
          >
          {{ one.name }}</a
        >
        <span class="soft small">{{ Math.ceil(one.size / 1000) }} kB, {{ format.time(one.at) }}</span>
        <Button
          v-if="leftMs > 0"
          text
          size="small"
          label="Take away"
          :aria-label="`Take away ${one.name}`"
          @click="takeAway(one.id)"
        />
      </li>
    </ul>
    <template v-if="leftMs > 0 && after.evidence.uploads.length < after.evidence.files">
      <label v-if="!chosen" for="evidence">Choose a photo or a PDF</label>
      <input
        v-show="!chosen"
        id="evidence"
        ref="input"
        type="file"
        accept="image/jpeg,image/png,application/pdf"
        @change="pick"
      />
      <div v-if="chosen" class="chosen">
        <img v-if="chosen.content.type.startsWith('image/')" :src="chosen.address" alt="The photo as it will be sent" />
        <p v-else>
          <span class="pdf figure">PDF</span> {{ chosen.name }}, {{ Math.ceil(chosen.content.size / 1000) }} kB
        </p>
        <div class="actions">
          <Button label="Send this file" :loading="busy" @click="send" />
          <Button
            v-if="chosen.content.type.startsWith('image/')"
            outlined
            severity="secondary"
            label="Turn it right"
            @click="turn"
          />
          <Button text label="Choose another" @click="drop" />
        </div>
      </div>
    </template>
    <p v-if="failure" class="notice is-refusal" role="alert">{{ failure }}</p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 0.7rem;
  padding: 1.25rem 1.75rem;
}
h2 {
  font-size: var(--large);
}
label {
  font-weight: 600;
}
ul {
  display: grid;
  gap: 0.4rem;
}
li {
  display: flex;
  align-items: center;
  gap: 0.8rem;
}
li a {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  margin-right: auto;
}
.pdf {
  padding: 0.2rem 0.4rem;
  border: 1px solid var(--line-strong);
  font-size: var(--small);
}
.chosen {
  display: grid;
  gap: 0.6rem;
}
.chosen img {
  max-width: 100%;
  max-height: 320px;
  border: 1px solid var(--line);
}
.actions {
  display: flex;
  gap: 0.5rem;
}
</style>
