<script setup lang="ts">
import { rosterView } from '~~/core/wire/people'
import type { RosterView } from '~~/core/wire/people'

useHead({ title: 'Add people · Steady Anvil' })
const text = ref('')
const read = shallowRef<RosterView | null>(null)
const taken = shallowRef<RosterView | null>(null)
const failure = ref('')
const busy = ref(false)
const does = { add: 'new', change: 'changed', nothing: 'as it is' }
const howMany = (view: RosterView | null, what: keyof typeof does): number =>
  view?.entries.filter(entry => entry.does === what).length ?? 0
const says = computed(() => {
  const [added, changed] = [howMany(read.value, 'add'), howMany(read.value, 'change')]
  return [added ? `add ${counted(added, 'person', 'people')}` : '', changed ? `change ${changed}` : '']
    .filter(part => part !== '')
    .join(', ')
})
watch(text, () => {
  read.value = null
  failure.value = ''
})

async function call(take: boolean) {
  failure.value = ''
  busy.value = true
  try {
    const view = await callApi(rosterView, '/api/people/roster', {
      method: 'POST',
      body: { csv: text.value, take },
      timeoutMs: 180_000,
    })
    if (take) taken.value = view
    else read.value = view
  } catch (error) {
    failure.value = inWords(error)
  }
  busy.value = false
}
</script>

<template>
  <article class="add">
    <h1>Add people</h1>
    <template v-if="taken">
      <p class="notice is-passed no-print" role="status">
        {{ counted(howMany(taken, 'add'), 'person', 'people') }} added, {{ howMany(taken, 'change') }} changed.
      </p>
      <div v-if="taken.passwords.length" class="panel"><GivenPasswords :passwords="taken.passwords" list /></div>
      <p class="no-print"><Button as="router-link" to="/people" label="All people" /></p>
    </template>
    <template v-else>
      <form class="panel" @submit.prevent="call(false)">
        <ListInput v-model="text" />
        <p v-if="failure" class="notice is-refusal" role="alert">{{ failure }}</p>
        <p v-if="!read" class="acts">
          <Button as="router-link" outlined severity="secondary" to="/people" label="Don’t" /><Button
            type="submit"
            label="Read the list"
            :disabled="text.trim() === ''"
            :loading="busy"
          />
        </p>
      </form>
      <section v-if="read" class="panel" aria-labelledby="read-title" data-read>
        <header>
          <h2 id="read-title">What the list comes to</h2>
          <Button as="router-link" outlined severity="secondary" to="/people" label="Don’t" />
          <Button
            v-if="says !== ''"
            :label="`${says[0]?.toUpperCase()}${says.slice(1)}`"
            :loading="busy"
            @click="call(true)"
          />
        </header>
        <p v-if="says === ''" class="soft">There is nothing to do.</p>
        <div v-if="read.faults.length" class="notice is-refusal" role="alert">
          <p>
            <strong>{{ counted(read.faults.length, 'line is', 'lines are') }} left out:</strong>
          </p>
          <ul>
            <li v-for="fault in read.faults" :key="`${fault.line} ${fault.message}`">
              line {{ fault.line }}: {{ fault.message }}
            </li>
          </ul>
        </div>
        <DataTable
          v-if="read.entries.length"
          :value="read.entries"
          data-key="line"
          size="small"
          :paginator="read.entries.length > 20"
          :rows="20"
        >
          <Column header="Line" field="line" header-style="width: 4rem" body-class="figure" />
          <Column header="Name" field="name" />
          <Column header="Address" field="email" />
          <Column header="Role" field="role" />
          <Column header="Cohorts"
            ><template #body="{ data }">{{ data.cohorts.join(', ') }}</template></Column
          >
          <Column header="Here"
            ><template #body="{ data }"
              ><strong v-if="data.does !== 'nothing'">{{ does[data.does as keyof typeof does] }}</strong
              ><span v-else class="soft">{{ does.nothing }}</span></template
            ></Column
          >
        </DataTable>
      </section>
    </template>
  </article>
</template>

<style scoped>
.add,
.panel {
  display: grid;
  gap: 1rem;
}
.panel {
  padding: 1.1rem 1.3rem;
}
h2 {
  font-size: var(--large);
}
.acts {
  display: flex;
  justify-content: flex-end;
  align-items: center;
  gap: 0.6rem;
}
header {
  display: flex;
  align-items: center;
  gap: 0.6rem;
}
header h2 {
  margin-right: auto;
}
ul {
  margin: 0.3rem 0 0;
  padding-left: 1.1rem;
  list-style: disc;
}
</style>
