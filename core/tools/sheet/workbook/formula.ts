import { LRUCache } from 'lru-cache'
import { parse } from '../formula/parser'
import type { Node } from '../formula/parser'

const trees = new LRUCache<string, Node>({ max: 20_000 })

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
  const tree = parse(text.slice(1))
  trees.set(text, tree)
  return tree
}
