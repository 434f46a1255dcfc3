/**
 * A function of more than a few lines has a name: its own, or that of what it is given to at once (`const rows =
 * computed(() => …)`, `const save = () => attempt(async () => …)`).
 */
const MOST = 5

function lends(node) {
  const { type, init, value, right, body, parent } = node
  if (type === 'VariableDeclarator') return Boolean(init)
  if (type === 'Property' || type === 'PropertyDefinition') return Boolean(value)
  if (type === 'AssignmentExpression') return Boolean(right)
  if (type === 'MethodDefinition' || type === 'ExportDefaultDeclaration') return true
  // the arrow whose whole body it is
  return type === 'ArrowFunctionExpression' && body.type !== 'BlockStatement' && lends(parent)
}
const isNamed = (node) =>
  Boolean(node.id) || lends(node.parent) || (node.parent.type === 'CallExpression' && lends(node.parent.parent))

export default {
  meta: { type: 'suggestion', schema: [] },
  create(context) {
    function look(node) {
      const lines = node.loc.end.line - node.loc.start.line - 1
      if (lines > MOST && !isNamed(node)) context.report({ node, message: `${lines} lines without a name` })
    }
    return { ArrowFunctionExpression: look, FunctionExpression: look }
  },
}
