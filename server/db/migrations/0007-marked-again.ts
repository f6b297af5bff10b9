import type { Knex } from 'knex'

/** Sittings that were marked again by later rules: by which, when, and what the score was before. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('sittings', table => {
    /** The version of the paper whose checks mark it now; null where it is the one that was sat. */
    table.integer('marked_version')
    table.integer('marked_scoring')
    table.string('marked_at', 30)
    table.integer('score_before_hundredths')
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.alterTable('sittings', table =>
    table.dropColumns('marked_version', 'marked_scoring', 'marked_at', 'score_before_hundredths'),
  )
}
