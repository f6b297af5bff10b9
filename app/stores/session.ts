import { defineStore } from 'pinia'
import { z } from 'zod'
import { personView } from '~~/core/wire/work'
import type { PersonView } from '~~/core/wire/work'
import { callApi, CallFailed } from '~/composables/useApi'

/** Who is signed in on this device. */
export const useSessionStore = defineStore('session', () => {
  const person = ref<PersonView | null>(null)
  const known = ref(false)

  async function look(): Promise<void> {
    if (known.value) return
    try {
      person.value = await callApi(personView, '/api/auth/me')
      known.value = true
    } catch (error) {
      if (!(error instanceof CallFailed) || error.status !== 401) throw error
      known.value = true
    }
  }

  async function signIn(email: string, password: string): Promise<void> {
    person.value = await callApi(personView, '/api/auth/sign-in', { method: 'POST', body: { email, password } })
    known.value = true
  }

  async function signOut(): Promise<void> {
    await callApi(z.unknown(), '/api/auth/sign-out', { method: 'POST', body: {} })
    person.value = null
  }

  async function changePassword(current: string, wanted: string): Promise<void> {
    person.value = await callApi(personView, '/api/auth/password', { method: 'POST', body: { current, wanted } })
  }

  return { person, look, signIn, signOut, changePassword }
})
