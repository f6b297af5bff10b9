import { getMethod, getResponseStatus } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime/plugin'
import { log } from '../http/running'

/** One structured line for each call: method, path, status, milliseconds. Never bodies, never cookies. */
export default defineNitroPlugin(nitro => {
  const begun = new WeakMap<object, number>()
  nitro.hooks.hook('request', event => {
    begun.set(event, performance.now())
  })
  nitro.hooks.hook('afterResponse', event => {
    if (!event.path.startsWith('/api/')) return
    const ms = Math.round((performance.now() - (begun.get(event) ?? performance.now())) * 10) / 10
    log.info({ method: getMethod(event), path: event.path.split('?')[0], status: getResponseStatus(event), ms }, 'call')
  })
})
