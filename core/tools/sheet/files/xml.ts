import { XMLParser } from 'fast-xml-parser'
import { UnreadableFile } from './archive'

/** An element of a document: its name without a prefix, what it says about itself, and what stands in it. */
export interface Element {
  name: string
  attributes: Readonly<Record<string, string>>
  children: readonly Element[]
  /** Its own text, without what stands in its children. */
  text: string
  /** Text and children in their order. */
  inside: readonly (string | Element)[]
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
  removeNSPrefix: true,
})

type Parsed = Record<string, unknown>

function elementFrom(parsed: Parsed): Element | null {
  const name = Object.keys(parsed).find(key => key !== ':@')
  if (name === undefined || name === '#text' || name.startsWith('?')) return null
  const inside = ((parsed[name] ?? []) as Parsed[]).flatMap((child): (string | Element)[] => {
    if ('#text' in child) return [String(child['#text'])]
    const element = elementFrom(child)
    return element ? [element] : []
  })
  return {
    name,
    attributes: (parsed[':@'] ?? {}) as Record<string, string>,
    children: inside.filter(one => typeof one !== 'string'),
    text: inside.filter(one => typeof one === 'string').join(''),
    inside,
  }
}

/** The root of a document. Throws an UnreadableFile for what is no XML. */
export function readXml(text: string): Element {
  try {
    const parsed = parser.parse(text) as Parsed[]
    const root = parsed.map(elementFrom).find(element => element !== null)
    if (root) return root
  } catch {
    // Said below in our words.
  }
  throw new UnreadableFile('A part of this file is no XML.')
}

/** Children of an element by their name. */
export const childrenOf = (element: Element | undefined, name: string): Element[] =>
  element?.children.filter(child => child.name === name) ?? []
export const childOf = (element: Element | undefined, ...path: readonly string[]): Element | undefined =>
  path.reduce((at, name) => at?.children.find(child => child.name === name), element)
/** Everything below an element that has this name. */
export const allOf = (element: Element | undefined, name: string): Element[] =>
  element?.children.flatMap(child => [...(child.name === name ? [child] : []), ...allOf(child, name)]) ?? []

/** A logical attribute: 1 or true. */
export const isOn = (value: string | undefined): boolean => value === '1' || value === 'true'

/** Text as it stands in XML, also between quotes; what XML can’t hold is left out. */
export const escaped = (text: string): string =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
