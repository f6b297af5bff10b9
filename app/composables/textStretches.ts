import { sure } from '../../core/ground/sure'
import type { TextMark } from '../../core/sitting/text-marks'

/** A text that can be marked says which one it is. */
const TEXT = '[data-text]'

/** A stretch of one text: which, from which of its characters to before which, and what stands there. */
export type Stretch = Pick<TextMark, 'place' | 'from' | 'to' | 'text'>

/** What a range covers, where it lies in one text that can be marked; null where it lies in none, or in two. */
export function stretchOf(range: Range): Stretch | null {
  const { startContainer, commonAncestorContainer } = range
  const within =
    commonAncestorContainer instanceof Element ? commonAncestorContainer : commonAncestorContainer.parentElement
  const text = within?.closest<HTMLElement>(TEXT)
  const place = text?.dataset.text
  if (!text || !place) return null
  const before = document.createRange()
  before.selectNodeContents(text)
  before.setEnd(startContainer, range.startOffset)
  const [from, said] = [before.toString().length, range.toString()]
  const spaceBefore = said.length - said.trimStart().length
  const trimmed = said.trim()
  if (trimmed === '') return null
  return { place, from: from + spaceBefore, to: from + spaceBefore + trimmed.length, text: trimmed }
}

/** Where a stretch lies on the page; null where its text isn’t there, or says something else by now. */
export function rangeOf({ place, from, to, text }: Stretch): Range | null {
  const element = document.querySelector<HTMLElement>(`[data-text="${CSS.escape(place)}"]`)
  if (!element) return null
  const range = document.createRange()
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT)
  let passed = 0
  let begun = false
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const length = node.textContent?.length ?? 0
    if (!begun && from <= passed + length) {
      range.setStart(node, from - passed)
      begun = true
    }
    if (begun && to <= passed + length) {
      range.setEnd(node, to - passed)
      return range.toString() === text ? range : null
    }
    passed += length
  }
  return null
}

/** The first place on the page where these words stand in a text that can be marked. */
export function findWords(words: string): Stretch | null {
  const wanted = words.trim().toLocaleLowerCase('en-GB')
  if (wanted === '') return null
  for (const element of document.querySelectorAll<HTMLElement>(TEXT)) {
    const text = element.textContent
    const from = text.toLocaleLowerCase('en-GB').indexOf(wanted)
    if (from < 0) continue
    return {
      place: sure(element.dataset.text),
      from,
      to: from + wanted.length,
      text: text.slice(from, from + wanted.length),
    }
  }
  return null
}
