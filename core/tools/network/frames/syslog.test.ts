import { describe, expect, it } from 'vitest'
import { isAsBad, momentText, readLog, SEVERITIES, writeLog } from './syslog'
import type { LogMessage } from './syslog'

const read = (text: string): LogMessage | null => readLog(new TextEncoder().encode(text))
const message: LogMessage = {
  facility: 4,
  severity: 'warning',
  time: Date.UTC(2026, 3, 13, 8, 0, 1) * 1000 + 45_007,
  host: 'gate',
  part: 'access',
  words: 'harbour, by a password: refused – “slack”',
}

describe('a message for a log (RFC 5424)', () => {
  it('is read as the examples of the standard have it (6.5)', () => {
    expect(
      read(
        "<34>1 2003-10-11T22:14:15.003Z mymachine.example.com su - ID47 - \uFEFF'su root' failed for lonvick on /dev/pts/8",
      ),
    ).toEqual({
      facility: 4,
      severity: 'critical',
      time: Date.UTC(2003, 9, 11, 22, 14, 15, 3) * 1000,
      host: 'mymachine.example.com',
      part: 'su',
      words: "'su root' failed for lonvick on /dev/pts/8",
    })
    const second = read(
      '<165>1 2003-08-24T05:14:15.000003-07:00 192.0.2.1 myproc 8710 - - %% It’s time to make the do-nuts.',
    )
    expect(second).toMatchObject({ facility: 20, severity: 'notice', host: '192.0.2.1', part: 'myproc' })
    expect(momentText(second!.time!)).toBe('2003-08-24T12:14:15.000003Z')
    const parts =
      '[exampleSDID@32473 iut="3" eventSource="Application" eventID="1011"][examplePriority@32473 class="high"]'
    expect(read(`<165>1 2003-10-11T22:14:15.003Z mymachine.example.com evntslog - ID47 ${parts}`)).toMatchObject({
      words: '',
      part: 'evntslog',
    })
    expect(read(`<165>1 - - - - - [a b="\\]\\"\\\\"] said`)).toMatchObject({ time: null, host: '', words: 'said' })
  })

  it('is written in one line, and read again as it was', () => {
    expect(new TextDecoder('utf-8', { ignoreBOM: true }).decode(writeLog(message))).toBe(
      '<36>1 2026-04-13T08:00:01.045007Z gate access - - [timeQuality tzKnown="1" isSynced="1"] ' +
        '\uFEFFharbour, by a password: refused – “slack”',
    )
    for (const severity of SEVERITIES)
      for (const time of [message.time, null])
        expect(readLog(writeLog({ ...message, severity, time }))).toEqual({ ...message, severity, time })
  })

  it.each([
    ['another version', '<34>2 - gate su - - - x'],
    ['a priority that there isn’t', '<192>1 - gate su - - - x'],
    ['a priority with a nought before it', '<034>1 - gate su - - - x'],
    ['a day that there isn’t', '<34>1 2003-13-41T22:14:15Z gate su - - - x'],
    ['a moment in words', '<34>1 yesterday-at-half-past-two gate su - - - x'],
    ['parts that don’t end', '<34>1 - gate su - - [a b="c" x'],
    ['too little', '<34>1 - gate'],
    ['something else', 'is anybody there?\n'],
  ])('is nothing with %s', (_, text) => {
    expect(read(text)).toBeNull()
  })

  it('is as bad as another, or worse', () => {
    expect([isAsBad('error', 'warning'), isAsBad('warning', 'warning'), isAsBad('info', 'warning')]).toEqual([
      true,
      true,
      false,
    ])
  })
})
