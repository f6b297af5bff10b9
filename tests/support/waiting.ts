/** How long tests wait for what must come, in ms: far longer than it takes, since their machine may be busy. */
export const WAIT_MS = 60_000
