import type { Knex } from 'knex'

/** People and sign-ins, papers, assignments, sittings with their log, and the evidence that they leave. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('people', table => {
    table.string('id', 60).primary()
    table.string('name', 120).notNullable()
    table.string('email', 200).notNullable().unique()
    table.string('role', 20).notNullable()
    table.string('password_hash', 300).notNullable()
    table.float('time_factor').notNullable().defaultTo(1)
    table.string('about', 200).notNullable().defaultTo('')
  })
  await db.schema.createTable('sign_ins', table => {
    table.string('id', 60).primary()
    table.string('person_id', 60).notNullable().references('people.id')
    table.string('created_at', 30).notNullable()
    table.string('expires_at', 30).notNullable()
    table.string('revoked_at', 30)
    table.index(['person_id'])
  })
  await db.schema.createTable('skill_trees', table => {
    table.string('id', 60).primary()
    table.text('document').notNullable()
  })
  await db.schema.createTable('papers', table => {
    table.string('id', 60).notNullable()
    table.integer('version').notNullable()
    table.string('title', 200).notNullable()
    table.text('document').notNullable()
    table.primary(['id', 'version'])
  })
  await db.schema.createTable('assignments', table => {
    table.string('id', 60).primary()
    table.string('paper_id', 60).notNullable()
    table.integer('paper_version').notNullable()
    table.string('opens_at', 30)
    table.string('closes_at', 30)
    table.integer('sittings_allowed').notNullable()
    table.foreign(['paper_id', 'paper_version']).references(['id', 'version']).inTable('papers')
  })
  await db.schema.createTable('assigned_people', table => {
    table.string('assignment_id', 60).notNullable().references('assignments.id')
    table.string('person_id', 60).notNullable().references('people.id')
    table.primary(['assignment_id', 'person_id'])
    table.index(['person_id'])
  })
  await db.schema.createTable('sittings', table => {
    table.string('id', 60).primary()
    table.string('assignment_id', 60).notNullable().references('assignments.id')
    table.string('person_id', 60).notNullable().references('people.id')
    table.string('paper_id', 60).notNullable()
    table.integer('paper_version').notNullable()
    /** 1, 2, 3 … of this person on this assignment. */
    table.integer('number').notNullable()
    table.string('state', 10).notNullable()
    table.string('started_at', 30).notNullable()
    /** Kept beside the log so that the expiry job can find what has run out. */
    table.string('deadline_at', 30).notNullable()
    table.string('ended_at', 30)
    table.string('how_ended', 20)
    table.integer('score_hundredths')
    table.integer('out_of_hundredths').notNullable()
    table.unique(['assignment_id', 'person_id', 'number'])
    table.index(['person_id'])
    table.index(['state', 'deadline_at'])
  })
  await db.schema.createTable('sitting_events', table => {
    table.string('sitting_id', 60).notNullable().references('sittings.id')
    table.integer('seq').notNullable()
    /** The id that the sender gave it; one of the server's own for its events. */
    table.string('client_id', 64).notNullable()
    table.string('kind', 20).notNullable()
    table.text('payload').notNullable()
    /** accepted, refused or late: only accepted events are part of the sitting's state. */
    table.string('status', 10).notNullable()
    table.string('client_at', 30)
    table.string('server_at', 30).notNullable()
    table.primary(['sitting_id', 'seq'])
    table.unique(['sitting_id', 'client_id'])
  })
  await db.schema.createTable('sitting_snapshots', table => {
    table.string('sitting_id', 60).primary().references('sittings.id')
    table.integer('seq').notNullable()
    /** Of the program that made it: a snapshot of another version is passed over. */
    table.string('made_by', 40).notNullable()
    table.text('document').notNullable()
  })
  await db.schema.createTable('evidence', table => {
    table.string('sitting_id', 60).notNullable().references('sittings.id')
    table.string('task_id', 60).notNullable()
    table.string('step_id', 60).notNullable()
    table.string('criterion_id', 60).notNullable()
    table.string('person_id', 60).notNullable().references('people.id')
    table.text('skills').notNullable()
    table.integer('points').notNullable()
    table.integer('out_of').notNullable()
    /** Kinds of mistake of its failed checks, as a JSON list. */
    table.text('faults').notNullable()
    table.string('at', 30).notNullable()
    table.primary(['sitting_id', 'task_id', 'step_id', 'criterion_id'])
    table.index(['person_id'])
  })
}

export async function down(db: Knex): Promise<void> {
  for (const table of [
    'evidence',
    'sitting_snapshots',
    'sitting_events',
    'sittings',
    'assigned_people',
    'assignments',
    'papers',
    'skill_trees',
    'sign_ins',
    'people',
  ]) {
    await db.schema.dropTable(table)
  }
}
