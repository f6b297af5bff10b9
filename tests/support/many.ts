import Sqlite from 'better-sqlite3'

/**
 * Adds so many trainees to the data of a server that runs: many0@sallowmere.test and so on, with one password for
 * all. `givenAt`: since when it is one that they were given.
 */
export function addMany(dataFile: string, people: number, passwordHash: string, givenAt: string | null): void {
  const db = new Sqlite(dataFile)
  const add = db.prepare(`
    insert into people (id, name, email, role, about, password_hash, password_given_at)
    values (?, ?, ?, 'trainee', '', ?, ?)`)
  for (let at = 0; at < people; at += 1)
    add.run(`many-${at}`, `Many ${at}`, `many${at}@sallowmere.test`, passwordHash, givenAt)
  db.close()
}
