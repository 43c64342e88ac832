// Where a small change can be made to a file, and what it would then say.
import { parse } from '@babel/parser'

/** Names that stand for the two ends of one thing: a slip between them compiles and is easily made. */
const PAIRS = [
  ['x', 'y'],
  ['w', 'h'],
  ['left', 'right'],
  ['leading', 'trailing'],
  ['min', 'max'],
  ['every', 'some'],
  ['floor', 'ceil'],
  ['first', 'second'],
]
const OTHER = new Map(
  PAIRS.flatMap(([a, b]) => [
    [a, b],
    [b, a],
  ]),
)
const OPERATORS = {
  '<': ['<=', '>='],
  '<=': ['<', '>'],
  '>': ['>=', '<='],
  '>=': ['>', '<'],
  '===': ['!=='],
  '!==': ['==='],
  '&&': ['||'],
  '||': ['&&'],
  '+': ['-'],
  '-': ['+'],
  '*': ['/'],
  '/': ['*'],
  '%': ['*'],
}
const isText = (node) =>
  node.type === 'StringLiteral' ||
  node.type === 'TemplateLiteral' ||
  (node.type === 'BinaryExpression' && (isText(node.left) || isText(node.right)))

/** A third more; whole numbers stay whole and change by one at the least. */
const third = (value) => (Number.isInteger(value) ? value + Math.max(1, Math.round(value / 3)) : Number(((value * 4) / 3).toPrecision(6)))

/** What stands between two nodes, with the operator in it exchanged. */
const between = (code, from, to, was, now) => {
  const at = code.indexOf(was, from)
  return at >= 0 && at < to ? { from: at, to: at + was.length, text: now } : null
}

function* changesAt(node, parent, code) {
  switch (node.type) {
    case 'BinaryExpression':
    case 'LogicalExpression': {
      if (node.operator === '+' && isText(node)) return
      for (const now of OPERATORS[node.operator] ?? []) {
        const change = between(code, node.left.end, node.right.start, node.operator, now)
        if (change) yield { kind: `${node.operator} to ${now}`, ...change }
      }
      // A factor forgotten: copies, sides, a correction.
      if (node.operator === '*') yield { kind: 'factor dropped', from: node.left.end, to: node.right.end, text: '' }
      return
    }
    case 'NumericLiteral':
      if (parent?.type === 'MemberExpression') return
      yield { kind: 'a third more', from: node.start, to: node.end, text: String(third(node.value)) }
      return
    case 'BooleanLiteral':
      yield { kind: 'the other truth', from: node.start, to: node.end, text: String(!node.value) }
      return
    case 'UnaryExpression':
      if (node.operator === '!' || node.operator === '-')
        yield { kind: `${node.operator} dropped`, from: node.start, to: node.argument.start, text: '' }
      return
    case 'ConditionalExpression':
      yield {
        kind: 'the other branch',
        from: node.consequent.start,
        to: node.alternate.end,
        text: `${code.slice(node.alternate.start, node.alternate.end)} : ${code.slice(node.consequent.start, node.consequent.end)}`,
      }
      return
    case 'MemberExpression':
    case 'OptionalMemberExpression':
      if (!node.computed && OTHER.has(node.property.name))
        yield {
          kind: `${OTHER.get(node.property.name)} for ${node.property.name}`,
          from: node.property.start,
          to: node.property.end,
          text: OTHER.get(node.property.name),
        }
      return
    default:
  }
}

/** Types say nothing at run time; through these the expression inside still counts. */
const THROUGH = new Set(['TSAsExpression', 'TSSatisfiesExpression', 'TSNonNullExpression', 'TSTypeAssertion'])

function* walk(node, parent, code) {
  yield* changesAt(node, parent, code)
  for (const [key, value] of Object.entries(node)) {
    if (key === 'typeAnnotation' || key === 'typeParameters' || key === 'typeArguments' || key === 'returnType') continue
    for (const child of Array.isArray(value) ? value : [value])
      if (
        child &&
        typeof child.type === 'string' &&
        typeof child.start === 'number' &&
        (!child.type.startsWith('TS') || THROUGH.has(child.type))
      )
        yield* walk(child, node, code)
  }
}

/**
 * Every small change of one TypeScript file.
 * @returns {{ line: number, kind: string, from: number, to: number, text: string }[]} in the order of the file
 */
export function pointsIn(code) {
  const tree = parse(code, { sourceType: 'module', plugins: ['typescript'] })
  const lineOf = (at) => code.slice(0, at).split('\n').length
  return [...walk(tree.program, null, code)].sort((a, b) => a.from - b.from || a.to - b.to).map((p) => ({ line: lineOf(p.from), ...p }))
}

/** Whether the file can still be read with the change made: a bracket may stand between what belongs together. */
export function reads(code, { from, to, text }) {
  try {
    parse(code.slice(0, from) + text + code.slice(to), { sourceType: 'module', plugins: ['typescript'] })
    return true
  } catch {
    return false
  }
}
