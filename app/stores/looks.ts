import { defineStore } from 'pinia'
import { KEPT_LOOKS, keptLooks } from '~~/core/people/kept-looks'
import type { Looks } from '~~/core/people/kept-looks'
import type { SittingView } from '~~/core/wire/sitting'
import { callApi } from '~/composables/useApi'
import { useSessionStore } from './session'

type Support = SittingView['support']

/** What a device keeps, where its browser lets anything be kept. */
function onDevice<Kept>(act: () => Kept): Kept | null {
  try {
    return act()
  } catch {
    return null
  }
}

/** Fetched with the first call: no page waits for it. */
const looks = async () => (await import('~~/core/people/looks')).looks

/**
 * How pages look to the person who is signed in: theirs on every device, and kept on this one, so that a page has it
 * before anything is fetched. What they leave open is as it was set up for them in a sitting.
 */
export const useLooksStore = defineStore('looks', () => {
  const session = useSessionStore()
  const own = ref<Looks>(keptLooks(onDevice(() => localStorage.getItem(KEPT_LOOKS)) ?? ''))
  watch(own, one => onDevice(() => localStorage.setItem(KEPT_LOOKS, JSON.stringify(one))), { flush: 'sync' })
  // Another tab has changed them.
  window.addEventListener('storage', ({ key, newValue }) => {
    if (key === KEPT_LOOKS && newValue !== null) own.value = keptLooks(newValue)
  })
  /** What was set up for the trainee; only while the bench is open. */
  const setUp = ref<Support | null>(null)
  /** Whether the newest change is on this device alone. */
  const unkept = ref(false)

  watch(
    () => session.person?.id,
    async id => {
      if (id === undefined) return
      const found = await callApi(looks, '/api/me/looks').catch(() => null)
      if (found && session.person?.id === id) own.value = found
    },
    { immediate: true },
  )

  async function change(part: Partial<Looks>): Promise<void> {
    own.value = { ...own.value, ...part }
    if (!session.person) return
    unkept.value = await callApi(looks, '/api/me/looks', { method: 'PUT', body: own.value }).then(
      () => false,
      () => true,
    )
  }

  const theme = computed(() => own.value.theme ?? setUp.value?.theme ?? 'day')
  const textSize = computed(() => own.value.textSize ?? setUp.value?.textSize ?? 'usual')
  return { own, setUp, unkept, theme, textSize, change }
})
