import { ledger } from './ledger'
import type { AnyTool, Tool } from './tool'

const tools = new Map<string, AnyTool>()

/** Types are checked where the tool is defined; from here on its schemas guard every value that goes in. */
function register<State, Op, Setup, Check>(tool: Tool<State, Op, Setup, Check>): void {
  tools.set(tool.id, tool as unknown as AnyTool)
}

register(ledger)

export const toolIds = [...tools.keys()]

/** Throws a RangeError for a tool that isn't built in. */
export function toolOf(id: string): AnyTool {
  const tool = tools.get(id)
  if (!tool) throw new RangeError(`There is no tool '${id}'; there are: ${toolIds.join(', ')}.`)
  return tool
}
