import type { AnyTool, ShownWork, WorkFile } from './tool'

/** What was done in a step, with the tool whose screen draws it. */
export interface WorkShown extends ShownWork {
  tool: string
}

/**
 * What was done in a step, for whoever reads it; null where nothing was, or where its tool shows no step by itself.
 * Work of a heavy tool isn't at hand where lists are made.
 */
export function shownOf(tool: AnyTool, work: unknown, step: string): WorkShown | null {
  const found = work === undefined || work === null || tool.heavy ? null : (tool.shown?.(work, step) ?? null)
  return found && { tool: tool.id, ...found }
}

/** Work as a file of an open format; null where it doesn't go out as that. */
export async function fileOf(tool: AnyTool, work: unknown, kind: string): Promise<WorkFile | null> {
  const { files = {} } = tool
  return Object.hasOwn(files, kind) ? ((await files[kind]?.(work)) ?? null) : null
}
