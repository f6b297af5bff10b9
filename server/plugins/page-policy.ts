import { setResponseHeader } from 'h3'
import { LRUCache } from 'lru-cache'
import { defineNitroPlugin } from 'nitropack/runtime/plugin'
import { contentPolicy, scriptHashesIn } from '../http/policy'

/** A page names the scripts that stand in it, and says nothing of what made it. */
export default defineNitroPlugin(nitro => {
  // There are two pages, with the first form and without: each is worked out once.
  const policies = new LRUCache<string, string>({ max: 4 })
  nitro.hooks.hook('render:response', (response, { event }) => {
    const page = typeof response.body === 'string' ? response.body : ''
    const policy = policies.get(page) ?? contentPolicy(scriptHashesIn(page))
    policies.set(page, policy)
    setResponseHeader(event, 'Content-Security-Policy', policy)
    delete response.headers?.['x-powered-by']
  })
})
