import { readFileSync } from 'node:fs'

/** Of a page of memory, in bytes, on the machines that this runs on. */
const PAGE = 4096

/** How much memory a process has, as the system's `/proc` says; 0 where it says nothing of it. */
export function residentBytes(pid: number | undefined): number {
  try {
    const [, resident = '0'] = readFileSync(`/proc/${pid}/statm`, 'latin1').split(' ')
    return Number(resident) * PAGE
  } catch {
    return 0
  }
}
