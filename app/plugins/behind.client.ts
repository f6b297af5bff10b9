/** A page that the browser kept as it was, behind this one, is made anew: somebody may have signed out meanwhile. */
export default defineNuxtPlugin(() => {
  window.addEventListener('pageshow', event => {
    if (event.persisted) window.location.reload()
  })
})
