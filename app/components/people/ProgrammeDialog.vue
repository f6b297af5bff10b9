<script setup lang="ts">
import { trade } from '~~/core/paper/schema'
import type { Trade } from '~~/core/paper/schema'
import { programmeRequest } from '~~/core/wire/people'
import type { AccountView } from '~~/core/wire/people'

/** Which trades a trainee's programme has. */
const props = defineProps<{ person: AccountView | null }>()
const emit = defineEmits<{ closed: []; set: [person: AccountView] }>()
const byPapers = ref(true)
const chosen = ref<Trade[]>([])
const refusal = ref('')
const busy = ref(false)
const titles: Record<Trade, string> = { bookkeeping: 'Bookkeeping', office: 'Office work', network: 'Networking' }

watch(
  () => props.person,
  person => {
    byPapers.value = person?.trades === null
    chosen.value = [...(person?.trades ?? [])]
    refusal.value = ''
  },
)

async function keep() {
  if (!props.person) return
  const read = programmeRequest.safeParse({ trades: byPapers.value ? null : chosen.value })
  refusal.value = read.error?.issues[0]?.message ?? ''
  if (!read.success) return
  busy.value = true
  try {
    const { trades } = await callApi(programmeRequest, `/api/people/${props.person.id}/programme`, {
      method: 'PUT',
      body: read.data,
    })
    emit('set', { ...props.person, trades })
  } catch (error) {
    refusal.value = inWords(error)
  }
  busy.value = false
}
</script>

<template>
  <Dialog
    :visible="person !== null"
    modal
    :header="`Programme of ${person?.name ?? ''}`"
    :style="{ width: '460px' }"
    @update:visible="emit('closed')"
  >
    <div class="body">
      <p class="soft">
        Which trades the skill-gap report is about, and among which the closest gap is looked for. Papers of other
        trades can be sat all the same.
      </p>
      <label class="check"><RadioButton v-model="byPapers" name="programme" :value="true" /> by the papers given</label>
      <label class="check"><RadioButton v-model="byPapers" name="programme" :value="false" /> these trades</label>
      <fieldset :disabled="byPapers">
        <legend class="spoken">Trades</legend>
        <label v-for="one in trade.options" :key="one" class="check"
          ><Checkbox v-model="chosen" :value="one" :disabled="byPapers" /> {{ titles[one] }}</label
        >
      </fieldset>
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    </div>
    <template #footer
      ><Button outlined severity="secondary" label="Don’t" @click="emit('closed')" /><Button
        label="Keep"
        :loading="busy"
        @click="keep"
    /></template>
  </Dialog>
</template>

<style scoped>
.body {
  display: grid;
  gap: 0.7rem;
}
fieldset {
  display: grid;
  gap: 0.4rem;
  margin: 0 0 0 1.6rem;
  padding: 0;
  border: 0;
}
.check {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}
</style>
