import { promisify } from 'node:util'
import { brotliCompress, brotliCompressSync, constants, gzip, gzipSync } from 'node:zlib'
import { appendResponseHeader, getHeader, getResponseHeader, setResponseHeader } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime/plugin'

/** From this size on, in characters, an answer is compressed: below it the headers weigh more than is saved. */
const SMALLEST = 1200

/**
 * Up to this size it takes less than a millisecond and is done at once: what is handed to the threads that passwords
 * and files are worked on in waits behind those.
 */
const AT_ONCE = 8000

const BROTLI = { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } }
const GZIP = { level: 4 }
const [brotliLater, gzipLater] = [promisify(brotliCompress), promisify(gzip)]
const brotli = async (text: string): Promise<Buffer> =>
  text.length <= AT_ONCE ? brotliCompressSync(text, BROTLI) : brotliLater(text, BROTLI)
const gzipped = async (text: string): Promise<Buffer> =>
  text.length <= AT_ONCE ? gzipSync(text, GZIP) : gzipLater(text, GZIP)

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
    response.body = await (way === 'br' ? brotli(text) : gzipped(text))
    setResponseHeader(event, 'Content-Encoding', way)
  })
})
