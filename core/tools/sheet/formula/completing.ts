import { sure } from '../../../ground/sure'
import { functionNamed, functionNames } from './functions'

export interface Completion {
  /** What would stand there: a function with its bracket, or a name. */
  text: string
  about: string
}

/** Help with a formula that is being typed. */
export interface FormulaHelp {
  /** The word at the caret, from its first place in the text on, and what it could become. */
  from: number
  options: readonly Completion[]
  /** The function whose brackets the caret is in, and which of its arguments, counted from 0. */
  call: {
    name: string
    about: string
    parameters: readonly { name: string; optional: boolean; rest: boolean }[]
    at: number
  } | null
}

const MOST = 8

/** The text up to the caret without what stands in quotes: every quoted character becomes a space. */
function unquoted(text: string): string {
  return text.replace(/"(?:[^"]|"")*"?|'(?:[^']|'')*'?(?=!|$)/g, found => ' '.repeat(found.length))
}

function openCall(before: string): FormulaHelp['call'] {
  const open: { name: string; at: number }[] = []
  const pattern = /([\p{L}_][\p{L}\p{N}_.]*)?\(|\)|[,;]|[{}]/gu
  let inArray = 0
  for (const match of before.matchAll(pattern)) {
    const [text, name] = match
    if (text.endsWith('(')) open.push({ name: name?.toUpperCase() ?? '', at: 0 })
    else if (text === ')') open.pop()
    else if (text === '{') inArray += 1
    else if (text === '}') inArray -= 1
    else if (inArray === 0 && open.length > 0) sure(open.at(-1)).at += 1
  }
  const call = open.findLast(({ name }) => name !== '')
  const found = call && functionNamed(call.name)
  if (!found) return null
  const parameters = found.parameters.map(({ name, optional, rest }) => ({ name, optional, rest }))
  return { name: found.name, about: found.about, parameters, at: Math.min(call.at, Math.max(0, parameters.length - 1)) }
}

/** Help for a formula at a caret. `names`: the workbook's own. Nothing where no formula is being typed. */
export function formulaHelp(text: string, caret: number, names: readonly string[]): FormulaHelp {
  if (!text.startsWith('=')) return { from: caret, options: [], call: null }
  const before = unquoted(text.slice(0, caret))
  const word = /[\p{L}_][\p{L}\p{N}_.]*(?:\[[^\]]*)?$/u.exec(before)
  const call = openCall(before)
  const after = text[caret] ?? ''
  if (!word || /[\p{L}\p{N}_.(]/u.test(after) || /[$!]$/.test(before.slice(0, word.index)))
    return { from: caret, options: [], call }
  const wanted = word[0].toUpperCase()
  const known = functionNames
    .filter(name => name.startsWith(wanted))
    .sort((one, other) => one.length - other.length || (one < other ? -1 : 1))
  const options = [
    ...names
      .filter(name => name.toUpperCase().startsWith(wanted))
      .map(name => ({ text: name, about: name.endsWith(']') ? 'part of a table' : 'a name of this workbook' })),
    ...known.map(name => ({ text: `${name}(`, about: sure(functionNamed(name)).about })),
  ]
  return { from: word.index, options: options.slice(0, MOST), call }
}
