<script setup lang="ts">
import type { DemoView } from '~~/core/wire/sign-in'
import { useSessionStore } from '~/stores/session'

definePageMeta({ layout: 'bare' })
useHead({ title: 'Sign in · Steady Anvil' })

const session = useSessionStore()
const route = useRoute()
const email = ref('')
const password = ref('')
/** Of the authenticator; null until it is asked for, after the password was right. */
const code = ref<string | null>(null)
const failure = ref('')
const busy = ref(false)

/** What is typed and answered is read by these. The page can be typed into before they have come. */
const schemas = () => import('~~/core/wire/sign-in')
const demo = ref<DemoView | null>(null)
callApi(async () => (await schemas()).demoView, '/api/demo/people')
  .then(found => (demo.value = found))
  .catch(() => undefined)

/** While somebody types, the page where they land comes. */
watch(email, () => void preloadRouteComponents('/').catch(() => undefined), { once: true })

onMounted(async () => {
  const typed = takeFirstForm()
  if (!typed) return
  email.value = typed.email
  password.value = typed.password
  await nextTick()
  document.getElementById(typed.at ?? 'email')?.focus()
  if (typed.sent) await signIn()
})

async function signIn() {
  const { signInRequest } = await schemas()
  const read = signInRequest.safeParse({ email: email.value, password: password.value })
  if (!read.success) {
    failure.value = read.error.issues[0]?.message ?? ''
    return
  }
  busy.value = true
  failure.value = ''
  try {
    await session.signIn(email.value, password.value, code.value ?? '')
    const to = typeof route.query.to === 'string' && /^\/(?!\/)/.test(route.query.to) ? route.query.to : '/'
    await navigateTo(to)
  } catch (error) {
    const asksForCode = error instanceof CallFailed && error.code === 'second-factor'
    if (!asksForCode || code.value !== null) failure.value = inWords(error)
    if (asksForCode) code.value = ''
  } finally {
    busy.value = false
  }
}
watch(code, () => document.getElementById('code')?.focus(), { flush: 'post' })

function anew() {
  code.value = null
  password.value = failure.value = ''
}

async function signInAs(address: string) {
  if (!demo.value) return
  email.value = address
  password.value = demo.value.password
  await signIn()
}
</script>

<template>
  <main class="lone-page">
    <div class="columns" :class="{ 'with-demo': demo }">
      <section class="panel entry">
        <h1><AnvilMark /> Steady Anvil</h1>
        <p class="soft">Timed work at the bench, marked step by step.</p>
        <form novalidate @submit.prevent="signIn">
          <template v-if="code === null">
            <label for="email">Sign-in address</label>
            <InputText
              id="email"
              v-model="email"
              type="email"
              autocomplete="username"
              fluid
              autofocus
              :invalid="failure !== ''"
              aria-describedby="failure"
            />
            <label for="password">Password</label>
            <InputText
              id="password"
              v-model="password"
              type="password"
              autocomplete="current-password"
              fluid
              :invalid="failure !== ''"
              aria-describedby="failure"
            />
          </template>
          <template v-else>
            <label for="code">The code that your authenticator app shows</label>
            <InputText
              id="code"
              v-model="code"
              autocomplete="one-time-code"
              maxlength="40"
              fluid
              :invalid="failure !== ''"
              aria-describedby="failure code-help"
            />
            <p id="code-help" class="small soft">Six digits, new every 30 seconds. Or one of your recovery codes.</p>
          </template>
          <p id="failure" role="alert" :class="{ 'notice is-refusal': failure }">{{ failure }}</p>
          <Button type="submit" label="Sign in" :loading="busy" :disabled="code?.trim() === ''" fluid />
          <Button v-if="code !== null" text label="Somebody else signs in" @click="anew" />
        </form>
      </section>
      <section v-if="demo" class="panel demo" aria-labelledby="demo-head">
        <h2 id="demo-head">People of the demo</h2>
        <p class="soft">
          Made-up people of Sallowmere Boatyard. Everyone’s password is <span class="figure">{{ demo.password }}</span>.
        </p>
        <ul>
          <li v-for="person in demo.people" :key="person.email">
            <div>
              <strong>{{ person.name }}</strong>
              <span class="soft small">{{ person.about }}</span>
            </div>
            <Button
              outlined
              size="small"
              :label="`Sign in as ${person.name.split(' ')[0]}`"
              :disabled="busy"
              @click="signInAs(person.email)"
            />
          </li>
        </ul>
      </section>
    </div>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  gap: 1.5rem;
  width: min(100%, 400px);
  align-items: start;
}
.columns.with-demo {
  width: min(100%, 960px);
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
}
.panel {
  padding: 1.75rem;
}
h1 {
  display: flex;
  align-items: center;
  gap: 0.75rem;
  margin-bottom: 0.35rem;
}
form {
  display: grid;
  gap: 0.35rem;
  margin-top: 1.5rem;
}
label {
  font-weight: 600;
}
label:not(:first-child) {
  margin-top: 0.6rem;
}
#failure {
  min-height: 1.4rem;
  margin: 0.4rem 0;
}
h2 {
  margin-bottom: 0.25rem;
}
.demo .figure {
  white-space: nowrap;
}
.demo ul {
  margin-top: 0.75rem;
}
.demo li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 1rem;
  padding: 0.55rem 0;
  border-top: 1px solid var(--line);
}
.demo li div {
  display: grid;
}
@media (max-width: 760px) {
  .columns.with-demo {
    grid-template-columns: 1fr;
  }
}
</style>
