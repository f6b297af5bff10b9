import type { Component } from 'vue'

/**
 * The screen of each tool, a line each, loaded when a task of it opens. Every screen takes `task` (what the list
 * tells of it), `sittingId` and `work` (see useWork).
 */
export const screens: Record<string, Component> = {
  ledger: defineAsyncComponent(() => import('./ledger/LedgerTool.vue')),
}
