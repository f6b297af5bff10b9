import { KEPT_LOOKS, LETTERS } from '../../core/people/kept-looks'

/** Where app/components and app/pages/sign-in.vue change, this does: tests/browser/first-form holds them together. */
const STYLE = `
#first { min-height: 100vh; display: grid; place-items: start center; padding: max(1.5rem, 9vh) 1.5rem 1.5rem }
#first > div { display: grid; gap: 1.5rem; width: min(100%, 400px); align-items: start }
#first > .with-demo { width: min(100%, 960px); grid-template-columns: minmax(0, 2fr) minmax(0, 3fr) }
#first section { padding: 1.75rem }
#first h1 { display: flex; align-items: center; gap: .75rem; margin-bottom: .35rem }
#first form { display: grid; gap: .35rem; margin-top: 1.5rem }
#first label { font-weight: 600 }
#first label:not(:first-child) { margin-top: .6rem }
#first input { width: 100%; padding: .4rem .6rem; border: 1px solid var(--line-strong); border-radius: 4px;
  background: var(--surface); color: var(--ink); font: inherit }
#first [role=alert] { min-height: 1.4rem; margin: .4rem 0 }
#first button { padding: .42rem .8rem; border: 1px solid var(--act); border-radius: 4px; background: var(--act);
  color: var(--on-act); font: inherit; font-weight: 600 }
#first :is(input, button):focus-visible { outline: 2px solid var(--act); outline-offset: 2px }
@media (max-width: 760px) { #first > .with-demo { grid-template-columns: 1fr } }`

const MARK = `<svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true"><path fill="currentColor" d="M1 7h22v2.600\
c-3.200.4-5.400 1.900-6.200 4H15v2.500l3 2.500V20H6v-1.400l3-2.500v-2.500C5 13.400 1.800 11 1 7z"/></svg>`

/** Looks that a device kept are on before anything is seen; what is sent before the page can send it waits for it. */
const SCRIPT = `
try {
  const { theme, textSize } = JSON.parse(localStorage.getItem('${KEPT_LOOKS}') ?? '{}')
  document.documentElement.dataset.theme = theme ?? 'day'
  document.documentElement.style.fontSize = ${JSON.stringify(LETTERS)}[textSize] ?? ''
} catch {}
document.querySelector('#first form').addEventListener('submit', event => {
  event.preventDefault()
  event.target.dataset.sent = 'true'
  event.target.querySelector('[role=alert]').textContent = 'One moment: you are signed in as soon as the page is here.'
})`

/**
 * What whoever isn't signed in sees before any script has come: the form of the sign-in page, which takes over what was
 * typed into this one and stands in its place.
 */
export const firstForm = (demo: boolean): string => `<main id="first"><style>${STYLE}</style>
<div${demo ? ' class="with-demo"' : ''}><section class="panel">
<h1>${MARK} Steady Anvil</h1>
<p class="soft">Timed work at the bench, marked step by step.</p>
<form novalidate>
<label for="first-email">Sign-in address</label>
<input id="first-email" name="email" type="email" autocomplete="username" autofocus>
<label for="first-password">Password</label>
<input id="first-password" name="password" type="password" autocomplete="current-password">
<p role="alert"></p>
<button type="submit">Sign in</button>
</form>
<noscript><p>This application works with scripts: let this browser run those of this address.</p></noscript>
</section></div></main><script>${SCRIPT}</script>`
