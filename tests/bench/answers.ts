import { By, openBrowser, press, see, signIn } from '../support/browser'
import { Client } from '../support/client'
import { question } from '../support/questions'
import { startServer } from '../support/server'
import { say, spreadOf, timed } from './figures'
import { wire } from './line'

const ROUNDS = 60

/** Answers to three kinds of question beside drafts of the ledger: from sending to the word that it is kept. */
async function toSaved(url: string): Promise<void> {
  const client = await new Client(url).signIn('robin.tarn')
  const questions = (await client.start('knowledge-mock')).id
  const ledger = (await client.start('week-end')).id
  const draft = (count: number) => ({
    kind: 'op',
    taskId: 'counter-and-club',
    op: {
      type: 'draft.write',
      draft: { date: '2026-10-31', narration: `No. ${count}`, lines: [{ account: '6010', debit: `${count + 1}.00` }] },
    },
  })
  const answer = (part: string, given: unknown) => ({
    kind: 'op',
    taskId: 'yard-office',
    op: { type: 'answer', part, answer: given },
  })
  const kinds: [string, string, (count: number) => object][] = [
    ['a draft of an entry', ledger, draft],
    ['one of several', questions, count => answer('gross', count % 2 === 0 ? 'times' : 'plus')],
    [
      'a line on a plane',
      questions,
      count =>
        answer('cost', {
          post: [
            { x: '0', y: String(count % 200) },
            { x: '200', y: '0' },
          ],
        }),
    ],
    ['a formula', questions, count => answer('fee', `55l + ${count}w`)],
  ]
  const lengths = new Map(kinds.map(([what]) => [what, [] as number[]]))
  // In turn, so that whatever else the machine does meets all of them alike; the first rounds aren't counted.
  for (let round = 0; round < ROUNDS + 5; round += 1)
    for (const [what, id, event] of kinds) {
      const length = await timed(() => client.events(id, event(round)))
      if (round >= 5) lengths.get(what)!.push(length)
    }
  const middle = (what: string): number => spreadOf(lengths.get(what)!).median
  for (const [what] of kinds) {
    const ratio = middle(what) / middle(kinds[0]![0])
    say(`${what}, to saved (${ratio.toFixed(2)} of the ledger's)`, spreadOf(lengths.get(what)!))
  }
}

/** From the cover to a bench that can be used: what comes over the wire. */
async function weight(
  url: string,
  assignment: string,
  begin: string,
  ready: By,
): Promise<{ kilobytes: number; requests: number }> {
  const { driver, close } = await openBrowser({ networkLog: true })
  try {
    const { since } = await wire(driver)
    await signIn(driver, url, 'wren.osier@sallowmere.test')
    await driver.get(`${url}/assignments/${assignment}`)
    await see(driver, By.xpath(`//button[normalize-space()="${begin}"]`))
    await driver.sleep(1500)
    await since()
    await press(driver, begin)
    await see(driver, ready)
    await driver.sleep(2500)
    return await since()
  } finally {
    await close()
  }
}

/** Answers to questions against the ledger: time to saved, and the weight of the page. */
export async function benchAnswers(): Promise<void> {
  console.log('\nQuestions beside the ledger')
  const server = await startServer({ ANVIL_LOG: 'error', ANVIL_CONTENT: 'content' })
  try {
    await toSaved(server.url)
    const pages: [string, string, string, By][] = [
      ['ledger (Week-end journals)', 'week-end', 'Start the clock', By.id('entry-date')],
      ['questions (Before you wire)', 'before-network', 'Begin', question('cable')],
      ['questions (Yard knowledge: books)', 'books-mock', 'Start the clock', question('sold')],
    ]
    for (const [what, assignment, begin, ready] of pages) {
      const { kilobytes, requests } = await weight(server.url, assignment, begin, ready)
      console.log(
        `${`cover to bench, ${what}`.padEnd(66)} ${kilobytes.toFixed(0).padStart(5)} kB ${String(requests).padStart(4)} requests`,
      )
    }
  } finally {
    await server.stop()
  }
}
