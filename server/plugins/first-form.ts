import { defineNitroPlugin } from 'nitropack/runtime/plugin'
import { firstForm } from '../http/first-form'
import { hasSession } from '../http/session'
import { settings } from '../http/settings'

/** A page for somebody who isn't signed in can be typed into before its script has come. */
export default defineNitroPlugin(nitro => {
  const form = firstForm(settings.demo)
  nitro.hooks.hook('render:html', (page, { event }) => {
    if (!hasSession(event)) page.bodyPrepend.push(form)
  })
})
