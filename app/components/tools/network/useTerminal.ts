import type { Terminal } from '@xterm/xterm'

/** A line that is being typed into a terminal: a caret, a history, and what completes it. */
export interface Typist {
  /** What stands before each line. */
  prompt: () => string
  /** Does what a line says, and gives what is printed for it. */
  enter: (line: string) => Promise<readonly string[]>
  complete: (line: string) => { from: number; options: readonly string[] }
}

/** The longest that options have in common from a place on. */
function common(options: readonly string[]): string {
  const [first = ''] = options
  let length = first.length
  for (const one of options) while (!one.startsWith(first.slice(0, length))) length -= 1
  return first.slice(0, length)
}

/** So much can be typed ahead. */
const MOST_AHEAD = 1000

/** Edits lines in a terminal, as people expect it of any: arrows, Home, End, Backspace, Tab, and lines from before. */
export function useTyping(terminal: Terminal, typist: Typist) {
  let [line, caret, busy] = ['', 0, false]
  const history: string[] = []
  /** What was typed while a line was worked on. */
  const ahead: string[] = []
  let at = 0

  const bold = (text: string): string => `\u001b[1m${text}\u001b[0m`
  /** In which row of the line the caret stands, counted from its first; a long line takes several. */
  let row = 0
  const rowOf = (place: number): number => Math.floor((typist.prompt().length + place) / terminal.cols)
  function wipe(): string {
    const up = row > 0 ? `\u001b[${row}A` : ''
    row = 0
    return `${up}\r\u001b[J`
  }
  function draw(): void {
    const end = rowOf(line.length)
    // At the edge a terminal waits with the next row until something comes.
    const edge = (typist.prompt().length + line.length) % terminal.cols === 0 ? '\r\n' : ''
    const up = end - rowOf(caret)
    const column = (typist.prompt().length + caret) % terminal.cols
    const back = `${up > 0 ? `\u001b[${up}A` : ''}\r${column > 0 ? `\u001b[${column}C` : ''}`
    terminal.write(`${wipe()}${bold(typist.prompt())}${line}${edge}${back}`)
    row = rowOf(caret)
  }
  function set(text: string, to = text.length): void {
    ;[line, caret] = [text, to]
    draw()
  }
  const print = (lines: readonly string[]): void => {
    for (const one of lines) terminal.writeln(one)
  }

  /** Goes below the line. */
  function end(): void {
    const down = rowOf(line.length) - row
    terminal.write(`${down > 0 ? `\u001b[${down}B` : ''}\r\n`)
    row = 0
  }

  async function enter(): Promise<void> {
    end()
    const typed = line
    if (typed.trim() !== '' && history.at(-1) !== typed) history.push(typed)
    at = history.length
    busy = true
    try {
      print(await typist.enter(typed))
    } finally {
      busy = false
      set('')
    }
    goOn()
  }

  /** Types what was typed while a line was worked on. */
  function goOn(): void {
    while (!busy) {
      const next = ahead.shift()
      if (next === undefined) return
      key(next)
    }
  }

  function complete(): void {
    const { from, options } = typist.complete(line.slice(0, caret))
    if (options.length === 0) return
    const by = common(options)
    if (by.length > caret - from) set(line.slice(0, from) + by + line.slice(caret), from + by.length)
    else if (options.length > 1) {
      end()
      print([options.join('  ')])
      draw()
    }
  }

  function recall(by: number): void {
    const to = Math.min(history.length, Math.max(0, at + by))
    at = to
    set(history[to] ?? '')
  }

  function key(data: string): void {
    switch (data) {
      case '\r':
        void enter()
        break
      case '\t':
        complete()
        break
      case '\u007f':
        if (caret > 0) set(line.slice(0, caret - 1) + line.slice(caret), caret - 1)
        break
      case '\u001b[3~':
        set(line.slice(0, caret) + line.slice(caret + 1), caret)
        break
      case '\u001b[A':
        recall(-1)
        break
      case '\u001b[B':
        recall(1)
        break
      case '\u001b[C':
        set(line, Math.min(line.length, caret + 1))
        break
      case '\u001b[D':
        set(line, Math.max(0, caret - 1))
        break
      case '\u001b[H':
      case '\u0001':
        set(line, 0)
        break
      case '\u001b[F':
      case '\u0005':
        set(line)
        break
      default: {
        // What is pasted comes at once, and may hold several lines: the first is taken.
        const [text = ''] = data.split(/[\r\n]/)
        if (text === '' || /[\u0000-\u001f]/.test(text)) return
        set(line.slice(0, caret) + text + line.slice(caret), caret + text.length)
      }
    }
  }

  terminal.onData(data => {
    if (!busy) key(data)
    else if (ahead.length < MOST_AHEAD) ahead.push(data)
  })
  draw()
  return {
    /** Says something between lines, and what was typed stays. */
    say(lines: readonly string[]): void {
      terminal.write(wipe())
      print(lines)
      draw()
    },
  }
}
