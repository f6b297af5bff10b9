/** Something that is kept on the device until the server has it. */
export interface Waiting {
  /** Resolves when everything is with the server, or false when it can’t be now. */
  settle(): Promise<boolean>
}

export async function settledAll(all: Iterable<Waiting>): Promise<boolean> {
  for (const one of all) if (!(await one.settle())) return false
  return true
}
