import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'

const inWeb = (file: string) => fileURLToPath(new URL(`web/${file}`, import.meta.url))
/** Where every screen begins, and where the first set-up screen goes on; what these import at once it needs before it can be used. */
const EVERY_SCREEN = [inWeb('main.tsx')]
const FIRST_SCREEN = [...EVERY_SCREEN, inWeb('routes/job/job.tsx'), inWeb('routes/job/sheet.tsx')]
const CORE = fileURLToPath(new URL('core/', import.meta.url))
const isCore = (id: string) => id.startsWith(CORE) || /[\\/]node_modules[\\/]zod[\\/]/.test(id)

interface Graph {
  getModuleInfo(id: string): { importedIds: readonly string[] } | null
}
const reached = new Map<readonly string[], Set<string>>()
/** Whether a module is imported by these, however far down; what is fetched later is not. */
function isReached(from: readonly string[], id: string, graph: Graph): boolean {
  const known = reached.get(from)
  if (known) return known.has(id)
  const all = new Set(from)
  for (const one of all) for (const to of graph.getModuleInfo(one)?.importedIds ?? []) all.add(to)
  reached.set(from, all)
  return all.has(id)
}
const inFirstScreen = (id: string, graph: Graph) => isReached(FIRST_SCREEN, id, graph)
const PARTS =
  /[\\/]web[\\/](keys[\\/]|ui[\\/](button|icon|icons|key-hint|tip|field|text-field|typed-field|reading|tidied|length-field|states|tabs|fold|mark|panes|when-idle|toast|offers)\.tsx?)/
/** A chunk for modules that are like this, but for what the first screen waits for. */
const after = (name: string, like: RegExp) => ({
  debugName: name,
  name: (id: string, graph: Graph) => (like.test(id) && !inFirstScreen(id, graph) ? name : null),
})

/**
 * Zod's schemas carry what writes them as JSON Schema. Only the server writes any: in the browser it is left out, 18 kB of what
 * the first screen waits for.
 */
const noJsonSchema: Plugin = {
  name: 'no-json-schema',
  apply: 'build',
  transform(code, id) {
    if (!/[\\/]zod[\\/]v4[\\/]core[\\/](json-schema-processors|to-json-schema)\.js$/.test(id)) return null
    const names = [...code.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => name)
    const process = code.includes('export { processSchema as process }') ? ', none as process' : ''
    // One function under all of the names: each by itself would be packed by itself.
    return {
      code: `const none = () => () => undefined\nexport { ${names.map((name) => `none as ${name}`).join(', ')}${process} }\n`,
      map: null,
    }
  },
}

/**
 * Zod follows values that contain themselves. No document of ours can, and JSON cannot bring one: in the browser it goes without,
 * as Zod's own small build does.
 */
const noCycles: Plugin = {
  name: 'no-cycles',
  apply: 'build',
  transform: (_, id) =>
    /[\\/]zod[\\/]v4[\\/]core[\\/]memoizer\.js$/.test(id)
      ? {
          code: 'export class $ZodCyclicError extends Error {}\nexport const memoizer = () => undefined\nexport const isRecursiveSchema = () => false\nexport const isBackEdge = () => false\n',
          map: null,
        }
      : null,
}

/** Zod’s strings can be asked whether they are an address or a code of many a kind. Ours never are: the browser goes without the patterns. */
const noAddresses: Plugin = {
  name: 'no-addresses',
  apply: 'build',
  transform: (code, id) =>
    /[\\/]zod[\\/]v4[\\/]core[\\/]regexes\.js$/.test(id)
      ? {
          code: `const never = /$^/\n${code.replace(
            /^export const (ipv4|ipv6|cidrv4|cidrv6|email|base64|base64url|e164|hostname|domain|cuid|cuid2|ulid|xid|ksuid|nanoid|duration|guid) = .*$/gm,
            'export { never as $1 }',
          )}`,
          map: null,
        }
      : null,
}

/**
 * Zod asks whether it may make code out of text, to check objects faster, and our pages forbid that: what is thrown then makes the browser
 * read all of the script around it again, which takes as long as all of our schemas. It is told beforehand.
 */
const noCodeOfText: Plugin = {
  name: 'no-code-of-text',
  apply: 'build',
  transform: (code, id) =>
    /[\\/]zod[\\/]v4[\\/]core[\\/]core\.js$/.test(id)
      ? {
          code: code.replace(
            'export const globalConfig = globalThis.__zod_globalConfig;',
            'export const globalConfig = { jitless: true };',
          ),
          map: null,
        }
      : null,
}

/** What the browser, and what works beside it there, need of Zod. */
const smallZod = () => [noJsonSchema, noCycles, noAddresses, noCodeOfText]

/**
 * React makes the five errors by which it knows its own throws when it is read, and for where they were made the browser reads all of React again,
 * a fifth of what stands between the script and the first screen. Nobody looks into them: they need to be known, not to be errors.
 */
const noErrorsAhead: Plugin = {
  name: 'no-errors-ahead',
  apply: 'build',
  transform: (code, id) =>
    /[\\/]react-dom[\\/]cjs[\\/]react-dom-client\.production\.js$/.test(id)
      ? {
          code: code.replace(/= Error\(formatProdErrorMessage\((460|474|542|461|519)\)\)/g, '= { message: formatProdErrorMessage($1) }'),
          map: null,
        }
      : null,
}

/** The primitives name their functions for whoever looks into them, which keeps those that nobody uses. */
const noNames: Plugin = {
  name: 'no-names',
  apply: 'build',
  transform: (code, id) =>
    /[\\/]@radix-ui[\\/].*\.mjs$/.test(id)
      ? { code: code.replace(/static \{\s*__name\(this, "\w+"\);\s*\}|^\s*__name\([\w$]+, "[\w$]+"\);$/gm, ''), map: null }
      : null,
}

/** The set-up screen is where the work is done: whatever is opened first, its code is fetched along, and read when it is wanted. */
const sheetAhead: Plugin = {
  name: 'sheet-ahead',
  apply: 'build',
  transformIndexHtml: {
    order: 'post',
    handler: (_, { bundle }) =>
      Object.values(bundle ?? {}).flatMap((chunk) =>
        chunk.type === 'chunk' && chunk.name === 'sheet'
          ? [{ tag: 'link', attrs: { rel: 'modulepreload', crossorigin: true, href: `/${chunk.fileName}` }, injectTo: 'head' as const }]
          : [],
      ),
  },
}

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss(), ...smallZod(), noErrorsAhead, noNames, sheetAhead],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        // What is needed together lies together: packed as one it is smaller, and asked for once. Tables, charts and each
        // screen's own come where they are used.
        codeSplitting: {
          groups: [
            {
              name: 'base',
              test: /node_modules[\\/](react|react-dom|scheduler|react-router|react-hotkeys-hook|@tanstack[\\/](react-query|query-core))[\\/]/,
            },
            { debugName: 'core', name: (id, graph) => (isCore(id) && inFirstScreen(id, graph) ? 'core' : null) },
            {
              debugName: 'parts',
              name: (id, graph) =>
                PARTS.test(id) || (id.startsWith(inWeb('')) && !EVERY_SCREEN.includes(id) && isReached(EVERY_SCREEN, id, graph))
                  ? 'parts'
                  : null,
            },
            {
              debugName: 'sheet',
              name: (id, graph) => (inFirstScreen(id, graph) && !isReached(EVERY_SCREEN, id, graph) ? 'sheet' : null),
            },
            after('readouts', /[\\/]node_modules[\\/]date-fns[\\/]|[\\/]web[\\/]ui[\\/](ago|days|progress|swatch)\.tsx?$/),
            after(
              'dialogs',
              /[\\/]node_modules[\\/](@radix-ui|@floating-ui|react-remove-scroll|react-style-singleton|aria-hidden|cmdk)|[\\/]web[\\/]ui[\\/](dialog|menu|popover|find-list|best-matches|combobox|select|check|radio|toggle|slider)\.tsx$/,
            ),
            after(
              'forms',
              /[\\/]node_modules[\\/](react-hook-form|@hookform)[\\/]|[\\/]web[\\/]ui[\\/](record-form|number-field|size-field|day-field|unsaved-guard|options|field-set)\.tsx?$/,
            ),
            after(
              'hands',
              /[\\/]node_modules[\\/]d3-(drag|zoom|selection|interpolate|transition|dispatch|timer|ease|color)[\\/]|[\\/]core[\\/]sheet[\\/]snap\.ts$/,
            ),
          ],
        },
      },
    },
  },
  // The router names its development build for everybody; the other leaves out its warnings.
  resolve: {
    alias: [
      {
        find: /^react-router$/,
        replacement: fileURLToPath(new URL('node_modules/react-router/dist/production/index.mjs', import.meta.url)),
      },
    ],
  },
  worker: { format: 'es', plugins: smallZod },
})
