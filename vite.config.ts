import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'
import { noErrorsAhead, noNames, smallZod } from './scripts/left-out.ts'

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
