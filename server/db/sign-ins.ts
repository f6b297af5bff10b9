import type { Database } from './connection'

export interface SignIn {
  id: string
  personId: string
  createdAt: string
  expiresAt: string
  /** When something of it was last heard, to the minute. */
  seenAt: string
  /** The device as its browser names it; empty where it said nothing. */
  device: string
}

interface Row {
  id: string
  person_id: string
  created_at: string
  expires_at: string
  revoked_at: string | null
  seen_at: string
  device: string
}

const fromRow = (row: Row): SignIn => ({
  id: row.id,
  personId: row.person_id,
  createdAt: row.created_at,
  expiresAt: row.expires_at,
  seenAt: row.seen_at,
  device: row.device,
})

/** Sign-ins that the server keeps, so that it can end any of them at once. */
export function signInsIn(db: Database) {
  /** Those that haven’t been ended and haven’t run out. */
  const good = (now: string) => db<Row>('sign_ins').whereNull('revoked_at').andWhere('expires_at', '>', now)
  return {
    async add({ id, personId, createdAt, expiresAt, seenAt, device }: SignIn): Promise<void> {
      await db<Row>('sign_ins').insert({
        id,
        person_id: personId,
        created_at: createdAt,
        expires_at: expiresAt,
        revoked_at: null,
        seen_at: seenAt,
        device,
      })
    },
    async find(id: string, now: string): Promise<SignIn | undefined> {
      const row = await good(now).where({ id }).first()
      return row && fromRow(row)
    },
    /** The sign-ins of a person, those heard of last first. */
    async of(personId: string, now: string): Promise<SignIn[]> {
      return (await good(now).where({ person_id: personId }).orderBy('seen_at', 'desc')).map(fromRow)
    },
    async seen(id: string, at: string): Promise<void> {
      await db<Row>('sign_ins').where({ id }).update({ seen_at: at })
    },
    async revoke(id: string, at: string): Promise<void> {
      await db<Row>('sign_ins').where({ id }).whereNull('revoked_at').update({ revoked_at: at })
    },
    /** Ends all sign-ins of a person, or all but one. */
    async revokeAllOf(personId: string, at: string, but = ''): Promise<void> {
      await db<Row>('sign_ins')
        .where({ person_id: personId })
        .whereNot({ id: but })
        .whereNull('revoked_at')
        .update({ revoked_at: at })
    },
  }
}

interface DeviceRow {
  device: string
  person_id: string
  last_at: string
}

/** Devices on which people have signed in before, by the SHA-256 of what their cookie holds. */
export function devicesIn(db: Database) {
  return {
    /** Who has signed in on it. */
    async peopleOf(device: string): Promise<string[]> {
      return (await db<DeviceRow>('known_devices').where({ device })).map(row => row.person_id)
    },
    async met(device: string, personId: string, at: string): Promise<void> {
      await db<DeviceRow>('known_devices')
        .insert({ device, person_id: personId, last_at: at })
        .onConflict(['device', 'person_id'])
        .merge()
    },
    /** Forgets those that nobody has signed in on since a moment. */
    async forgetBefore(moment: string): Promise<void> {
      await db<DeviceRow>('known_devices').where('last_at', '<', moment).delete()
    },
  }
}
