import { createHash } from 'node:crypto'
import { readFile, readdir } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { parse } from 'yaml'
import { z } from 'zod'
import { paperFile, task, tasksOf } from '../../core/paper/schema'
import type { Paper, Task } from '../../core/paper/schema'
import { proofStandsOn, provePaper, proveTask } from '../../core/proof/proof'
import { loadTools, toolsAtHand } from '../../core/tools/registry'
import { proveTree, proveTrees, skillTree, skillsOf } from '../../core/skills/tree'
import type { SkillTree } from '../../core/skills/tree'
import { merged } from './merging'

export interface Content {
  trees: SkillTree[]
  papers: Paper[]
}

/** Something in a content folder that can't be used: says which file and what about it, in words. */
export class ContentError extends Error {
  override name = 'ContentError'
}

/** Content, and why some of it couldn't be read: a sentence each. */
export interface ReadContent extends Content {
  unread: string[]
}

/**
 * All content files below a folder, by kind: `skills/`, `tasks/` and `papers/`. A later folder adds to an earlier
 * one. Throws a ContentError where one of them can't be read.
 */
export async function readContent(folders: readonly string[]): Promise<Content> {
  const { unread, ...content } = await readWhatCanBe(folders)
  if (unread.length > 0) throw new ContentError(unread.join('\n'))
  return content
}

/**
 * The same without the tasks and papers that can't be read, and without papers that name a task that isn't there. On
 * skills everything stands: throws a ContentError where a tree of them can't be read.
 */
export async function readWhatCanBe(folders: readonly string[]): Promise<ReadContent> {
  // Tools work out some of what is read; the proof works with them, and so does whoever plays a paper.
  await loadTools()
  const trees: SkillTree[] = []
  const tasks = new Map<string, Task>()
  const papers: Paper[] = []
  const unread: string[] = []
  /** What `read` gives; where that can't be used, why is kept. */
  async function orWhyNot<Read>(read: () => Read | Promise<Read>): Promise<Read | null> {
    try {
      return await read()
    } catch (error) {
      if (!(error instanceof ContentError)) throw error
      unread.push(error.message)
      return null
    }
  }
  const paperFiles: string[] = []
  for (const folder of folders) {
    for (const file of await yamlFiles(join(folder, 'skills'))) trees.push(await readAs(skillTree, file, folders))
    for (const file of await yamlFiles(join(folder, 'tasks'))) {
      const read = await orWhyNot(() => readAs(task, file, folders))
      if (read) tasks.set(read.id, read)
    }
    paperFiles.push(...(await yamlFiles(join(folder, 'papers'))))
  }
  for (const file of paperFiles) {
    const read = await orWhyNot(async () => withTasks(await readAs(paperFile, file, folders), tasks))
    if (read) papers.push(read)
  }
  return { trees, papers, unread }
}

/** The tasks of all papers, each once. */
export function tasksIn({ papers }: Pick<Content, 'papers'>): Task[] {
  return [...new Set(papers.flatMap(tasksOf))]
}

/**
 * How often each solution is changed at random when a server starts with new content: shipped content has had its
 * full proof in the tests, and nobody should wait for it again.
 */
const TWISTS_AT_START = 2

/** The proofs of tasks that held before, by digest. */
export interface EarlierProofs {
  has(digest: string): boolean
}

/** What a look at the content found. */
export interface ContentProof {
  /** Of the skill trees, on which all papers stand. */
  ofTrees: string[]
  /** By the paper’s id; of a paper that may ship, none. */
  ofPapers: Map<string, string[]>
  /** The digests of the proofs that held now. */
  held: string[]
}

/**
 * Every fault of the content, each a sentence; what has none may ship. A task whose proof held before, and stands on
 * the same, isn’t proved again. Whatever else the server does goes on between one task and the next.
 */
export async function proveContent(
  { trees, papers }: Content,
  earlier: EarlierProofs = new Set(),
): Promise<ContentProof> {
  const skills = new Set(trees.flatMap(skillsOf).map(({ id }) => id))
  const ofTasks = new Map<Task, string[]>()
  const held: string[] = []
  for (const task of tasksIn({ papers })) {
    const digest = createHash('sha256').update(proofStandsOn(task, skills)).digest('hex')
    const faults = earlier.has(digest) ? [] : proveTask(task, skills, TWISTS_AT_START).faults
    ofTasks.set(task, faults)
    if (faults.length === 0 && !earlier.has(digest)) held.push(digest)
    await new Promise(done => setImmediate(done))
  }
  const ofPapers = papers.map(paper => {
    const faults = tasksOf(paper).flatMap(task => ofTasks.get(task) ?? [])
    // A paper is looked at as a whole once its tasks hold.
    return [paper.id, faults.length > 0 ? faults : provePaper(paper, skills)] as const
  })
  return { ofTrees: [...trees.flatMap(proveTree), ...proveTrees(trees)], ofPapers: new Map(ofPapers), held }
}

/** All faults in a row. */
export const faultsIn = ({ ofTrees, ofPapers }: ContentProof): string[] => [
  ...new Set([...ofTrees, ...[...ofPapers.values()].flat()]),
]

/** Reads any one file of a content folder by a schema. Throws a ContentError where it doesn't fit. */
export async function readAs<Schema extends z.ZodType>(
  schema: Schema,
  file: string,
  folders: readonly string[],
): Promise<z.infer<Schema>> {
  const read = schema.safeParse(await readYaml(file, folders))
  if (!read.success) throw new ContentError(`${basename(file)}: ${z.prettifyError(read.error)}`)
  return read.data
}

function withTasks(paper: z.infer<typeof paperFile>, tasks: ReadonlyMap<string, Task>): Paper {
  const found = (id: string): Task => {
    const one = tasks.get(id)
    if (!one) throw new ContentError(`The paper ${paper.id} names the task ${id}, which isn't there.`)
    return one
  }
  return { ...paper, sections: paper.sections.map(section => ({ ...section, tasks: section.tasks.map(found) })) }
}

async function yamlFiles(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => [])
  return entries
    .filter(entry => entry.isFile() && entry.name.endsWith('.yaml'))
    .map(entry => join(entry.parentPath, entry.name))
    .sort()
}

/**
 * A YAML file with every `{ $file: path }` replaced by what that file holds; paths count from a content folder. With
 * `$with` beside it, what it holds is changed by that (see `merged`): what is read is whole, and doesn't tell what was.
 * What a tool works out for content, such as `{ $fate: … }`, is replaced by what it comes to (see `Tool.content`).
 */
async function readYaml(file: string, folders: readonly string[]): Promise<unknown> {
  const text = await readFile(file, 'utf8').catch(() => {
    throw new ContentError(`There is no content file ${file}.`)
  })
  return include(parsed(text, file), folders)
}

function parsed(text: string, file: string): unknown {
  try {
    return parse(text, { merge: true })
  } catch (error) {
    throw new ContentError(`${basename(file)}: ${error instanceof Error ? error.message : String(error)}`)
  }
}

function workedOut(work: (given: unknown) => unknown, given: unknown): unknown {
  try {
    return work(given)
  } catch (error) {
    if (error instanceof RangeError) throw new ContentError(error.message)
    throw error
  }
}

async function include(value: unknown, folders: readonly string[]): Promise<unknown> {
  if (Array.isArray(value)) return Promise.all(value.map(item => include(item, folders)))
  if (typeof value !== 'object' || value === null) return value
  if ('$file' in value && typeof value.$file === 'string') {
    const path = value.$file
    for (const folder of folders) {
      const found = await readYaml(join(folder, path), folders).catch((error: unknown) => {
        if (error instanceof ContentError) return undefined
        throw error
      })
      if (found !== undefined) return '$with' in value ? merged(found, await include(value.$with, folders)) : found
    }
    throw new ContentError(`No content folder holds ${path}.`)
  }
  for (const { content = {} } of toolsAtHand())
    for (const [name, work] of Object.entries(content))
      if (`$${name}` in value) return workedOut(work, await include(Reflect.get(value, `$${name}`), folders))
  const entries = await Promise.all(
    Object.entries(value).map(async ([key, item]) => [key, await include(item, folders)] as const),
  )
  return Object.fromEntries(entries)
}
