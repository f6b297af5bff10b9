import type { Rational } from '../../../ground/numbers'

export const FUNCTIONS = ['sqrt', 'cbrt', 'abs', 'ln', 'log', 'exp', 'sin', 'cos', 'tan'] as const
export type FunctionName = (typeof FUNCTIONS)[number]
export const RELATIONS = ['=', '≠', '<', '>', '≤', '≥'] as const
export type RelationSign = (typeof RELATIONS)[number]
export const OPERATIONS = ['plus', 'minus', 'times', 'over', 'power'] as const
type Operation = (typeof OPERATIONS)[number]

/** A formula as it was read. Brackets that were written stay, for drawing it as it stands. */
export type Tree =
  | { is: 'number'; value: Rational; text: string }
  | { is: 'name'; name: string }
  | { is: Operation; left: Tree; right: Tree }
  | { is: 'negative'; of: Tree }
  | { is: 'brackets'; of: Tree }
  | { is: 'call'; name: FunctionName; of: Tree }
/** What is said of two sides. */
export interface Relation {
  is: 'relation'
  sign: RelationSign
  left: Tree
  right: Tree
}
export type Formula = Tree | Relation

/** Without the brackets around it. */
export function bare(tree: Tree): Tree {
  return tree.is === 'brackets' ? bare(tree.of) : tree
}

/** The names in a formula. */
export function namesIn(formula: Formula): Set<string> {
  switch (formula.is) {
    case 'number':
      return new Set()
    case 'name':
      return new Set([formula.name])
    case 'negative':
    case 'brackets':
    case 'call':
      return namesIn(formula.of)
    default:
      return new Set([...namesIn(formula.left), ...namesIn(formula.right)])
  }
}
