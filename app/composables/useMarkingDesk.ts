import type { DeskAct, GivenMark } from '../../core/marking/desk'
import { answerToMark, partToMark } from '../../core/wire/marking'
import type { AnswerToMark } from '../../core/wire/marking'

const STATE_WORDS: Readonly<Record<AnswerToMark['state'], string>> = {
  'to-mark': 'to mark',
  'one-more': 'one mark of two',
  'differs': 'two marks differ',
  'ready': 'marked',
  'released': 'released',
}
export const deskStateInWords = (state: AnswerToMark['state']): string => STATE_WORDS[state]

/** What is being given to an answer, and not kept yet. */
interface Draft {
  points: Record<string, number>
  comment: string
  remarks: GivenMark['remarks']
}

/**
 * One part at the marking desk: its answers one after the other, what is given to the one in hand, and keeping it.
 * Where one trainee’s parts are marked in a row, `trainee` is their sitting, and `onward` goes to the next part.
 */
export function useMarkingDesk(
  path: () => string,
  { trainee, onward }: { trainee: string | null; onward: () => Promise<void> },
) {
  const { data: part, failure, load } = useCall(partToMark, path)
  const place = ref(0)
  const draft = ref<Draft>({ points: {}, comment: '', remarks: [] })
  const inHand = ref('')
  const refusal = ref('')
  const said = ref('')

  const answer = computed(() => part.value?.answers[place.value] ?? null)
  /** Whether somebody has to say what holds, since two marks differ. */
  const settles = computed(() => answer.value?.state === 'differs')
  const missing = computed(() => part.value?.criteria.filter(({ id }) => draft.value.points[id] === undefined) ?? [])
  const nameOf = (one: AnswerToMark, at: number): string => one.name ?? `Answer ${at + 1}`

  function begin() {
    const given = answer.value?.mine ?? null
    draft.value = given
      ? { points: { ...given.points }, comment: given.comment, remarks: [...given.remarks] }
      : { points: {}, comment: '', remarks: [] }
    inHand.value = part.value?.criteria[0]?.id ?? ''
    refusal.value = ''
  }
  // Another answer is another draft; the same one, fetched anew, isn’t.
  watch(() => answer.value?.sittingId, begin)
  watch(part, (now, before) => {
    if (!now || before) return
    const first = now.answers.findIndex(({ state, sittingId }) =>
      trainee === null ? state !== 'ready' && state !== 'released' : sittingId === trainee,
    )
    place.value = Math.max(0, first)
    begin()
  })

  function give(id: string, points: number | null) {
    const { [id]: _, ...others } = draft.value.points
    draft.value.points = points === null ? others : { ...others, [id]: points }
    const criteria = part.value?.criteria ?? []
    const next = criteria[criteria.findIndex(one => one.id === id) + 1]
    if (points !== null && next) inHand.value = next.id
  }
  /** The level of the criterion in hand that stands at a place, counted from 1. */
  function giveLevel(number: number) {
    const criterion = part.value?.criteria.find(({ id }) => id === inHand.value)
    const level = criterion?.levels[number - 1]
    if (criterion && level) give(criterion.id, Math.round(level.points * 100))
  }
  function go(to: number) {
    const last = (part.value?.answers.length ?? 1) - 1
    place.value = Math.min(last, Math.max(0, to))
  }

  async function act(what: DeskAct): Promise<boolean> {
    const one = answer.value
    if (!one || !part.value) return false
    refusal.value = ''
    try {
      const now = await callApi(answerToMark, `${path()}/acts`, {
        method: 'POST',
        body: { sittingId: one.sittingId, act: what },
      })
      const answers = part.value.answers.map(before => (before.sittingId === now.sittingId ? now : before))
      part.value = { ...part.value, answers }
      return true
    } catch (error) {
      refusal.value = inWords(error)
      return false
    }
  }
  /** Keeps what was given, and goes on to the next answer that waits. */
  async function keep() {
    const [lacks] = missing.value
    if (lacks) {
      inHand.value = lacks.id
      refusal.value = `“${lacks.label}” has no points yet.`
      return
    }
    const given = { ...draft.value, comment: draft.value.comment.trim() }
    const was = answer.value
    if (!was || !(await act(settles.value ? { kind: 'settled', given } : { kind: 'marked', given }))) return
    said.value = `Kept for ${nameOf(was, place.value)}.`
    if (trainee !== null) return onward()
    const answers = part.value?.answers ?? []
    const waits = ({ state, mine }: AnswerToMark): boolean =>
      state === 'to-mark' || state === 'differs' || (state === 'one-more' && mine === null)
    const later = answers.findIndex((one, at) => at > place.value && waits(one))
    const next = later >= 0 ? later : answers.findIndex(waits)
    if (next >= 0) go(next)
  }
  async function takeBack() {
    if (await act({ kind: 'taken-back' })) {
      begin()
      said.value = 'Taken back.'
    }
  }
  return {
    part,
    failure,
    load,
    place,
    answer,
    draft,
    inHand,
    refusal,
    said,
    settles,
    missing,
    nameOf,
    give,
    giveLevel,
    go,
    act,
    keep,
    takeBack,
  }
}
