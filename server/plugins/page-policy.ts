import { setResponseHeader } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { contentPolicy, scriptHashesIn } from '../http/policy'

/** A page names the scripts that stand in it, and says nothing of what made it. */
export default defineNitroPlugin(nitro => {
  // All pages are one: worked out once.
  let last = { page: '', policy: '' }
  nitro.hooks.hook('render:response', (response, { event }) => {
    const page = typeof response.body === 'string' ? response.body : ''
    if (page !== last.page) last = { page, policy: contentPolicy(scriptHashesIn(page)) }
    setResponseHeader(event, 'Content-Security-Policy', last.policy)
    delete response.headers?.['x-powered-by']
  })
})
