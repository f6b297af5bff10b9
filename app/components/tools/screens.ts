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

/** Starts to load a tool's screen, and gives it back as a component that shows when it is there. */
export function screenOf(tool: string): Component | null {
  const load = loaders[tool]
  if (!load) return null
  const loading = load()
  return defineAsyncComponent(() => loading)
}
