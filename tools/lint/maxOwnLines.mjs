/**
 * Counts the lines of a function that are its own: neither blank nor comment nor inside a function it holds.
 * A composable is one closure over its state and as long as what it offers; what it *does* is what is left when its
 * inner functions are counted apart, each by the same measure.
 */
const FUNCTIONS = 'FunctionDeclaration, FunctionExpression, ArrowFunctionExpression'

function codeLines(sourceCode, node, taken) {
  const lines = new Set()
  for (const token of sourceCode.getTokens(node)) {
    for (let line = token.loc.start.line; line <= token.loc.end.line; line += 1) {
      if (!taken.has(line)) lines.add(line)
    }
  }
  return lines
}

export default {
  meta: {
    type: 'suggestion',
    schema: [{ type: 'object', properties: { max: { type: 'integer' } }, additionalProperties: false }],
    messages: { long: '{{name}} has {{count}} lines of its own; at most {{max}}.' },
  },
  create(context) {
    const max = context.options[0]?.max ?? 60
    const { sourceCode } = context
    const open = []

    function leave(node) {
      const { inner } = open.pop()
      const lines = codeLines(sourceCode, node, inner)
      if (lines.size > max) {
        const name = node.id?.name ?? node.parent?.id?.name ?? node.parent?.key?.name ?? 'This function'
        context.report({ node, messageId: 'long', data: { name, count: lines.size, max } })
      }
      const outer = open.at(-1)
      // A line a function shares with what stands around it counts for the one around.
      for (let line = node.loc.start.line + 1; line < node.loc.end.line; line += 1) outer?.inner.add(line)
    }

    return {
      [FUNCTIONS]: () => open.push({ inner: new Set() }),
      [`:matches(${FUNCTIONS}):exit`]: leave,
    }
  },
}
