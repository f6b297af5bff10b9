import { afterEach, beforeEach, expect } from 'vitest'
import { rules } from '../../../core/assignment/settings'
import type { RuleName } from '../../../core/assignment/settings'
import { testSettings } from '../../testing/pairs'
import type { Proof } from '../../testing/pairs'
import { accrual, checkAccrual, leaveAccrual, World } from '../../testing/world'

let world: World
beforeEach(async () => {
  world = await World.open()
})
afterEach(() => world.close())

const countingScore = async (): Promise<number | null> => (await world.cover()).countingScore

/** The rules that an assignment may set otherwise than its paper, each where it bites and where it doesn't. */
const overrides: Record<RuleName, Proof> = {
  tries: {
    bites: async () => {
      await world.give({ rules: { tries: 1 } })
      const { id } = await world.start()
      expect((await world.send(id, accrual('wrong'), checkAccrual)).outcomes[1]?.verdict).toMatchObject({
        status: 'out-of-tries',
        triesAllowed: 1,
      })
    },
    rests: async () => {
      await world.give()
      const { id } = await world.start()
      expect((await world.send(id, accrual('wrong'), checkAccrual)).outcomes[1]?.verdict).toMatchObject({
        status: 'open',
        triesAllowed: 3,
      })
    },
  },
  partial: {
    bites: async () => {
      await world.give({ rules: { partial: false } })
      const { id } = await world.start()
      await world.send(id, {
        kind: 'op',
        taskId: 'wages-worked-not-paid',
        op: {
          type: 'entry.post',
          entry: {
            date: '2026-10-31',
            narration: 'x',
            lines: [
              { account: '6010', debit: '1242.60' },
              { account: '2100', credit: '1242.60' },
            ],
          },
        },
      })
      await world.services.sittings.submit(world.people.isla, id)
      expect(await countingScore()).toBe(0)
    },
    rests: async () => {
      await world.give()
      const { id } = await world.start()
      await world.send(id, {
        kind: 'op',
        taskId: 'wages-worked-not-paid',
        op: {
          type: 'entry.post',
          entry: {
            date: '2026-10-31',
            narration: 'x',
            lines: [
              { account: '6010', debit: '1242.60' },
              { account: '2100', credit: '1242.60' },
            ],
          },
        },
      })
      await world.services.sittings.submit(world.people.isla, id)
      expect(await countingScore()).toBe(3)
    },
  },
  feedback: {
    bites: async () => {
      await world.give({ rules: { feedback: 'none' } })
      const { id } = await world.start()
      expect((await world.send(id, accrual('wrong'), checkAccrual)).outcomes[1]?.verdict?.criteria).toBeUndefined()
    },
    rests: async () => {
      await world.give()
      const { id } = await world.start()
      expect((await world.send(id, accrual('wrong'), checkAccrual)).outcomes[1]?.verdict?.criteria).toHaveLength(2)
    },
  },
  afterTries: {
    bites: async () => {
      await world.give({ rules: { afterTries: 'leave', tries: 1 } })
      const { id } = await world.start()
      const { tasks } = await world.send(id, accrual('wrong'), checkAccrual)
      expect(tasks[0]?.steps[0]?.setRight).toBeUndefined()
    },
    rests: async () => {
      await world.give({ rules: { tries: 1 } })
      const { id } = await world.start()
      const { tasks } = await world.send(id, accrual('wrong'), checkAccrual)
      expect(tasks[0]?.steps[0]?.setRight).toBe(true)
    },
  },
  setRightWhenLeft: {
    bites: async () => {
      await world.give({ rules: { setRightWhenLeft: false } })
      const { id } = await world.start()
      const { tasks } = await world.send(id, accrual('wrong'), leaveAccrual)
      expect(tasks[0]?.steps[0]).toMatchObject({ status: 'skipped' })
      expect(tasks[0]?.steps[0]?.setRight).toBeUndefined()
    },
    rests: async () => {
      await world.give()
      const { id } = await world.start()
      const { tasks } = await world.send(id, accrual('wrong'), leaveAccrual)
      expect(tasks[0]?.steps[0]).toMatchObject({ status: 'skipped', setRight: true })
    },
  },
  answers: {
    bites: async () => {
      await world.give({ rules: { answers: 'settled' } })
      const { id } = await world.start()
      const { outcomes } = await world.send(id, accrual(), checkAccrual, {
        kind: 'settle',
        taskId: 'wages-worked-not-paid',
        stepId: 'accrual',
      })
      expect(outcomes.map(({ status }) => status)).toEqual(['accepted', 'refused', 'accepted'])
      await world.services.sittings.submit(world.people.isla, id)
      expect(await countingScore()).toBe(4)
    },
    rests: async () => {
      await world.give()
      const { id } = await world.start()
      expect((await world.send(id, accrual(), checkAccrual)).outcomes[1]?.verdict?.passed).toBe(true)
    },
  },
  unsettle: {
    bites: async () => {
      await world.give({ rules: { answers: 'settled', unsettle: false } })
      const { id } = await world.start()
      const { outcomes } = await world.send(
        id,
        { kind: 'settle', taskId: 'wages-worked-not-paid', stepId: 'accrual' },
        { kind: 'unsettle', taskId: 'wages-worked-not-paid', stepId: 'accrual' },
      )
      expect(outcomes[1]?.status).toBe('refused')
    },
    rests: async () => {
      await world.give({ rules: { answers: 'settled' } })
      const { id } = await world.start()
      const { outcomes } = await world.send(
        id,
        { kind: 'settle', taskId: 'wages-worked-not-paid', stepId: 'accrual' },
        { kind: 'unsettle', taskId: 'wages-worked-not-paid', stepId: 'accrual' },
      )
      expect(outcomes[1]?.status).toBe('accepted')
    },
  },
  moveOn: {
    bites: async () => {
      await world.give({ rules: { moveOn: false } })
      expect((await world.start()).paper.moveOn).toBe(false)
    },
    rests: async () => {
      await world.give()
      expect((await world.start()).paper.moveOn).toBe(true)
    },
  },
}

testSettings(rules, overrides, 'rules.')
