import { nextTick } from 'vue'

/**
 * Who types fast doesn't wait for the application: what is pressed while something is still on its way (a cell being
 * put in, a question being made) is held, and pressed once that is done, where the focus then is. Nothing that was
 * typed goes into what is about to close, and nothing is lost.
 */
const held: KeyboardEvent[] = []
/** What is on its way, from the first that holds keys on until the last held key has done what it does. */
const underWay = new Set<Promise<unknown>>()
let isHolding = false

const isAlone = ({ key }: KeyboardEvent) => ['Shift', 'Control', 'Alt', 'Meta', 'AltGraph'].includes(key)
/** The browser alone can copy and paste, and does it at once. */
const isForClipboard = ({ ctrlKey, metaKey, key }: KeyboardEvent) => (ctrlKey || metaKey) && /^[cxv]$/i.test(key)

function hold(event: KeyboardEvent): void {
  // What isn't trusted is a held one, pressed again.
  if (!event.isTrusted || isAlone(event) || isForClipboard(event)) return
  event.preventDefault()
  event.stopImmediatePropagation()
  held.push(event)
}

function replace(field: HTMLInputElement | HTMLTextAreaElement, text: string, from: number, to: number): void {
  field.setRangeText(text, from, to, 'end')
  field.dispatchEvent(new InputEvent('input', { bubbles: true }))
}

const isField = (target: Element): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.selectionStart !== null)

/** What a browser does with a key that nobody else took. */
function byItself(target: Element, { key, shiftKey, ctrlKey, altKey, metaKey }: KeyboardEvent): void {
  const form = target.closest('form')
  if (key === 'Enter' && form && target instanceof HTMLInputElement) form.requestSubmit()
  if (key === 'Tab' && form) {
    const fields = [...form.elements].filter(
      (one): one is HTMLElement => one instanceof HTMLElement && one.tabIndex >= 0,
    )
    const next = fields[fields.findIndex(one => one === target) + (shiftKey ? -1 : 1)]
    next?.focus()
    if (next instanceof HTMLInputElement) next.select()
  }
  if (!isField(target) || ctrlKey || altKey || metaKey) return
  const [from, to] = [target.selectionStart ?? 0, target.selectionEnd ?? 0]
  if (key.length === 1) replace(target, key, from, to)
  else if (key === 'Backspace') replace(target, '', from === to ? Math.max(0, from - 1) : from, to)
}

async function pressAgain({ key, code, shiftKey, ctrlKey, altKey, metaKey }: KeyboardEvent): Promise<void> {
  const pressed = { key, code, shiftKey, ctrlKey, altKey, metaKey, bubbles: true, cancelable: true }
  const again = new KeyboardEvent('keydown', pressed)
  const target = document.activeElement ?? document.body
  if (target.dispatchEvent(again)) byItself(target, again)
  await nextTick()
  while (underWay.size > 0) await Promise.allSettled(underWay)
  await nextTick()
}

async function pressHeld(): Promise<void> {
  try {
    await nextTick()
    for (let event = held.shift(); event; event = held.shift()) await pressAgain(event)
  } finally {
    held.length = 0
    isHolding = false
    window.removeEventListener('keydown', hold, true)
  }
}

/** Does something that takes a moment; keys that are pressed meanwhile come after it. */
export async function keysAfter<Result>(act: () => Promise<Result>): Promise<Result> {
  // Asked for by a key that was held: the others go on waiting for it.
  const isFirst = !isHolding
  if (isFirst) {
    isHolding = true
    window.addEventListener('keydown', hold, true)
  }
  const acting = act()
  underWay.add(acting)
  try {
    return await acting
  } finally {
    underWay.delete(acting)
    if (isFirst) void pressHeld()
  }
}

/** Gives the focus by `to` unless the person has gone elsewhere since `from` had it. */
export function unlessElsewhere(from: Element | null, to: () => void): void {
  const now = document.activeElement
  if (now === from || now === null || now === document.body) to()
}
