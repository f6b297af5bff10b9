import type { Knex } from 'knex'

/** How each person wants pages to look; reading aloud as one of the aids that can be given to a person. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('people', table => table.text('looks').nullable())
  await eachAdjustment(db, ({ readAloud, ...others }) => ({
    ...others,
    aids: readAloud === true ? { 'read-aloud': true } : {},
  }))
}

export async function down(db: Knex): Promise<void> {
  await eachAdjustment(db, ({ aids, ...others }) => ({
    ...others,
    readAloud: (aids as Record<string, unknown> | undefined)?.['read-aloud'] === true,
  }))
  await db.schema.alterTable('people', table => table.dropColumn('looks'))
}

type Document = Record<string, unknown>
async function eachAdjustment(db: Knex, changed: (document: Document) => Document): Promise<void> {
  const rows: { person_id: string; document: string }[] = await db('adjustments')
  for (const { person_id, document } of rows) {
    const after = JSON.stringify(changed(JSON.parse(document) as Document))
    await db('adjustments').where({ person_id }).update({ document: after })
  }
}
