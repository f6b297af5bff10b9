import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'
import { appendResponseHeader, getHeader, getResponseHeader, setResponseHeader } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'

/** From this size on, in characters, an answer is compressed: below it the headers weigh more than is saved. */
const SMALLEST = 1200

const brotli = promisify(brotliCompress)
const gzipped = promisify(gzip)

/**
 * Pages and answers go compressed over the wire, as the device accepts it. Streams go as they are, and so do files,
 * which were compressed when they were built.
 */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    const { body } = response
    const isPlain = typeof body === 'object' && body !== null && Object.getPrototypeOf(body) === Object.prototype
    if (!isPlain && !Array.isArray(body) && typeof body !== 'string') return
    if (getResponseHeader(event, 'content-encoding')) return
    const text = typeof body === 'string' ? body : JSON.stringify(body)
    appendResponseHeader(event, 'Vary', 'Accept-Encoding')
    if (text.length < SMALLEST) return
    const accepted = getHeader(event, 'accept-encoding') ?? ''
    const way = accepted.includes('br') ? 'br' : accepted.includes('gzip') ? 'gzip' : null
    if (way === null) return
    if (!getResponseHeader(event, 'content-type')) {
      setResponseHeader(event, 'Content-Type', 'application/json')
    }
    response.body =
      way === 'br'
        ? await brotli(text, { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } })
        : await gzipped(text, { level: 4 })
    setResponseHeader(event, 'Content-Encoding', way)
  })
})
