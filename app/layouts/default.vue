<script setup lang="ts">
import { useSessionStore } from '~/stores/session'
import { waitingOf } from '~/sync/queue'

const session = useSessionStore()
const menu = useTemplateRef('menu')
const changing = ref(false)
const looking = ref(false)
const listing = ref(false)
const securing = ref(false)

const places = computed(() => (session.person ? placesOf[session.person.role] : []))

const route = useRoute()
const isHere = (to: string): boolean => route.path === to || (to !== '/' && route.path.startsWith(`${to}/`))

const items = computed(() => [
  {
    label: 'Account',
    items: [
      {
        label: 'Look…',
        command: () => {
          looking.value = true
        },
      },
      {
        label: 'Change password…',
        command: () => {
          changing.value = true
        },
      },
      {
        label: 'Where you are signed in…',
        command: () => {
          listing.value = true
        },
      },
      ...(session.person?.role === 'trainee'
        ? []
        : [
            {
              label: 'Second factor…',
              command: () => {
                securing.value = true
              },
            },
          ]),
    ],
  },
  { label: 'This device', items: [{ label: 'Sign out', command: leave }] },
])

/** Changes that wait on this device and would have to wait until their owner signs in here again. */
const left = ref(0)

async function leave() {
  left.value = await waitingOf(session.person?.id ?? '')
  if (left.value === 0) await leaveNow()
}

async function leaveNow() {
  left.value = 0
  await session.signOut()
  // The page goes with all that it holds: what is behind it shows nothing.
  window.location.replace('/sign-in')
}
</script>

<template>
  <div class="frame">
    <a class="skip-link" href="#main">Go to the content</a>
    <header class="top no-print">
      <NuxtLink to="/" class="brand"><AnvilMark /> Steady Anvil</NuxtLink>
      <nav aria-label="Main">
        <NuxtLink
          v-for="place in places"
          :key="place.to"
          :to="place.to"
          :class="{ here: isHere(place.to) }"
          :aria-current="isHere(place.to) ? 'page' : undefined"
          >{{ place.label }}</NuxtLink
        >
      </nav>
      <template v-if="session.person">
        <Button
          class="person"
          text
          :label="session.person.name"
          aria-haspopup="true"
          aria-controls="person-menu"
          @click="menu?.toggle($event)"
        />
        <Menu id="person-menu" ref="menu" :model="items" popup />
        <PasswordDialog v-model:visible="changing" />
        <LooksDialog v-model:visible="looking" />
        <SignInsDialog v-model:visible="listing" />
        <LazySecondFactorDialog v-if="securing" v-model:visible="securing" />
        <Dialog
          :visible="left > 0"
          modal
          header="Work is waiting on this device"
          :style="{ width: '460px' }"
          @update:visible="left = 0"
        >
          <p>
            {{ counted(left, 'change has', 'changes have') }} not reached the server yet. What waits stays on this
            device, where nobody else can read it, and is sent once you sign in here again and open the paper.
          </p>
          <template #footer
            ><Button outlined severity="secondary" label="Stay signed in" @click="left = 0" /><Button
              label="Sign out"
              @click="leaveNow"
          /></template>
        </Dialog>
      </template>
    </header>
    <main id="main" tabindex="-1">
      <slot />
    </main>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 1.5rem;
  height: 46px;
  padding: 0 1.6rem;
  background: var(--surface);
  border-bottom: 1px solid var(--line);
}
.brand {
  display: flex;
  align-items: center;
  gap: 1rem;
  color: var(--ink);
  font-size: var(--large);
  font-weight: 700;
  text-decoration: none;
}
nav {
  display: flex;
  gap: 1.4rem;
  align-self: stretch;
}
nav a {
  display: flex;
  align-items: center;
  padding-top: 3px;
  color: var(--ink-soft);
  font-weight: 600;
  text-decoration: none;
  border-bottom: 3px solid transparent;
}
nav a.here {
  color: var(--ink);
  border-bottom-color: var(--act);
}
.person {
  margin-left: auto;
}
main {
  padding: 1.5rem 1.6rem 2.5rem;
  max-width: 1400px;
  margin: 0 auto;
  outline: none;
}
@media (max-width: 640px) {
  .top {
    flex-wrap: wrap;
    height: auto;
    gap: 0.25rem 1rem;
    padding: 0.5rem 1rem;
  }
  nav {
    order: 3;
    width: 100%;
  }
  main {
    padding: 1rem;
  }
}
@media print {
  main {
    padding: 0;
  }
}
</style>
