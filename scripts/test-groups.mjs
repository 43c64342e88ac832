// The tests of a folder as one file for Jest. Jest runs every file in a virtual machine of its own, in which all that a test
// imports is linked and set up anew: for most files that takes longer than their tests. In a group it is done once, and each
// file stands in it as a `describe` with its path. A single file is still run by itself: npx jest --selectProjects unit FILE.
import { readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { FOR_NODE, root } from './lib.mjs'

const FOLDERS = ['core', 'demo', 'server', 'simulator', 'web']
const KINDS = {
  unit: (path) => path.endsWith('.test.ts') && !path.endsWith('.app.test.ts'),
  integration: (path) => path.endsWith('.app.test.ts'),
}
/** What kills the server, or asks it anything, is run by itself, and what waits before it says what it tests. */
const APART = /(durability|gaps|fuzz|foreign-printer)\.app\.test\.ts$/

/** All tests of a kind, in groups by the first two folders of their path. */
function groupsOf(kind) {
  const found = new Map()
  for (const folder of FOLDERS)
    for (const path of readdirSync(join(root, folder), { recursive: true }).sort()) {
      if (!KINDS[kind](path)) continue
      const file = `${folder}/${path}`
      const apart = APART.exec(file)?.[1]
      const name = apart ?? file.split('/').slice(0, -1).slice(0, 2).join('-')
      found.set(name, [...(found.get(name) ?? []), file])
    }
  return found
}

/**
 * What the language brings along, by name. In a virtual machine a name that no module declares is asked for through the
 * machine’s global object at every use, which cost a sixth of the processor: a group declares these. `Date` is left out, since
 * a test may set the clock.
 */
const BROUGHT_ALONG = `const { Array, ArrayBuffer, BigInt, Boolean, DataView, Error, Float32Array, Float64Array, Int16Array, Int32Array, Int8Array,
  JSON, Map, Math, Number, Object, Promise, RangeError, RegExp, Set, String, Symbol, TypeError, Uint16Array, Uint32Array, Uint8Array,
  Uint8ClampedArray, WeakMap } = globalThis`

const own = (file) => JSON.stringify(`./${file}`)

/**
 * Writes one file for Jest for each group.
 * @param kind `unit` or `integration`: the folder of var/tests they lie in
 */
export async function bundleTests(kind) {
  // Only now: who clones and runs the tests has no packages yet when this file is read.
  const { build } = await import('esbuild')
  const dir = join(root, 'var/tests', kind)
  rmSync(dir, { recursive: true, force: true })
  await Promise.all(
    [...groupsOf(kind)].map(([name, files]) =>
      build({
        stdin: {
          contents:
            files.length === 1
              ? `import ${own(files[0])}`
              : files.map((file) => `describe(${JSON.stringify(file)}, () => void require(${own(file)}))`).join('\n'),
          resolveDir: root,
          sourcefile: `${name}.test.js`,
        },
        outfile: join(dir, `${name}.test.mjs`),
        loader: { '.css': 'empty' },
        ...FOR_NODE,
        banner: { js: BROUGHT_ALONG },
      }),
    ),
  )
}
