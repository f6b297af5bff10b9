export const root: string
export function step(
  title: string,
  command: string,
  args: string[],
  options?: { env?: Record<string, string>; show?: boolean; cwd?: string },
): Promise<{ code: number; output: string }>
export function need(condition: unknown, sentence: string): void
export function needNode(): void
export function install(): Promise<void>
export function build(): Promise<void>
export function installBrowser(): Promise<void>
export function stampOf(paths: string[]): string
