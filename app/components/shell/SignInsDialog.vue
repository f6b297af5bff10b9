<script setup lang="ts">
import { z } from 'zod'
import { ownSignIn } from '~~/core/wire/people'
import type { OwnSignIn } from '~~/core/wire/people'

/** Where one is signed in, and ending it there. */
const visible = defineModel<boolean>('visible', { required: true })
const all = shallowRef<OwnSignIn[] | null>(null)
const failure = ref('')
const said = ref('')
const others = computed(() => (all.value ?? []).filter(({ here }) => !here))

/** Fetches the list, or changes it and takes what is left. */
async function call(method: 'GET' | 'DELETE', id = '', done = '') {
  failure.value = ''
  try {
    all.value = await callApi(z.array(ownSignIn), `/api/me/sign-ins${id && `/${id}`}`, { method })
    said.value = done
  } catch (error) {
    failure.value = inWords(error)
  }
}
watch(visible, open => {
  if (open) void call('GET')
})
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Where you are signed in" :style="{ width: '560px' }">
    <p v-if="failure" class="notice is-refusal" role="alert">{{ failure }}</p>
    <p v-else-if="!all" class="soft" role="status">Asking the server…</p>
    <ul v-if="all">
      <li v-for="one in all" :key="one.id">
        <div>
          <strong>{{ one.device || 'A device that doesn’t say what it is' }}</strong>
          <span class="small soft"
            >since {{ format.date(one.since) }}, {{ format.time(one.since) }};
            {{ one.here ? 'this is the one in front of you' : `last heard of at ${format.time(one.seenAt)}` }}</span
          >
        </div>
        <Button
          v-if="!one.here"
          outlined
          severity="secondary"
          size="small"
          label="Sign out there"
          :aria-label="`Sign out there: ${one.device}, since ${format.time(one.since)}`"
          @click="call('DELETE', one.id, 'Signed out there.')"
        />
      </li>
    </ul>
    <p class="small soft" role="status">{{ said }}</p>
    <template #footer>
      <Button
        v-if="others.length > 1"
        outlined
        severity="secondary"
        label="Sign out everywhere else"
        @click="call('DELETE', '', 'Signed out everywhere else.')"
      />
      <Button label="Done" @click="visible = false" />
    </template>
  </Dialog>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 1rem;
  padding: 0.5rem 0;
  border-top: 1px solid var(--line);
}
li div {
  display: grid;
}
</style>
