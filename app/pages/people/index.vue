<script setup lang="ts">
import { z } from 'zod'
import { accountView, givenPassword, openRequest } from '~~/core/wire/people'
import type { AccountView, GivenPassword } from '~~/core/wire/people'
import { useSessionStore } from '~/stores/session'

useHead({ title: 'People · Steady Anvil' })
const session = useSessionStore()
const { data: people, failure, load } = useCall(z.array(accountView), () => '/api/people/roster')
const wanted = ref('')
const shown = computed(() => {
  const words = wanted.value.toLocaleLowerCase('en-GB').split(/\s+/)
  return (people.value ?? []).filter(({ name, email, role, cohorts }) =>
    words.every(word => [name, email, role, ...cohorts].join(' ').toLocaleLowerCase('en-GB').includes(word)),
  )
})

type Act = 'password' | 'factor' | 'close' | 'open'
/** What is being asked before it is done. */
const asked = shallowRef<{ what: Act; who: AccountView } | null>(null)
const given = shallowRef<GivenPassword | null>(null)
/** Whose programme is being set. */
const programme = shallowRef<AccountView | null>(null)
function took(changed: AccountView) {
  people.value = people.value?.map(one => (one.id === changed.id ? changed : one)) ?? null
  programme.value = null
}
const refusal = ref('')
/** The administrator's own password: what lets others in is changed with it. */
const own = ref('')
const needsOwn = computed(() => asked.value?.what === 'password' || asked.value?.what === 'factor')
const busy = ref(false)
const words = {
  password: {
    title: 'Give a new password',
    button: 'Give a new password',
    says:
      'The present password stops working, and every device that is signed in is signed out. ' +
      'The new one is for their first sign-in, within fourteen days. ' +
      'A paper that is under way goes on when they sign in again; its clock doesn’t stop.',
  },
  factor: {
    title: 'Take off the second factor',
    button: 'Take it off',
    says:
      'For somebody who has lost their authenticator and their recovery codes: their password alone lets them in then, ' +
      'and every device that is signed in is signed out. Be sure who is asking.',
  },
  close: {
    title: 'Close the account',
    button: 'Close the account',
    says: 'Nobody signs in to it any more. Sittings, marks and log stay. A paper that is under way runs out.',
  },
  open: {
    title: 'Open the account again',
    button: 'Open it again',
    says: 'They sign in again with the password they had.',
  },
}

function ask(what: Act, who: AccountView) {
  asked.value = { what, who }
  refusal.value = ''
  own.value = ''
}

async function go() {
  if (!asked.value) return
  const { what, who } = asked.value
  busy.value = true
  try {
    if (what === 'password')
      given.value = await callApi(givenPassword, `/api/people/${who.id}/password`, {
        method: 'POST',
        body: { own: own.value },
      })
    else if (what === 'factor') {
      await callApi(z.unknown(), `/api/people/${who.id}/second-factor/off`, {
        method: 'POST',
        body: { own: own.value },
      })
      took({ ...who, secondFactor: false })
    } else {
      const { open } = await callApi(openRequest, `/api/people/${who.id}/account`, {
        method: 'PUT',
        body: { open: what === 'open' },
      })
      people.value = people.value?.map(one => (one.id === who.id ? { ...one, open } : one)) ?? null
    }
    asked.value = null
  } catch (error) {
    refusal.value = inWords(error)
  }
  busy.value = false
}
</script>

<template>
  <header class="head">
    <h1>People</h1>
    <InputText v-model="wanted" type="search" placeholder="Name, address, role, cohort" aria-label="Find people" />
    <Button as="router-link" to="/people/add" label="Add people" />
  </header>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!people" class="soft" role="status">Fetching people…</p>
  <DataTable v-else :value="shown" class="panel list" data-key="id" :paginator="shown.length > 15" :rows="15">
    <template #empty><span class="soft">Nobody here is called that.</span></template>
    <Column header="Name"
      ><template #body="{ data }"
        ><strong>{{ data.name }}</strong
        ><span v-if="!data.open" class="closed">closed</span></template
      ></Column
    >
    <Column header="Address" field="email" />
    <Column header="Role" field="role" />
    <Column header="Cohorts"
      ><template #body="{ data }">{{ data.cohorts.join(', ') }}</template></Column
    >
    <Column header="Programme"
      ><template #body="{ data }"
        ><Button
          v-if="data.role === 'trainee'"
          text
          size="small"
          :label="data.trades === null ? 'by papers given' : data.trades.join(', ')"
          :aria-label="`Programme of ${data.name}: ${data.trades?.join(', ') ?? 'by papers given'}`"
          @click="programme = data" /></template
    ></Column>
    <Column header-style="width: 24rem">
      <template #body="{ data }">
        <div class="acts">
          <Button
            outlined
            severity="secondary"
            size="small"
            label="New password…"
            :aria-label="`New password for ${data.name}`"
            @click="ask('password', data)"
          />
          <Button
            v-if="data.secondFactor && data.id !== session.person?.id"
            outlined
            severity="secondary"
            size="small"
            label="Second factor…"
            :aria-label="`Second factor… of ${data.name}`"
            @click="ask('factor', data)"
          />
          <Button
            v-if="data.id !== session.person?.id"
            outlined
            severity="secondary"
            size="small"
            :label="data.open ? 'Close…' : 'Open again…'"
            :aria-label="`${data.open ? 'Close' : 'Open again'} the account of ${data.name}`"
            @click="ask(data.open ? 'close' : 'open', data)"
          />
        </div>
      </template>
    </Column>
  </DataTable>
  <Dialog
    :visible="asked !== null"
    modal
    :header="asked ? words[asked.what].title : ''"
    :style="{ width: '500px' }"
    @update:visible="asked = null"
  >
    <div v-if="asked" class="body">
      <p>
        <strong>{{ asked.who.name }}</strong>, {{ asked.who.email }}
      </p>
      <p class="notice">{{ words[asked.what].says }}</p>
      <form v-if="needsOwn" @submit.prevent="go"><OwnPassword id="own-password" v-model="own" /></form>
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    </div>
    <template #footer
      ><Button outlined severity="secondary" label="Don’t" @click="asked = null" /><Button
        :label="asked ? words[asked.what].button : ''"
        :loading="busy"
        :disabled="needsOwn && own === ''"
        @click="go"
    /></template>
  </Dialog>
  <ProgrammeDialog :person="programme" @closed="programme = null" @set="took" />
  <Dialog
    :visible="given !== null"
    modal
    header="The new password"
    :style="{ width: '640px' }"
    @update:visible="given = null"
  >
    <GivenPasswords v-if="given" :passwords="[given]" />
    <template #footer><Button label="Done" @click="given = null" /></template>
  </Dialog>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 1rem;
}
.head h1 {
  margin-right: auto;
}
.head input {
  width: 17rem;
}
.list {
  margin-top: 1rem;
}
.closed {
  margin-left: 0.5rem;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  font-size: var(--small);
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 0.4rem;
}
.body {
  display: grid;
  gap: 0.8rem;
}
:deep(td) {
  padding: 0.35rem 0.9rem;
}
</style>
