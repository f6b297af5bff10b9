import type { NetworkOp } from '~~/core/tools/network/ops'
import type { AnswersSeen, DeviceSeen, MapSeen } from '~~/core/tools/network/viewing'
import type { WorkOnTask } from '~/composables/useWork'

/** A network on the screen: what is seen, which device is open, and what is done. */
export function useNetwork(work: WorkOnTask) {
  const map = work.view<MapSeen>(() => ({ kind: 'map' }))
  const open = ref('')
  const device = work.view<DeviceSeen>(() => ({ kind: 'device', name: open.value }))
  const answers = work.view<AnswersSeen>(() => ({ kind: 'answers' }))
  const refusal = ref('')

  // The first device that has addresses is open at first: most tasks begin there.
  watch(map, now => {
    if (now && !now.devices.some(({ name }) => name === open.value))
      open.value = (now.devices.find(({ kind }) => kind === 'host') ?? now.devices[0])?.name ?? ''
  })

  async function operate(op: NetworkOp): Promise<boolean> {
    refusal.value = (await work.operate(op)) ?? ''
    return refusal.value === ''
  }

  /** What was tried last, whatever came of it. */
  const last = computed(() => answers.value?.at(-1) ?? null)

  return { map, open, device, answers, last, refusal, operate, work }
}
export type NetworkOnScreen = ReturnType<typeof useNetwork>
