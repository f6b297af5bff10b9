interface Chunk {
  file: string
  imports?: string[]
  isEntry?: boolean
}
export function keepFilesOfPages(manifest: Record<string, Chunk>): void
export function sizes(folder?: string): { page: string; bytes: number }[]
export function toldSizes(): Map<string, number>
