import type { Service } from '../../settings/kinds/services'

const text = (words: string): Uint8Array => new TextEncoder().encode(words)

/** What somebody says first who asks whether a port answers; nothing where the other side would speak first. */
export function opening(port: number, to: string): Uint8Array {
  if (port === 80) return text(`GET / HTTP/1.1\r\nHost: ${to}\r\nConnection: close\r\n\r\n`)
  return port === 25 ? text('EHLO asker.test\r\n') : new Uint8Array()
}

/** What a service answers, in as few words as its protocol has. */
export function answering(service: Service, device: string): (said: Uint8Array) => Uint8Array {
  switch (service) {
    case 'web': {
      const page = `This is ${device}.\n`
      const head = `HTTP/1.1 200 OK\r\nContent-Type: text/plain\r\nContent-Length: ${page.length}\r\n`
      return () => text(`${head}Connection: close\r\n\r\n${page}`)
    }
    case 'mail':
      return () => text(`250 ${device}\r\n`)
    default:
      return () => text(`${service} at ${device}\n`)
  }
}
