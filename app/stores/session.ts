import { defineStore } from 'pinia'
import type { OwnView } from '~~/core/wire/sign-in'
import { callApi, CallFailed } from '~/composables/useApi'
import { deviceName } from '~/sync/device-name'

/** When a whole centre signs in at once, each waits for its turn. */
const SIGN_IN_MS = 90_000

/** Fetched with the first answer: a sign-in page waits for none. */
const ownView = async () => (await import('~~/core/wire/sign-in')).ownView
const anything = async () => (await import('~~/core/wire/sign-in')).anything

/** Who is signed in on this device. */
export const useSessionStore = defineStore('session', () => {
  const person = ref<OwnView | null>(null)
  const known = ref(false)

  async function look(): Promise<void> {
    if (known.value) return
    try {
      person.value = await callApi(ownView, '/api/auth/me')
      known.value = true
    } catch (error) {
      if (!(error instanceof CallFailed) || error.status !== 401) throw error
      known.value = true
    }
  }

  /** Asks again who is signed in, where something of them has changed. */
  async function lookAgain(): Promise<void> {
    known.value = false
    await look()
  }

  async function signIn(email: string, password: string, code = ''): Promise<void> {
    person.value = await callApi(ownView, '/api/auth/sign-in', {
      method: 'POST',
      body: { email, password, device: deviceName(), ...(code === '' ? {} : { code }) },
      timeoutMs: SIGN_IN_MS,
    })
    known.value = true
  }

  async function signOut(): Promise<void> {
    await callApi(anything, '/api/auth/sign-out', { method: 'POST', body: {} })
    person.value = null
  }

  async function changePassword(current: string, wanted: string): Promise<void> {
    person.value = await callApi(ownView, '/api/auth/password', {
      method: 'POST',
      body: { current, wanted, device: deviceName() },
    })
  }

  return { person, look, lookAgain, signIn, signOut, changePassword }
})
