// The barest runner for tests written for Jest: it stops at the first that fails and says which. Many files share one
// process and their modules, which is what makes asking about hundreds of changes possible; `npm test` runs each by itself.
import { expect } from 'expect'

const scope = (above, name = '') => ({ name, above, before: [], after: [], each: [], afterEach: [], children: [] })
let at = scope(null)

/** A test for every row of a table; rows that are lists are its arguments. */
const each = (declare) => (table) => {
  const lists = table.every(Array.isArray)
  return (name, run) => {
    for (const row of table) declare(name, () => (lists ? run(...row) : run(row)))
  }
}
const test = (name, run) => at.children.push({ name, run })
const describe = (name, body) => {
  const inner = scope(at, name)
  at.children.push(inner)
  at = inner
  body()
  at = inner.above
}
Object.assign(globalThis, {
  expect,
  test: Object.assign(test, { each: each(test) }),
  describe: Object.assign(describe, { each: each(describe) }),
  beforeAll: (run) => at.before.push(run),
  afterAll: (run) => at.after.push(run),
  beforeEach: (run) => at.each.push(run),
  afterEach: (run) => at.afterEach.push(run),
})

async function run(of, before, after) {
  const [first, last] = [
    [...before, ...of.each],
    [...of.afterEach, ...after],
  ]
  try {
    for (const hook of of.before) await hook()
    for (const child of of.children) {
      if (!child.run) await run(child, first, last)
      else {
        for (const hook of first) await hook()
        await child.run()
        for (const hook of last) await hook()
      }
    }
  } finally {
    for (const hook of of.after) await hook()
  }
}

/** Loads a test file and runs it; ends the process with the file's name where a test of it fails. */
export async function ask(file, load) {
  at = scope(null)
  const from = performance.now()
  try {
    await load()
    await run(at, [], [])
  } catch (error) {
    process.stdout.write(`FAILED ${file}\n${String(error?.message).slice(0, 500)}\n`)
    process.exit(1)
  }
  process.stdout.write(`passed ${file} ${((performance.now() - from) / 1000).toFixed(2)}\n`)
}
