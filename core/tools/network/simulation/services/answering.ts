import { sure } from '../../../../ground/sure'
import { readTime, TIME_LENGTH, TIME_PORT, timeQuestion } from '../../frames/ntp'
import { FACILITIES, LOG_PORT, momentText, writeLog } from '../../frames/syslog'
import type { Service } from '../../settings/kinds/services'

const text = (words: string): Uint8Array => new TextEncoder().encode(words)

/** What somebody says first who asks whether a port answers; nothing where the other side would speak first. */
export function opening(port: number, to: string): Uint8Array {
  if (port === 80) return text(`GET / HTTP/1.1\r\nHost: ${to}\r\nConnection: close\r\n\r\n`)
  return port === 25 ? text('EHLO asker.test\r\n') : new Uint8Array()
}

/** The same in a datagram. */
export function openingDatagram(port: number, from: string): Uint8Array {
  const words = 'is anybody there?'
  if (port === TIME_PORT) return timeQuestion(0)
  return port === LOG_PORT
    ? writeLog({ facility: FACILITIES.system, severity: 'info', time: null, host: from, part: 'connect', words })
    : text(`${words}\n`)
}

/** What was answered, in words: what time it is there, or the first line of a text; empty for nothing to read. */
export function answerText(port: number, said: Uint8Array): string {
  if (port === TIME_PORT && said.length === TIME_LENGTH) {
    const time = readTime(said)
    if (time?.mode === 'server') return time.known ? `${momentText(time.sent).slice(0, 19)}Z` : 'doesn’t know the time'
  }
  return sure(new TextDecoder().decode(said).split(/[\r\n]/)[0])
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
