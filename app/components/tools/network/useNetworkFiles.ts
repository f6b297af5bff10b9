import { MOST_CHARACTERS, readConfiguration } from '~~/core/tools/network/files/configuration'
import { FileRefusal } from '~~/core/tools/network/files/tree'
import type { NetworkQuery } from '~~/core/tools/network/viewing'
import type { NetworkSeen } from './useNetwork'

/** What goes out of a network as files, and comes in. */
export function useNetworkFiles({ work, device, answers, refusal, operate }: NetworkSeen) {
  async function saveText(query: Extract<NetworkQuery, { kind: 'configuration' | 'topology' }>): Promise<void> {
    const file = await work.ask(query)
    if (file) saveAs(file.name, 'application/json', file.text)
  }
  return {
    /** The frames of what was tried last, for a program that reads captures. */
    async saveFrames(): Promise<void> {
      const capture = await work.ask({ kind: 'capture', of: (answers.value?.length ?? 0) - 1 })
      if (capture) saveAs(capture.name, 'application/x-pcapng', Uint8Array.from(capture.bytes))
    },
    saveSettings: () => saveText({ kind: 'configuration', name: device.value?.device.name ?? '' }),
    saveSite: () => saveText({ kind: 'topology' }),
    /** Makes pending what a file says; one that can’t be taken is refused, with its place and the reason. */
    async openSettings(file: File): Promise<void> {
      const open = device.value?.device
      if (!open) return
      if (file.size > MOST_CHARACTERS) {
        refusal.value = `${file.name} is larger than the ${MOST_CHARACTERS / 1_000_000} MB that are read.`
        return
      }
      try {
        await operate({ type: 'load', device: open.name, settings: readConfiguration(open, await file.text()) })
      } catch (error) {
        if (!(error instanceof FileRefusal)) throw error
        refusal.value = error.message
      }
    },
  }
}
