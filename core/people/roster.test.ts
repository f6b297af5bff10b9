import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { csvOf } from '../ground/csv'
import { MOST_ENTRIES, readRoster } from './roster'

const faultsOf = (text: string): string[] => readRoster(text).faults.map(({ line, message }) => `${line}: ${message}`)

describe('a list of people', () => {
  it('is read by its headings, in any order and case, with a comma, a semicolon or a tab', () => {
    const entry = {
      line: 2,
      name: 'Isla Quay',
      email: 'isla.quay@sallowmere.test',
      role: 'trainee',
      cohorts: ['Harbour intake', 'Evening'],
    }
    for (const [mark, quote] of [
      [',', '"'],
      [';', ''],
      ['\t', ''],
    ] as const) {
      const text = [
        ['Cohorts', 'NAME', 'email'],
        [`${quote}Harbour intake| Evening|Evening${quote}`, ' Isla  Quay ', 'Isla.Quay@Sallowmere.test'],
      ]
        .map(cells => cells.join(mark))
        .join('\r\n')
      expect(readRoster(text)).toEqual({ entries: [entry], faults: [] })
    }
  })

  it('may begin with a byte order mark, end with empty lines, and name roles', () => {
    const { entries, faults } = readRoster('\uFEFFname,email,role\nMarit Feld,marit@sallowmere.test,Trainer\n\n , ,\n')
    expect(faults).toEqual([])
    expect(entries).toEqual([
      { line: 2, name: 'Marit Feld', email: 'marit@sallowmere.test', role: 'trainer', cohorts: [] },
    ])
  })

  it('says the true line of a fault, after blank lines and cells that run over several', () => {
    const list = '\nname,email,cohorts\n\nIsla Quay,isla@b.test,"Harbour\nintake"\n , ,\n\nNobody,no-address,\n'
    expect(faultsOf(list)).toEqual(['8: “no-address” isn’t an address.'])
    expect(readRoster(list).entries.map(({ line }) => line)).toEqual([4])
  })

  it('doesn’t pass over cells beyond the last column', () => {
    expect(faultsOf('name,email\nIsla Quay,isla@b.test,trainer,Evening\nPiet Moor,piet@b.test')).toEqual([
      '2: This line has more cells than there are columns.',
    ])
  })

  it('is refused whole where its headings make no sense', () => {
    expect(faultsOf('')).toEqual(['1: The first line names the columns; name and email are missing.'])
    expect(faultsOf('name,mail\na,b')).toEqual(['1: The first line names the columns; email is missing.'])
    expect(faultsOf('name,email,password\na,a@b.test,x')).toEqual([
      '1: There is no column “password” here; there are name, email, role, cohorts.',
    ])
    expect(
      faultsOf(
        `name,email\n${Array.from({ length: MOST_ENTRIES + 1 }, (_, index) => `P,p${index}@b.test`).join('\n')}`,
      ),
    ).toEqual([`1002: At most 1000 people are read at once; this has 1001.`])
  })

  it('says of each line what is wrong with it, and takes the others', () => {
    const text = [
      'name,email,role,cohorts',
      ',a@b.test,,',
      'A,,,',
      'A,not an address,,',
      'A,a@b.test,captain,',
      'A,a@b.test,trainer,Intake',
      'A,a@b.test,,',
      'B,A@B.test,,',
    ].join('\n')
    expect(faultsOf(text)).toEqual([
      '2: The name is missing.',
      '3: The address is missing.',
      '4: “not an address” isn’t an address.',
      '5: There is no role “captain”; there are trainee, trainer, invigilator, administrator.',
      '6: Only trainees are in cohorts.',
      '8: a@b.test stands in line 7 already.',
    ])
    expect(readRoster(text).entries.map(({ line }) => line)).toEqual([7])
  })

  it('comes back as it was written, whatever the names hold', () => {
    const word = fc.stringMatching(/^[A-Za-zÀ-ž'’",;-]{1,12}$/).filter(text => !/^[=+@-]/.test(text))
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 5 }), names => {
        const rows = names.map((name, index) => ({
          name: name.normalize('NFC'),
          email: `p${index}@sallowmere.test`,
          role: 'trainee',
          cohorts: '',
        }))
        const { entries, faults } = readRoster(csvOf(rows))
        expect(faults).toEqual([])
        expect(entries.map(({ name, email }) => ({ name, email }))).toEqual(
          rows.map(({ name, email }) => ({ name, email })),
        )
      }),
      { numRuns: 200 },
    )
  })
})
