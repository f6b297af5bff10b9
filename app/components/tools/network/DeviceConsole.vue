<script setup lang="ts">
import '@xterm/xterm/css/xterm.css'
import { complete } from '~~/core/tools/network/console/completing'
import { pointed, printed } from '~~/core/tools/network/console/printing'
import { readLine } from '~~/core/tools/network/console/reading'
import type { DeviceSeen } from '~~/core/tools/network/viewing'
import type { NetworkSeen } from './useNetwork'
import { useTyping } from './useTerminal'

/** A console of the device that is open. */
const props = defineProps<{ seen: DeviceSeen; network: NetworkSeen }>()
const host = useTemplateRef<HTMLElement>('host')
const prompt = (): string => `${props.seen.device.name}: `
const spoken = ref('')
/** So many characters have room in a row. */
let columns = 60

/** The device as it is after what was just done. */
const now = async (): Promise<DeviceSeen> =>
  (await props.network.work.ask({ kind: 'device', name: props.seen.device.name })) ?? props.seen

async function enter(line: string): Promise<readonly string[]> {
  const read = readLine(props.seen.device, line)
  if (read.kind === 'empty') return []
  if (read.kind === 'misread') return pointed(read, prompt(), line, columns)
  if (read.kind !== 'op') return printed(await now(), read)
  if (!(await props.network.operate(read.op))) return [props.network.refusal.value]
  if (read.op.type === 'ask') return (await props.network.work.ask({ kind: 'answers' }))?.at(-1)?.lines ?? []
  if (read.op.type === 'put' || read.op.type === 'drop') return printed(await now(), { kind: 'pending' })
  return ['done']
}

const colour = (name: string): string => (host.value ? getComputedStyle(host.value).getPropertyValue(name).trim() : '')
/** The colours of the look that is on. */
const paint = () => ({
  background: colour('--surface'),
  foreground: colour('--ink'),
  cursor: colour('--ink'),
  cursorAccent: colour('--surface'),
  selectionBackground: colour('--act-wash'),
})

onMounted(async () => {
  const { Terminal } = await import('@xterm/xterm')
  if (!host.value) return
  const terminal = new Terminal({
    rows: 8,
    cols: columns,
    fontFamily: colour('--mono'),
    fontSize: 13,
    screenReaderMode: true,
    cursorBlink: false,
    convertEol: true,
    theme: paint(),
  })
  useMutationObserver(
    document.documentElement,
    () => {
      terminal.options.theme = paint()
    },
    { attributeFilter: ['data-theme'] },
  )
  terminal.open(host.value)
  fit()
  const typing = useTyping(terminal, {
    prompt,
    enter: async line => {
      const lines = await enter(line)
      spoken.value = lines.join('. ')
      return lines
    },
    complete: line => complete(props.seen.device, line),
  })
  watch(
    () => props.seen.device.name,
    name => {
      typing.say([`now at ${name}`])
    },
  )
  function fit() {
    const cell = host.value?.querySelector('.xterm-char-measure-element')?.getBoundingClientRect()
    const { width = 0, height = 0 } = host.value?.getBoundingClientRect() ?? {}
    const wide = cell && cell.width > 0 ? cell.width / 32 : 8.5
    const high = cell && cell.height > 0 ? cell.height : 18
    columns = Math.max(20, Math.floor((width - 32) / wide))
    terminal.resize(columns, Math.max(3, Math.floor(height / high)))
  }
  useResizeObserver(host, fit)
  onBeforeUnmount(() => {
    terminal.dispose()
  })
})
</script>

<template>
  <section class="panel console" :aria-label="`Console of ${seen.device.name}`">
    <header>
      <h3>Console of {{ seen.device.name }}</h3>
      <span class="small soft">try help</span>
    </header>
    <div ref="host" class="terminal" data-console></div>
    <p class="spoken" role="status">{{ spoken }}</p>
  </section>
</template>

<style scoped src="./panes.css"></style>

<style scoped>
.console {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  min-width: 0;
}
.terminal {
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  padding: 0.3rem 0.2rem 0.3rem 0.8rem;
}
</style>
