/** Groups of three digits behind commas: 1,000 and 12,345,678.90, and no other comma. */
const GROUPED = /(?<![\d.,])[1-9]\d{0,2}(?:,\d{3})+(?![\d,])/g

const withoutGroups = (line: string): string => line.replace(GROUPED, found => found.replaceAll(',', ''))

/** Whether a comma stands where it could be meant for a decimal point: that is asked, and never guessed. */
export const hasStrayComma = (line: string): boolean => withoutGroups(line).includes(',')

/** Where what is open at a place began: behind the bracket that isn't closed before it. */
function beginningOf(text: string, place: number): number {
  let closed = 0
  for (let at = place - 1; at >= 0; at -= 1) {
    if (text[at] === ')') closed += 1
    else if (text[at] === '(' && closed === 0) return at + 1
    else if (text[at] === '(') closed -= 1
  }
  return 0
}

/** The parser takes `5% + 5` for the rest of a division; what ends in per cent is closed before a sign. */
function withPercentClosed(text: string): string {
  let plain = text
  const open = /%(?=\s*[+-])/g
  for (let found = open.exec(plain); found; found = open.exec(plain)) {
    const from = beginningOf(plain, found.index)
    plain = `${plain.slice(0, from)}(${plain.slice(from, found.index + 1)})${plain.slice(found.index + 1)}`
    open.lastIndex = found.index + 3
  }
  return plain
}

/**
 * A line as the parser reads it: signs of mathematics as those of program text. Per cent is a hundredth, and behind a
 * plus or a minus a hundredth of what stands before that, as on a pocket calculator: 100 − 10 % is 90. Null where a
 * comma could be meant two ways.
 */
export function plainLine(line: string): string | null {
  if (hasStrayComma(line)) return null
  return withPercentClosed(withoutGroups(line).replaceAll('−', '-').replaceAll('×', '*').replaceAll('÷', '/'))
}
