import type { AnyTool, Tool } from './tool'

/** Types are checked where a tool is defined; from here on its schemas guard every value that goes in. */
const plain = <State, Op, Setup, Check>(tool: Tool<State, Op, Setup, Check>): AnyTool => tool as unknown as AnyTool

/** The tools there are, a line each. A tool's code is loaded when it is first needed, and not before. */
const loaders: Record<string, () => Promise<AnyTool>> = {
  ledger: async () => plain((await import('./ledger')).ledger),
  questions: async () => plain((await import('./questions')).questions),
  network: async () => plain((await import('./network')).network),
  sheet: async () => plain((await import('./sheet')).sheet),
}

export const toolIds = Object.keys(loaders)

const loaded = new Map<string, AnyTool>()

/** Loads a tool's code, once. Rejects with a RangeError for a tool that isn't built in. */
export async function loadCode(id: string): Promise<AnyTool> {
  const load = Object.hasOwn(loaders, id) ? loaders[id] : undefined
  if (!load) throw new RangeError(`There is no tool '${id}'; there are: ${toolIds.join(', ')}.`)
  const tool = loaded.get(id) ?? (await load())
  loaded.set(id, tool)
  return tool
}

/** Loads a tool with what a setup of it needs; with all that it has where none is given. */
export async function loadTool(id: string, setup?: unknown): Promise<AnyTool> {
  const tool = await loadCode(id)
  await tool.prepare?.(setup)
  return tool
}

/** Loads all tools: for the server and for tests, which need them at hand. */
export async function loadTools(ids: readonly string[] = toolIds): Promise<void> {
  for (const id of new Set(ids)) await loadTool(id)
}

/** The tools that have been loaded so far. */
export const toolsAtHand = (): AnyTool[] => [...loaded.values()]

/** A tool that has been loaded. Throws a RangeError for one that hasn't. */
export function toolOf(id: string): AnyTool {
  const tool = loaded.get(id)
  if (!tool) throw new RangeError(`There is no tool '${id}' at hand; there are: ${[...loaded.keys()].join(', ')}.`)
  return tool
}
