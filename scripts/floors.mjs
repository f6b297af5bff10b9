import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

/**
 * The floors of core/, from the ground up: a floor imports those below it and never one above. The linter holds
 * them (eslint.config.mjs), and a test compares them with the folders, README's map and docs/architecture.md.
 */
export const floors = [
  'ground',
  'tray',
  'tools',
  'paper',
  'assignment',
  'marking',
  'sitting',
  'skills',
  'people',
  'wire',
  'room',
]

/** The rooms of server/services, in the same way. */
export const serviceFloors = [
  'ground',
  'people',
  'sitting',
  'results',
  'marking',
  'my-work',
  'giving',
  'evidence',
  'room',
  'content',
]

/** The content proof stands on marking and what carries it; nothing else in core/ needs it, and it needs no sitting. */
export const belowProof = floors.slice(0, floors.indexOf('marking') + 1)

/** The tools, by their folders in core/tools. */
export const toolFolders = readdirSync(fileURLToPath(new URL('../core/tools', import.meta.url)), {
  withFileTypes: true,
})
  .filter(entry => entry.isDirectory())
  .map(({ name }) => name)
