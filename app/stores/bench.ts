import { defineStore } from 'pinia'
import { connectionOf } from '~/bench/connection'
import { endingOf } from '~/bench/ending'
import { paceOf } from '~/bench/pace'
import { benchState } from '~/bench/state'
import { talkOf } from '~/bench/talk'
import { worksOn } from '~/bench/works'

/**
 * The sitting on this device: what the server last said, with everything that waits to be sent applied
 * on top. Verdicts come from the server alone. Each part has a file in app/bench.
 */
export const useBenchStore = defineStore('bench', () => {
  const state = benchState()
  const works = worksOn(state)
  const pace = paceOf(state, works, {
    refresh: id => connection.refresh(id),
    take: view => connection.take(view),
  })
  const talk = talkOf(state, works.put)
  const ending = endingOf(state)
  const connection = connectionOf(state, { works, pace, talk, ending })

  const { sitting, tasks, current, currentId, section, sender, readOnly, message, ended, judging, held } = state
  const { openTasks, changes, openFailure, bring, openTask, operate, stepInHand, takeInHand, step } = works
  const { tick, leaveSection, rest } = pace
  const { messages, notes, note, ask, away, revisit, markText, unmarkText } = talk
  const { beside, failure, finish } = ending
  const { durable, savedAt, open, refresh, close, noticed, sendNow } = connection
  return {
    ...{ sitting, tasks, pace: state.pace, current, currentId, section, sender, readOnly, message, ended, judging },
    seatName: () => held.seat,
    ...{ openTasks, changes, openFailure, bring, openTask, operate, stepInHand, takeInHand, step },
    ...{ tick, leaveSection, rest },
    ...{ messages, notes, note, ask, away, revisit, markText, unmarkText },
    ...{ beside, failure, finish },
    ...{ durable, savedAt, open, refresh, close, noticed, sendNow },
  }
})
