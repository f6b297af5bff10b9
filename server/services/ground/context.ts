import type { Database } from '../../db/connection'

/** What services need from outside, so that tests can stand in for it. */
export interface Context {
  db: Database
  /** The server's time, ISO 8601 in UTC. */
  now(): string
  newId(): string
  log: Log
}

export interface Log {
  info(fields: object, message: string): void
  warn(fields: object, message: string): void
  error(fields: object, message: string): void
}
