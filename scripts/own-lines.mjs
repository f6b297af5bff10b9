/**
 * A rule of the linter: how long a function may be, without the functions that stand in it. Those have the limit to
 * themselves, so a service or a composable is a list of short functions, and long work is told whichever way it is
 * nested. `most` is for a function's own lines, `mostInAll` for all that stands between its ends.
 */
export const ownLines = {
  meta: { type: 'suggestion', schema: [{ type: 'object' }] },
  create(context) {
    const [{ most, mostInAll }] = context.options
    const open = []
    const linesOf = ({ loc }) => loc.end.line - loc.start.line + 1
    const enter = () => open.push(0)
    function leave(node) {
      const inside = open.pop()
      const whole = linesOf(node)
      if (open.length > 0) open[open.length - 1] += whole
      const own = whole - inside
      if (own > most) context.report({ node, message: `A function of ${own} lines of its own; at most ${most}.` })
      if (whole > mostInAll)
        context.report({ node, message: `A function of ${whole} lines with those in it; at most ${mostInAll}.` })
    }
    const kinds = ['FunctionDeclaration', 'FunctionExpression', 'ArrowFunctionExpression']
    return Object.fromEntries(
      kinds.flatMap(kind => [
        [kind, enter],
        [`${kind}:exit`, leave],
      ]),
    )
  },
}
