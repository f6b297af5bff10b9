import type { TextMark } from '~~/core/sitting/text-marks'
import type { MessageView, SittingView } from '~~/core/wire/sitting'
import { callsOf } from '~/sync/calls'
import type { Unsent } from '~/sync/sender'
import type { BenchState, Put } from './state'

/** What is said around the work: notes, marks in what is read, questions to whoever runs the room. */
export function talkOf({ sitting, currentId, current, ended, held, readOnly, refuseWork }: BenchState, put: Put) {
  const messages = shallowRef<MessageView[]>([])
  const notes = ref('')

  /** What the server has of both, with what still waits here. */
  function hear(view: SittingView): void {
    messages.value = view.messages
    const noted = held.outbox?.waiting.findLast(event => event.kind === 'note')
    notes.value = noted?.kind === 'note' ? noted.text : view.notes
  }

  function told(message: MessageView): void {
    messages.value = [...messages.value.filter(({ id }) => id !== message.id), message]
  }

  async function ask(text: string): Promise<void> {
    if (!sitting.value) return
    told(await callsOf(sitting.value.id).ask(text, currentId.value))
  }

  function note(text: string): void {
    if (refuseWork()) return
    notes.value = text
    put({ kind: 'note', text })
  }

  /** Says something of the task in hand that isn't work in it. */
  function say(said: (taskId: string) => Unsent): void {
    if (current.value && !refuseWork()) put(said(current.value.id))
  }
  const revisit = (on: boolean, stepId?: string): void => say(taskId => ({ kind: 'revisit', taskId, stepId, on }))
  const markText = (mark: TextMark): void => say(taskId => ({ kind: 'mark-text', taskId, mark }))
  const unmarkText = (markId: string): void => say(taskId => ({ kind: 'unmark-text', taskId, markId }))

  function away(on: boolean): void {
    if (sitting.value?.state === 'running' && !ended.value && !readOnly.value) put({ kind: 'away', on })
  }

  return { messages, notes, hear, told, ask, note, revisit, markText, unmarkText, away }
}
export type BenchTalk = ReturnType<typeof talkOf>
