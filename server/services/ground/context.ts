import type { Database } from '../../db/connection'
import type { AskThread } from '../../judging/pool'
import type { WriteAnew } from '../../uploads/opening'

/** What services need from outside, so that tests can stand in for it. */
export interface Context {
  db: Database
  /** The server's time, ISO 8601 in UTC. */
  now(): string
  newId(): string
  /** Names the program that runs: content that it has proved once need not be proved by it again. */
  program: string
  /** The name of the centre that this is run for, where it is set. */
  centre?: string
  /** Whether everyone of staff has to have a second factor. */
  secondFactorDemanded?: boolean
  /** Threads in which heavy work is done; null where there are none, and it is done at once. */
  threads: AskThread | null
  /** Writes files anew that people send. */
  writeAnew: WriteAnew
  log: Log
}

export interface Log {
  info(fields: object, message: string): void
  warn(fields: object, message: string): void
  error(fields: object, message: string): void
}
