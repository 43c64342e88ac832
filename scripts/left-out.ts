/** What the browser is not given of the packages it is given: each does without, and the first screen waits for less. */
import type { Plugin } from 'vite'

/** A package's file, changed as the application is built. */
const changed = (name: string, file: RegExp, change: (code: string) => string): Plugin => ({
  name,
  apply: 'build',
  transform: (code, id) => (file.test(id) ? { code: change(code), map: null } : null),
})

/** Zod's schemas carry what writes them as JSON Schema. Only the server writes any: 18 kB of what the first screen waits for. */
const noJsonSchema = changed('no-json-schema', /[\\/]zod[\\/]v4[\\/]core[\\/](json-schema-processors|to-json-schema)\.js$/, (code) => {
  const names = [...code.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => name)
  const process = code.includes('export { processSchema as process }') ? ', none as process' : ''
  // One function under all of the names: each by itself would be packed by itself.
  return `const none = () => () => undefined\nexport { ${names.map((name) => `none as ${name}`).join(', ')}${process} }\n`
})

/** Zod follows values that contain themselves. No document of ours can, and JSON cannot bring one; Zod's own small build does without too. */
const noCycles = changed(
  'no-cycles',
  /[\\/]zod[\\/]v4[\\/]core[\\/]memoizer\.js$/,
  () =>
    'export class $ZodCyclicError extends Error {}\nexport const memoizer = () => undefined\nexport const isRecursiveSchema = () => false\nexport const isBackEdge = () => false\n',
)

/** Zod’s strings can be asked whether they are an address or a code of many a kind. Ours never are. */
const noAddresses = changed(
  'no-addresses',
  /[\\/]zod[\\/]v4[\\/]core[\\/]regexes\.js$/,
  (code) =>
    `const never = /$^/\n${code.replace(
      /^export const (ipv4|ipv6|cidrv4|cidrv6|email|base64|base64url|e164|hostname|domain|cuid|cuid2|ulid|xid|ksuid|nanoid|duration|guid) = .*$/gm,
      'export { never as $1 }',
    )}`,
)

/**
 * Zod asks whether it may make code out of text, to check objects faster, and our pages forbid that: what is thrown then makes the browser
 * read all of the script around it again, which takes as long as all of our schemas. It is told beforehand.
 */
const noCodeOfText = changed('no-code-of-text', /[\\/]zod[\\/]v4[\\/]core[\\/]core\.js$/, (code) =>
  code.replace('export const globalConfig = globalThis.__zod_globalConfig;', 'export const globalConfig = { jitless: true };'),
)

/** What the browser, and what works beside it there, need of Zod. */
export const smallZod = (): Plugin[] => [noJsonSchema, noCycles, noAddresses, noCodeOfText]

/**
 * React makes the five errors by which it knows its own throws when it is read, and for where they were made the browser reads all of React again,
 * a fifth of what stands between the script and the first screen. Nobody looks into them: they need to be known, not to be errors.
 */
export const noErrorsAhead = changed('no-errors-ahead', /[\\/]react-dom[\\/]cjs[\\/]react-dom-client\.production\.js$/, (code) =>
  code.replace(/= Error\(formatProdErrorMessage\((460|474|542|461|519)\)\)/g, '= { message: formatProdErrorMessage($1) }'),
)

/** The primitives name their functions for whoever looks into them, which keeps those that nobody uses. */
export const noNames = changed('no-names', /[\\/]@radix-ui[\\/].*\.mjs$/, (code) =>
  code.replace(/static \{\s*__name\(this, "\w+"\);\s*\}|^\s*__name\([\w$]+, "[\w$]+"\);$/gm, ''),
)
