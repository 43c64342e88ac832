// Which unit tests see a file, the nearest first.
import { readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

const IMPORT = /(?:from|import\()\s*'(\.[^']+)'/g

/**
 * Who imports whom, the other way round.
 * @param {string[]} files paths from the project's root
 */
export function importersOf(root, files) {
  const known = new Set(files)
  const importers = new Map()
  for (const file of files)
    for (const [, to] of readFileSync(join(root, file), 'utf8').matchAll(IMPORT)) {
      const target = join(dirname(file), to)
      if (known.has(target)) importers.set(target, [...(importers.get(target) ?? []), file])
    }
  return importers
}

/** The tests that import a file, directly or through others: the nearest first, and a quick one before many slow ones. */
export function testsOf(file, importers, seconds) {
  const steps = new Map([[file, 0]])
  for (const at of steps.keys()) for (const by of importers.get(at) ?? []) if (!steps.has(by)) steps.set(by, steps.get(at) + 1)
  const tests = [...steps.keys()].filter((f) => f.endsWith('.test.ts'))
  const own = (test) => test === file.replace(/\.tsx?$/, '.test.ts')
  const beside = (test) => (dirname(test) === dirname(file) ? 0 : 1)
  // Its own test first; a slow one last, however near it is: a table of all limits takes a fifth of a second.
  const cost = (test) => (own(test) ? 0 : steps.get(test) + beside(test) + 4 * (seconds.get(test) ?? 1))
  return tests.sort((a, b) => cost(a) - cost(b))
}
