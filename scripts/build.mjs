// Bundles server, simulator and workers with esbuild, and the web application with Vite.
import { readdirSync, rmSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { build } from 'esbuild'
import { build as viteBuild } from 'vite'
import { FOR_NODE } from './lib.mjs'

const only = new Set(process.argv.slice(2))
const want = (part) => only.size === 0 || only.has(part)

/** What an earlier version left is kept for a day: an application that was begun with it may still ask for it, ms. */
const KEPT = 24 * 3_600_000

/** Pieces are named by what is in them, so those of earlier versions stay behind: takes them away. */
function removeOld(outdir, outputs) {
  for (const entry of readdirSync(outdir, { recursive: true, withFileTypes: true })) {
    const file = relative('.', join(entry.parentPath ?? entry.path, entry.name))
    const ours = entry.isFile() && /\.js(\.map)?$/.test(file) && !file.startsWith(join(outdir, 'web'))
    if (ours && !outputs.has(file) && Date.now() - statSync(file).mtimeMs > KEPT) rmSync(file)
  }
}

if (want('node')) {
  const { metafile } = await build({
    entryPoints: {
      'server/main': 'server/main.ts',
      'server/worker': 'server/workers/worker.ts',
      'server/convert-half': 'server/workers/convert-half.ts',
      'simulator/main': 'simulator/main.ts',
      'scripts/seed': 'scripts/seed.ts',
      'scripts/bench': 'scripts/bench.ts',
      'scripts/grow': 'scripts/grow.ts',
      'scripts/learnt': 'scripts/learnt.ts',
      'scripts/bench-colour': 'scripts/bench-colour.ts',
      'scripts/make-profiles': 'scripts/make-profiles.ts',
    },
    outdir: 'dist',
    splitting: true,
    metafile: true,
    ...FOR_NODE,
  })
  removeOld('dist', new Set(Object.keys(metafile.outputs)))
}
if (want('web') && (await import('node:fs')).existsSync('vite.config.ts')) await viteBuild({ logLevel: 'warn' })
