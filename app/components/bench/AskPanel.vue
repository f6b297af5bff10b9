<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'

/** What is said between the bench and who answers it: its room, or the trainers. The clock runs on meanwhile. */
const visible = defineModel<boolean>('visible', { required: true })
const bench = useBenchStore()
const text = ref('')
const failure = ref('')
const busy = ref(false)
/** Who gets it. */
const answerer = computed(() => (bench.sitting?.rules.room ? 'the invigilator' : 'your trainers'))

async function send() {
  busy.value = true
  failure.value = ''
  try {
    await bench.ask(text.value)
    text.value = ''
  } catch (error) {
    failure.value = inWords(error)
  }
  busy.value = false
}
</script>

<template>
  <SidePanel v-model:visible="visible" title="Ask for help" width="400px">
    <div class="body">
      <p class="small soft">
        Your message goes to {{ bench.sitting?.rules.contact }}, with the reference
        <strong class="figure">{{ bench.current?.reference }}</strong> of this task. The clock runs on.
      </p>
      <ol v-if="bench.messages.length > 0" class="said" aria-live="polite" aria-label="Messages">
        <li v-for="one in bench.messages" :key="one.id" :class="one.from">
          <strong>{{ one.from === 'room' ? one.name : 'You' }}</strong>{{ ' ' }}
          <span class="soft small"
            >{{ format.time(one.at) }}<template v-if="one.reference"> · {{ one.reference }}</template></span
          >
          <p>{{ one.text }}</p>
        </li>
      </ol>
      <form @submit.prevent="send">
        <label for="ask">Your message</label>
        <Textarea id="ask" v-model="text" rows="3" fluid maxlength="1000" />
        <p v-if="failure" class="notice is-refusal small" role="alert">{{ failure }}</p>
        <Button type="submit" :label="`Send to ${answerer}`" :loading="busy" :disabled="text.trim() === ''" />
      </form>
    </div>
  </SidePanel>
</template>

<style scoped>
.body,
form {
  display: grid;
  gap: 0.6rem;
}
label {
  font-weight: 600;
}
.said {
  display: grid;
  gap: 0.4rem;
}
.said li {
  padding: 0.4rem 0.6rem;
  border-left: 3px solid var(--line-strong);
  background: var(--ground);
}
.said .room {
  border-color: var(--inform);
  background: var(--inform-wash);
}
</style>
