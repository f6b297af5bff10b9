import type { Component } from 'vue'

type Load = () => Promise<{ default: Component }>

/**
 * The screen of each tool, a line each, loaded when a task of it opens. Every screen takes `task` (what the list
 * tells of it), `sittingId` and `work` (see useWork).
 */
const loaders: Record<string, Load> = {
  ledger: () => import('./ledger/LedgerTool.vue'),
  network: () => import('./network/NetworkTool.vue'),
  questions: () => import('./questions/QuestionsTool.vue'),
  sheet: () => import('./sheet/SheetTool.vue'),
}

/**
 * What draws the work of one step for readers, where a tool shows it by itself (`Tool.shown`). It takes `work`,
 * `sittingId` where there is one, `remarks` on it, and `selectable`, where places of a text can be selected.
 */
const readers: Record<string, Load> = {
  questions: () => import('./questions/QuestionAnswered.vue'),
}

/** What a tool makes of files of other programs, for whoever writes tasks. */
const makers: Record<string, Load> = {
  sheet: () => import('./sheet/WorkbookReader.vue'),
}

const madeOf = (loads: Record<string, Load>): ReadonlyMap<string, Component> =>
  new Map(Object.entries(loads).map(([tool, load]) => [tool, defineAsyncComponent(load)]))
const [readersMade, makersMade] = [madeOf(readers), madeOf(makers)]

export const readerOf = (tool: string): Component | null => readersMade.get(tool) ?? null
export const fileMakers = (): Component[] => [...makersMade.values()]

/** Starts to load a tool's screen, and gives it back as a component that shows when it is there. */
export function screenOf(tool: string): Component | null {
  const load = loaders[tool]
  if (!load) return null
  const loading = load()
  return defineAsyncComponent(() => loading)
}
