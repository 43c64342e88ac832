import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss()],
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
            { name: 'core', test: /[\\/]core[\\/](plate|sheet|things)[\\/]|node_modules[\\/]zod[\\/]/ },
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
