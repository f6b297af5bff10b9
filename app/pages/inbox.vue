<script setup lang="ts">
import { inboxView } from '~~/core/wire/inbox'
import type { Conversation } from '~~/core/wire/inbox'

useHead({ title: 'Messages · Steady Anvil' })
const { data: inbox, failure, load } = useCall(inboxView, () => '/api/inbox')
/** What is being written, by sitting. */
const drafts = reactive<Record<string, string>>({})
const refusals = reactive<Record<string, string>>({})
const busy = ref('')

/** How often it is looked whether somebody has written, in ms. */
const LOOK_EVERY_MS = 10_000
useIntervalFn(() => void load(), LOOK_EVERY_MS)

async function send({ sittingId }: Conversation) {
  busy.value = sittingId
  refusals[sittingId] = ''
  try {
    inbox.value = await callApi(inboxView, `/api/inbox/${sittingId}`, {
      method: 'POST',
      body: { text: drafts[sittingId] ?? '' },
    })
    drafts[sittingId] = ''
  } catch (error) {
    refusals[sittingId] = inWords(error)
  }
  busy.value = ''
}
</script>

<template>
  <h1>Messages</h1>
  <p class="soft">From trainees whose paper is sat in no room. Those in a room write to its invigilator.</p>
  <FailureNotice v-if="failure && !inbox" :message="failure" @again="load" />
  <p v-else-if="!inbox" class="soft" role="status">Fetching the messages…</p>
  <p v-else-if="inbox.conversations.length === 0" class="panel empty">
    Nobody has written. A trainee at work asks with “Ask for help”, and what they ask is here within seconds.
  </p>
  <ul v-else class="list">
    <li v-for="one in inbox.conversations" :key="one.sittingId" class="panel" :aria-label="one.name">
      <header>
        <strong>{{ one.name }}</strong>
        <span class="soft">{{ one.paperTitle }}{{ one.running ? ', at work now' : ', ended' }}</span>
        <span v-if="one.waiting > 0" class="waits">{{ counted(one.waiting, 'message waits', 'messages wait') }}</span>
      </header>
      <ol>
        <li v-for="said in one.said" :key="said.id" :class="said.from">
          <strong>{{ said.name }}</strong>{{ ' ' }}
          <span class="soft small"
            >{{ format.date(said.at) }} {{ format.time(said.at)
            }}<template v-if="said.reference"> · {{ said.reference }}</template></span
          >
          <p>{{ said.text }}</p>
        </li>
      </ol>
      <form @submit.prevent="send(one)">
        <label :for="`answer-${one.sittingId}`">Answer</label>
        <Textarea :id="`answer-${one.sittingId}`" v-model="drafts[one.sittingId]" rows="2" fluid maxlength="1000" />
        <p v-if="refusals[one.sittingId]" class="notice is-refusal small" role="alert">{{ refusals[one.sittingId] }}</p>
        <Button
          type="submit"
          outlined
          :label="`Send to ${one.name}`"
          :loading="busy === one.sittingId"
          :disabled="(drafts[one.sittingId] ?? '').trim() === ''"
        />
      </form>
    </li>
  </ul>
</template>

<style scoped>
.list {
  display: grid;
  gap: 1rem;
  margin-top: 1rem;
}
.list > li {
  display: grid;
  gap: 0.7rem;
  padding: 0.9rem 1.1rem;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1rem;
}
.waits {
  margin-left: auto;
  font-weight: 700;
}
ol {
  display: grid;
  gap: 0.4rem;
}
ol li {
  padding: 0.4rem 0.6rem;
  border-left: 3px solid var(--line-strong);
  background: var(--ground);
}
ol .room {
  border-color: var(--inform);
  background: var(--inform-wash);
}
form {
  display: grid;
  gap: 0.4rem;
  justify-items: start;
}
label {
  font-weight: 600;
}
.empty {
  margin-top: 1rem;
  padding: 1.5rem;
}
</style>
