import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'

/** Where the first set-up screen begins; what these import at once it needs before it can be used. */
const FIRST_SCREEN = ['main.tsx', 'routes/job/job.tsx', 'routes/job/sheet.tsx'].map((file) =>
  fileURLToPath(new URL(`web/${file}`, import.meta.url)),
)
const CORE = fileURLToPath(new URL('core/', import.meta.url))
const isCore = (id: string) => id.startsWith(CORE) || /[\\/]node_modules[\\/]zod[\\/]/.test(id)

interface Graph {
  getModuleInfo(id: string): { importedIds: readonly string[] } | null
}
let reached: Set<string> | null = null
/** Every module the first screen imports, however far down; what is fetched later is not among them. */
function inFirstScreen(graph: Graph): Set<string> {
  if (reached) return reached
  reached = new Set(FIRST_SCREEN)
  for (const id of reached) for (const to of graph.getModuleInfo(id)?.importedIds ?? []) reached.add(to)
  return reached
}

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
    const process = code.includes('export { processSchema as process }') ? 'export { processSchema as process }\n' : ''
    return { code: `${names.map((name) => `export const ${name} = () => () => undefined`).join('\n')}\n${process}`, map: null }
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

/** The primitives name their functions for whoever looks into them, which keeps those that nobody uses. */
const noNames: Plugin = {
  name: 'no-names',
  apply: 'build',
  transform: (code, id) =>
    /[\\/]@radix-ui[\\/].*\.mjs$/.test(id)
      ? { code: code.replace(/static \{\s*__name\(this, "\w+"\);\s*\}|^\s*__name\([\w$]+, "[\w$]+"\);$/gm, ''), map: null }
      : null,
}

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss(), noJsonSchema, noCycles, noNames],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        // What every screen needs lies together: packed as one it is smaller, and asked for once. Primitives, tables,
        // charts and drawings stay in chunks of their own and come where they are used.
        advancedChunks: {
          groups: [
            {
              name: 'base',
              test: /node_modules[\\/](react|react-dom|scheduler|react-router|react-hotkeys-hook|@tanstack[\\/](react-query|query-core))[\\/]/,
            },
            { debugName: 'core', name: (id, graph) => (isCore(id) && inFirstScreen(graph).has(id) ? 'core' : null) },
            {
              name: 'parts',
              test: /[\\/]web[\\/](keys[\\/]|ui[\\/](button|icon|icons|key-hint|tip|field|text-field|typed-field|reading|tidied|length-field|states|tabs|fold|mark|panes|when-idle|toast|offers)\.tsx?)/,
            },
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
  worker: { format: 'es' },
})
