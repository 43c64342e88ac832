// Bundles server, simulator and workers with esbuild, and the web application with Vite.
import { build } from 'esbuild'
import { build as viteBuild } from 'vite'
import { FOR_NODE } from './lib.mjs'

const only = new Set(process.argv.slice(2))
const want = (part) => only.size === 0 || only.has(part)

if (want('node')) {
  await build({
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
    ...FOR_NODE,
  })
}
if (want('web') && (await import('node:fs')).existsSync('vite.config.ts')) await viteBuild({ logLevel: 'warn' })
