/** Whatever page comes, the form before it goes. The sign-in page has taken over what was typed by then. */
export default defineNuxtPlugin(nuxt => {
  nuxt.hook('app:suspense:resolve', () => void nextTick(takeFirstForm))
})
