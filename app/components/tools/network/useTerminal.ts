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

/** Edits lines in a terminal, as people expect it of any: arrows, Home, End, Backspace, Tab, and lines from before. */
export function useTyping(terminal: Terminal, typist: Typist) {
  let [line, caret, busy] = ['', 0, false]
  const history: string[] = []
  let at = 0

  const bold = (text: string): string => `\u001b[1m${text}\u001b[0m`
  function draw(): void {
    const back = line.length - caret
    terminal.write(`\r\u001b[K${bold(typist.prompt())}${line}${back > 0 ? `\u001b[${back}D` : ''}`)
  }
  function set(text: string, to = text.length): void {
    ;[line, caret] = [text, to]
    draw()
  }
  const print = (lines: readonly string[]): void => {
    for (const one of lines) terminal.writeln(one)
  }

  async function enter(): Promise<void> {
    terminal.write('\r\n')
    const typed = line
    if (typed.trim() !== '' && history.at(-1) !== typed) history.push(typed)
    at = history.length
    busy = true
    print(await typist.enter(typed))
    busy = false
    set('')
  }

  function complete(): void {
    const { from, options } = typist.complete(line.slice(0, caret))
    if (options.length === 0) return
    const by = common(options)
    const whole = options.length === 1 && !by.endsWith('/') ? by : by
    if (whole.length > caret - from) set(line.slice(0, from) + whole + line.slice(caret), from + whole.length)
    else if (options.length > 1) {
      terminal.write('\r\n')
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
        // eslint-disable-next-line no-control-regex -- keys that mean nothing here begin with an escape
        if (text === '' || /[\u0000-\u001f]/.test(text)) return
        set(line.slice(0, caret) + text + line.slice(caret), caret + text.length)
      }
    }
  }

  terminal.onData(data => {
    if (!busy) key(data)
  })
  draw()
  return {
    /** Says something between lines, and what was typed stays. */
    say(lines: readonly string[]): void {
      terminal.write('\r\u001b[K')
      print(lines)
      draw()
    },
  }
}
