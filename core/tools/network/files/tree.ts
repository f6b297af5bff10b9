import type { z } from 'zod'

/** Plain JSON (RFC 8259). */
export type Json = z.core.util.JSONType
export type JsonObject = Record<string, Json>

/** Something in a file that can’t be taken: where, and what about it. */
export class FileRefusal extends Error {
  override name = 'FileRefusal'

  constructor(path: string, reason: string) {
    super(`${path || 'The file'}: ${reason}`)
  }
}

export const isObject = (value: Json | undefined): value is JsonObject =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

export function objectAt(value: Json | undefined, path: string): JsonObject {
  if (isObject(value)) return value
  throw new FileRefusal(path, 'an object was expected.')
}

export function listAt(value: Json | undefined, path: string): readonly Json[] {
  if (Array.isArray(value)) return value
  throw new FileRefusal(path, 'a list was expected.')
}

/** A leaf as the text that settings have. Numbers and booleans are written so in JSON (RFC 7951, 6). */
export function textAt(value: Json | undefined, path: string): string {
  if (typeof value === 'string') return value
  if (typeof value === 'number' || typeof value === 'boolean') return String(value)
  throw new FileRefusal(path, 'a value was expected.')
}

/** A text as the JSON that a leaf of its kind has. */
export function leafOf(text: string): Json {
  if (text === 'true' || text === 'false') return text === 'true'
  return /^(0|[1-9]\d{0,8})$/.test(text) ? Number(text) : text
}

/** Nothing but these names may stand in an object. */
export function onlyHas(value: JsonObject, names: readonly string[], path: string): void {
  const other = Object.keys(value).find(name => !names.includes(name))
  if (other !== undefined) throw new FileRefusal(`${path}/${other}`, `expected ${names.join(', ')}.`)
}

/** Takes the value of a setting that stands somewhere in a file. */
export type Take = (path: string, value: string, at: string) => void
