/** Fields that take what an aid works out: what is typed into, in the tool. */
const FIELDS = ['input:not([type])', 'input[type="text"]', 'textarea']
  .map(field => `.bench .middle ${field}`)
  .join(', ')

/**
 * The answer in hand: the field of the tool that had the focus last. What is put into it arrives as if it had been
 * typed, so that whatever holds for typing holds for it. Shared by the bench and its aids, from when the bench opens.
 */
export const useAnswerField = createSharedComposable(() => {
  const last = shallowRef<HTMLInputElement | HTMLTextAreaElement | null>(null)
  useEventListener(document, 'focusin', ({ target }) => {
    const isField = target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement
    if (isField && target.matches(FIELDS)) last.value = target
  })

  /** What the field is called, or null where none is in hand. */
  const name = computed(() => {
    const field = last.value
    if (!field) return null
    const heading = field.closest('section')?.querySelector('h3')?.textContent
    return (heading ?? field.ariaLabel ?? field.labels?.[0]?.textContent ?? 'the answer').trim().replace(/\s+/g, ' ')
  })

  /** Puts a sum in: with its working where there is room for lines, else what it came to. Says whether it could. */
  function put(working: string, result: string): boolean {
    const field = last.value
    if (!field?.isConnected || field.disabled || field.readOnly) return false
    const isText = field instanceof HTMLTextAreaElement
    const written = isText ? `${working} = ${result}` : result
    const [from, to] = isText ? [field.selectionStart, field.selectionEnd] : [0, field.value.length]
    field.setRangeText(written, from, to, 'end')
    field.dispatchEvent(new Event('input', { bubbles: true }))
    return true
  }

  return { name, put }
})
