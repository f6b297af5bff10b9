import { parse } from '../formula/parser'
import type { Node } from '../formula/parser'

/** Trees by their formulas: those that were asked for lately, and those from before that. */
let [trees, older] = [new Map<string, Node>(), new Map<string, Node>()]
const MOST_TREES = 5_000

/** A formula as it stands in a cell. Its tree is read when it is first asked for, and shared by equal formulas. */
export class Formula {
  #tree: Node | undefined

  /** `text` begins with the equals sign, and can be read. */
  constructor(readonly text: string) {}

  get tree(): Node {
    return (this.#tree ??= treeOf(this.text))
  }
}

function treeOf(text: string): Node {
  const known = trees.get(text)
  if (known) return known
  const tree = older.get(text) ?? parse(text.slice(1))
  if (trees.size >= MOST_TREES) [trees, older] = [new Map(), trees]
  trees.set(text, tree)
  return tree
}
