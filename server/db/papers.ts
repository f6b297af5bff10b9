import { paper } from '../../core/paper/schema'
import type { Paper } from '../../core/paper/schema'
import { skillTree } from '../../core/skills/tree'
import type { SkillTree } from '../../core/skills/tree'
import type { Database } from './connection'

interface Row {
  id: string
  version: number
  title: string
  document: string
}

/** What lists tell of a paper. */
export interface PaperHead {
  id: string
  version: number
  title: string
  trade: Paper['trade']
}

/** Published papers. A version, once in, never changes. */
export function papersIn(db: Database) {
  return {
    async find(id: string, version: number): Promise<Paper | undefined> {
      const row = await db<Row>('papers').where({ id, version }).first()
      return row && paper.parse(JSON.parse(row.document))
    },
    /** The newest version of every paper, by title. */
    async newest(): Promise<{ id: string; version: number; title: string }[]> {
      const rows = await db<Row>('papers').orderBy('version').select('id', 'version', 'title')
      return [...new Map(rows.map(row => [row.id, row])).values()].sort((a, b) =>
        a.title.localeCompare(b.title, 'en-GB'),
      )
    },
    /** What lists tell of every paper there is, in each version. Reads through all of them. */
    async heads(): Promise<PaperHead[]> {
      return db<Row>('papers').select<PaperHead[]>(
        'id',
        'version',
        'title',
        db.raw("json_extract(document, '$.trade') as trade"),
      )
    },
    /** False where another paper stands under this id and version: that one stays. */
    async publish(published: Paper): Promise<boolean> {
      const { id, version, title } = published
      const document = JSON.stringify(published)
      await db<Row>('papers').insert({ id, version, title, document }).onConflict(['id', 'version']).ignore()
      return (await db<Row>('papers').where({ id, version }).first())?.document === document
    },
  }
}

/** Which content was proved and published, by digest. */
export function proofsIn(db: Database) {
  return {
    async has(digest: string): Promise<boolean> {
      return (await db('content_proofs').where({ digest }).first()) !== undefined
    },
    async keep(digest: string, at: string): Promise<void> {
      await db('content_proofs').insert({ digest, proved_at: at }).onConflict('digest').ignore()
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
