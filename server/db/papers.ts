import type { z } from 'zod'
import { headOf, outlineOf, paperHead, paperOutline } from '../../core/paper/head'
import type { PaperHead, PaperOutline } from '../../core/paper/head'
import { paper } from '../../core/paper/schema'
import type { Paper } from '../../core/paper/schema'
import { skillTree } from '../../core/skills/tree'
import type { SkillTree } from '../../core/skills/tree'
import type { Database } from './connection'
import { readOr } from './reading'

interface Row {
  id: string
  version: number
  title: string
  document: string
  head: string | null
  outline: string | null
}
type Named = Pick<Row, 'id' | 'version'>

/** Published papers. A version, once in, never changes. */
export function papersIn(db: Database) {
  const rows = () => db<Row>('papers')

  async function find(id: string, version: number): Promise<Paper | undefined> {
    const row = await rows().where({ id, version }).first()
    return row && paper.parse(JSON.parse(row.document))
  }

  /** What was kept of a paper in one of its columns; made from the paper, and kept, where it is gone or damaged. */
  async function keptOf<Kept>(
    { id, version, ...row }: Named & Partial<Row>,
    column: 'head' | 'outline',
    schema: z.ZodType<Kept>,
    make: (from: Paper) => Kept,
  ): Promise<Kept> {
    const text = row[column]
    const kept = text ? readOr('papers', `${id}@${version}`, () => schema.parse(JSON.parse(text)), null) : null
    if (kept !== null) return kept
    const whole = await find(id, version)
    if (!whole) throw new RangeError(`There is no paper ${id}@${version}.`)
    const made = make(whole)
    await rows()
      .where({ id, version })
      .update({ [column]: JSON.stringify(made) })
    return made
  }

  return {
    find,
    /** The newest version of every paper, by title. */
    async newest(): Promise<{ id: string; version: number; title: string }[]> {
      const all = await rows().orderBy('version').select('id', 'version', 'title')
      return [...new Map(all.map(row => [row.id, row])).values()].sort((a, b) =>
        a.title.localeCompare(b.title, 'en-GB'),
      )
    },
    /** What lists tell of every paper there is, in each version. */
    async heads(): Promise<PaperHead[]> {
      const all = await rows().select('id', 'version', 'head')
      return Promise.all(all.map(row => keptOf(row, 'head', paperHead, headOf)))
    },
    /** What reports on skills tell of these papers, by `id@version`. */
    async outlines(wanted: readonly Named[]): Promise<Map<string, PaperOutline>> {
      const ids = [...new Set(wanted.map(({ id }) => id))]
      const asked = new Set(wanted.map(nameOf))
      const all = (await rows().whereIn('id', ids).select('id', 'version', 'outline')).filter(row =>
        asked.has(nameOf(row)),
      )
      const outlines = all.map(
        async row => [nameOf(row), await keptOf(row, 'outline', paperOutline, outlineOf)] as const,
      )
      return new Map(await Promise.all(outlines))
    },
    /** False where another paper stands under this id and version: that one stays. */
    async publish(published: Paper): Promise<boolean> {
      const { id, version, title } = published
      const document = JSON.stringify(published)
      const [head, outline] = [headOf(published), outlineOf(published)].map(part => JSON.stringify(part))
      await rows().insert({ id, version, title, document, head, outline }).onConflict(['id', 'version']).ignore()
      return (await rows().where({ id, version }).first())?.document === document
    },
  }
}

const nameOf = ({ id, version }: Named): string => `${id}@${version}`

/** Which tasks were proved, and which content was published as a whole, by digest. */
export function proofsIn(db: Database) {
  return {
    async has(digest: string): Promise<boolean> {
      return (await db('content_proofs').where({ digest }).first()) !== undefined
    },
    async all(): Promise<Set<string>> {
      return new Set((await db<{ digest: string }>('content_proofs').select('digest')).map(({ digest }) => digest))
    },
    async keep(digests: readonly string[], at: string): Promise<void> {
      const all = digests.map(digest => ({ digest, proved_at: at }))
      if (all.length > 0) await db('content_proofs').insert(all).onConflict('digest').ignore()
    },
  }
}

export function skillTreesIn(db: Database) {
  return {
    async all(): Promise<SkillTree[]> {
      const rows = await db<{ id: string; document: string }>('skill_trees').orderBy('id')
      return rows.map(row => skillTree.parse(JSON.parse(row.document)))
    },
    async put(tree: SkillTree): Promise<void> {
      await db('skill_trees')
        .insert({ id: tree.id, document: JSON.stringify(tree) })
        .onConflict('id')
        .merge()
    },
  }
}
