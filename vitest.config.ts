import { availableParallelism } from 'node:os'
import { defineConfig } from 'vitest/config'
import { BaseSequencer } from 'vitest/node'
import type { TestSpecification } from 'vitest/node'

/** Tests of a running server and of a browser wait more than they work: one more at a time than there are cores. */
const AT_A_TIME = Math.min(availableParallelism(), 3) + 1

/**
 * When a test that hangs is given up, in ms. None is about time: on a busy machine with one core each takes many
 * times as long as alone.
 */
const GIVEN_UP_AFTER = 900_000

/** What takes longest begins first, so that the others fill the time beside it. */
const LONGEST = [
  'browser/paper',
  'browser/offline',
  'fault/kill',
  'fault/storage',
  'remark/remark',
  'fault/handing-in',
  'fault/first-start',
  'sitting/sittings.test',
  'captures/captures',
  'formula/extremes',
  'attack/shapes',
]
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const place = ({ moduleId }: TestSpecification): number => {
      const found = LONGEST.findIndex(name => moduleId.includes(name))
      return found < 0 ? LONGEST.length : found
    }
    return (await super.sort(files)).sort((a, b) => place(a) - place(b))
  }
}

/**
 * `unit` runs in seconds and needs nothing, but may be slow on a busy machine; `server` drives a built server;
 * `browser` drives Chromium as well.
 */
export default defineConfig({
  test: {
    maxWorkers: AT_A_TIME,
    sequence: { sequencer: LongestFirst },
    projects: [
      {
        test: {
          name: 'unit',
          include: [
            'core/**/*.test.ts',
            'server/**/*.test.ts',
            'app/**/*.test.ts',
            'content/**/*.test.ts',
            'tests/{captures,content,fair}/**/*.test.ts',
          ],
          setupFiles: 'tests/support/tools.ts',
          isolate: false,
          testTimeout: GIVEN_UP_AFTER,
          hookTimeout: GIVEN_UP_AFTER,
        },
      },
      {
        test: {
          name: 'server',
          include: ['tests/{api,attack,fault,remark}/**/*.test.ts'],
          globalSetup: 'tests/support/build.ts',
          testTimeout: GIVEN_UP_AFTER,
          hookTimeout: GIVEN_UP_AFTER,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['tests/browser/**/*.test.ts'],
          globalSetup: 'tests/support/build.ts',
          testTimeout: GIVEN_UP_AFTER,
          hookTimeout: GIVEN_UP_AFTER,
        },
      },
    ],
  },
})
