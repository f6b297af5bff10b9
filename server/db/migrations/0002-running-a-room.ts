import type { Knex } from 'knex'
import { settingsOf } from '../../../core/assignment/settings'
import { noAdjustments } from '../../../core/assignment/adjustments'

interface OldAssignment {
  id: string
  opens_at: string | null
  closes_at: string | null
  sittings_allowed: number
}

/**
 * Settings of assignments, adjustments of people, courses and cohorts, and what a room needs: messages, audit,
 * ratings, uploads.
 */
export async function up(db: Knex): Promise<void> {
  await createGroups(db)
  await widenAssignments(db)
  await db.schema.alterTable('sittings', table => {
    table.string('signed_as', 120)
    /** Of an optional paper: claimed or declined. */
    table.string('credit', 10)
    /** SHA-256 of the log up to the end, in hexadecimal, and how many events that is. */
    table.string('digest', 64)
    table.integer('digest_events')
  })
  await db.schema.createTable('adjustments', table => {
    table.string('person_id', 60).primary().references('people.id')
    table.text('document').notNullable()
  })
  for (const { id, time_factor: timeFactor } of await db<{ id: string; time_factor: number }>('people').where(
    'time_factor',
    '>',
    1,
  )) {
    await db('adjustments').insert({ person_id: id, document: JSON.stringify({ ...noAdjustments, timeFactor }) })
  }
  await db.schema.raw('alter table people drop column time_factor')
  await createRoomTables(db)
}

async function createGroups(db: Knex): Promise<void> {
  await db.schema.createTable('cohorts', table => {
    table.string('id', 60).primary()
    table.string('title', 120).notNullable()
  })
  await db.schema.createTable('cohort_people', table => {
    table.string('cohort_id', 60).notNullable().references('cohorts.id')
    table.string('person_id', 60).notNullable().references('people.id')
    table.primary(['cohort_id', 'person_id'])
  })
  await db.schema.createTable('courses', table => {
    table.string('id', 60).primary()
    table.string('title', 120).notNullable()
    table.string('about', 400).notNullable().defaultTo('')
    table.string('invite_code', 40).notNullable().unique()
    /** A course that whoever joined may leave again. */
    table.boolean('trial').notNullable().defaultTo(false)
  })
  await db.schema.createTable('course_people', table => {
    table.string('course_id', 60).notNullable().references('courses.id')
    table.string('person_id', 60).notNullable().references('people.id')
    table.string('joined_at', 30).notNullable()
    table.primary(['course_id', 'person_id'])
    table.index(['person_id'])
  })
}

async function widenAssignments(db: Knex): Promise<void> {
  await db.schema.alterTable('assignments', table => {
    table.text('settings')
    table.string('course_id', 60)
    table.string('released_at', 30)
    table.string('given_at', 30)
    table.string('given_by', 60)
  })
  for (const {
    id,
    opens_at: opensAt,
    closes_at: closesAt,
    sittings_allowed: sittingsAllowed,
  } of await db<OldAssignment>('assignments')) {
    await db('assignments')
      .where({ id })
      .update({ settings: JSON.stringify(settingsOf({ opensAt, closesAt, sittingsAllowed })) })
  }
  for (const column of ['opens_at', 'closes_at', 'sittings_allowed'])
    await db.schema.raw(`alter table assignments drop column ${column}`)
  await db.schema.alterTable('assigned_people', table => {
    table.integer('extra_sittings').notNullable().defaultTo(0)
    /** A window of the person's own; null where the assignment's holds. */
    table.string('closes_at', 30)
    /**
     * When the person began to read the instructions, asked to be let in, was let in, and had the code entered for
     * them.
     */
    table.string('reading_at', 30)
    table.string('waiting_at', 30)
    table.string('admitted_at', 30)
    table.string('code_at', 30)
    /** Taken away again, but kept because of the sittings. */
    table.string('withdrawn_at', 30)
  })
}

async function createRoomTables(db: Knex): Promise<void> {
  await db.schema.createTable('messages', table => {
    table.string('id', 60).primary()
    table.string('sitting_id', 60).notNullable().references('sittings.id')
    table.string('person_id', 60).notNullable().references('people.id')
    /** trainee or room: who says it. */
    table.string('side', 10).notNullable()
    table.string('reference', 20).notNullable().defaultTo('')
    table.text('text').notNullable()
    table.string('at', 30).notNullable()
    table.index(['sitting_id', 'at'])
  })
  await db.schema.createTable('ratings', table => {
    table.string('sitting_id', 60).primary().references('sittings.id')
    table.text('document').notNullable()
    table.string('at', 30).notNullable()
  })
  await db.schema.createTable('uploads', table => {
    table.string('id', 60).primary()
    table.string('sitting_id', 60).notNullable().references('sittings.id')
    table.string('name', 200).notNullable()
    table.string('type', 40).notNullable()
    table.integer('size').notNullable()
    table.binary('content').notNullable()
    table.string('at', 30).notNullable()
    table.index(['sitting_id'])
  })
  await db.schema.createTable('audit', table => {
    table.integer('seq').primary()
    table.string('at', 30).notNullable()
    table.string('person_id', 60).notNullable()
    table.string('action', 40).notNullable()
    table.string('room', 60).notNullable().defaultTo('')
    table.string('assignment_id', 60).notNullable().defaultTo('')
    table.string('sitting_id', 60).notNullable().defaultTo('')
    /** Whom it was done to. */
    table.string('subject_id', 60).notNullable().defaultTo('')
    table.text('detail').notNullable()
    /** SHA-256 over the row before it and this one: a row that is changed or taken out breaks the chain. */
    table.string('chain', 64).notNullable()
    table.index(['room'])
    table.index(['sitting_id'])
  })
}

export async function down(): Promise<void> {
  throw new Error('There is no way back from 0002-running-a-room: the windows of single people would be lost.')
}
