/** What was typed into the form that comes with a page, before its script had (server/http/first-form.ts). */
export interface Typed {
  email: string
  password: string
  /** Where the caret was, of `email` and `password`. */
  at: string | null
  /** Whether it was sent. */
  sent: boolean
}

/** Takes the first form off the page, and what was typed into it; null where there is none. */
export function takeFirstForm(): Typed | null {
  const first = document.getElementById('first')
  const form = first?.querySelector('form')
  if (!first || !form) return null
  const typed = new FormData(form)
  const focused = document.activeElement
  first.remove()
  return {
    email: String(typed.get('email') ?? ''),
    password: String(typed.get('password') ?? ''),
    at: focused instanceof HTMLInputElement && form.contains(focused) ? focused.name : null,
    sent: form.dataset.sent !== undefined,
  }
}
