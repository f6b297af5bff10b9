import type { NetworkOpGiven } from '~~/core/tools/network/ops'
import type { NetworkOnScreen } from '~~/core/tools/network/viewing'
import type { WorkOnTask } from '~/composables/useWork'

/** A network on the screen: what is seen, which device is open, and what is done. */
export function useNetwork(work: WorkOnTask<NetworkOnScreen>) {
  const map = work.view(() => ({ kind: 'map' as const }))
  const open = ref('')
  const device = work.view(() => ({ kind: 'device' as const, name: open.value }))
  const answers = work.view(() => ({ kind: 'answers' as const }))
  const refusal = ref('')

  // The first device that has addresses is open at first: most tasks begin there.
  watch(map, now => {
    if (now && !now.devices.some(({ name }) => name === open.value))
      open.value = (now.devices.find(({ kind }) => kind === 'host') ?? now.devices[0])?.name ?? ''
  })

  async function operate(op: NetworkOpGiven): Promise<boolean> {
    refusal.value = (await work.operate(op)) ?? ''
    return refusal.value === ''
  }

  /** What was tried last, whatever came of it. */
  const last = computed(() => answers.value?.at(-1) ?? null)

  return { map, open, device, answers, last, refusal, operate, work }
}
export type NetworkSeen = ReturnType<typeof useNetwork>
