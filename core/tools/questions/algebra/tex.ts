import { sure } from '../../../ground/sure'
import type { Formula, FunctionName, RelationSign, Tree } from './tree'
import { bare } from './tree'

const SIGNS: Readonly<Record<RelationSign, string>> = {
  '=': '=',
  '≠': '\\ne',
  '<': '<',
  '>': '>',
  '≤': '\\le',
  '≥': '\\ge',
}
const NAMED: Readonly<Partial<Record<FunctionName, string>>> = {
  ln: '\\ln',
  log: '\\lg',
  exp: '\\exp',
  sin: '\\sin',
  cos: '\\cos',
  tan: '\\tan',
}
const LOW = '₀₁₂₃₄₅₆₇₈₉'

function nameTex(name: string): string {
  if (name === 'π') return '\\pi '
  const [, stem = name, low = ''] = /^(\p{L}+)_?(.*)$/u.exec(name) ?? []
  const plain = [...low].map(one => (LOW.includes(one) ? String(LOW.indexOf(one)) : one)).join('')
  const shown = [...stem].length > 1 ? `\\mathrm{${stem}}` : stem
  return plain === '' ? `${shown} ` : `${shown}_{${plain}}`
}

/** Two letters, or a number and a letter, stand side by side; two numbers need a sign between them. */
function factorTex(left: Tree, right: Tree): string {
  const begins = (tree: Tree): Tree =>
    tree.is === 'times' || tree.is === 'power' || tree.is === 'over' ? begins(tree.left) : tree
  const first = begins(right)
  const needsSign = first.is === 'number' || first.is === 'negative' || (right.is === 'over' && left.is === 'number')
  const isWord = right.is === 'name' && [...right.name].length > 1
  return `${treeTex(left)}${needsSign ? ' \\cdot ' : isWord ? '\\,' : ''}${treeTex(right)}`
}

function treeTex(tree: Tree): string {
  switch (tree.is) {
    case 'number':
      return tree.text
    case 'name':
      return nameTex(tree.name)
    case 'negative':
      return `-${treeTex(tree.of)}`
    case 'brackets':
      return `\\left(${treeTex(tree.of)}\\right)`
    case 'plus':
      return `${treeTex(tree.left)}+${treeTex(tree.right)}`
    case 'minus':
      return `${treeTex(tree.left)}-${treeTex(tree.right)}`
    case 'times':
      return factorTex(tree.left, tree.right)
    case 'over':
      // A line does what brackets would do.
      return `\\frac{${treeTex(bare(tree.left))}}{${treeTex(bare(tree.right))}}`
    case 'power':
      return `{${treeTex(tree.left)}}^{${treeTex(bare(tree.right))}}`
    case 'call':
      return callTex(tree.name, bare(tree.of))
  }
}
function callTex(name: FunctionName, of: Tree): string {
  const inside = treeTex(of)
  if (name === 'sqrt') return `\\sqrt{${inside}}`
  if (name === 'cbrt') return `\\sqrt[3]{${inside}}`
  if (name === 'abs') return `\\left|${inside}\\right|`
  return `${sure(NAMED[name])}\\left(${inside}\\right)`
}

/** A formula in TeX’s notation, for drawing it. Letters and digits alone come into it from outside. */
export const toTex = (formula: Formula): string =>
  formula.is === 'relation'
    ? `${treeTex(formula.left)}${SIGNS[formula.sign]} ${treeTex(formula.right)}`
    : treeTex(formula)
