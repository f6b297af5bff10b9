import type { Knex } from 'knex'
import * as ground from './0001-ground'
import * as runningARoom from './0002-running-a-room'
import * as appendOnly from './0003-append-only'
import * as accounts from './0004-accounts'
import * as manyTools from './0005-many-tools'
import * as unitsRoomsProgrammes from './0006-units-rooms-programmes'
import * as markedAgain from './0007-marked-again'
import * as theMarkingDesk from './0008-the-marking-desk'
import * as recordings from './0009-recordings'
import * as looks from './0010-looks'
import * as signIns from './0011-sign-ins'
import * as secondFactors from './0012-second-factors'
import * as rooms from './0013-rooms'
import * as deviceKeys from './0014-device-keys'
import * as sittingEnds from './0015-sitting-ends'
import * as figures from './0016-figures'
import * as lists from './0017-lists'

/** Every migration in order. They are part of the program, so a built server needs no files beside it. */
const all: [string, Knex.Migration][] = [
  ['0001-ground', ground],
  ['0002-running-a-room', runningARoom],
  ['0003-append-only', appendOnly],
  ['0004-accounts', accounts],
  ['0005-many-tools', manyTools],
  ['0006-units-rooms-programmes', unitsRoomsProgrammes],
  ['0007-marked-again', markedAgain],
  ['0008-the-marking-desk', theMarkingDesk],
  ['0009-recordings', recordings],
  ['0010-looks', looks],
  ['0011-sign-ins', signIns],
  ['0012-second-factors', secondFactors],
  ['0013-rooms', rooms],
  ['0014-device-keys', deviceKeys],
  ['0015-sitting-ends', sittingEnds],
  ['0016-figures', figures],
  ['0017-lists', lists],
]

export const migrations: Knex.MigrationSource<string> = {
  getMigrations: async () => all.map(([name]) => name),
  getMigrationName: name => name,
  getMigration: async name => {
    const found = all.find(([own]) => own === name)
    if (!found) throw new RangeError(`There is no migration ${name}.`)
    return found[1]
  },
}
