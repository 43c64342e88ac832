// npm run bench: the core's benchmarks, then the time to the first usable set-up screen in a real browser.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { die, needModules, needPackages, root, say } from './lib.mjs'
import { withDemo } from './with-demo.mjs'

needPackages(['mariadb-server', 'chromium'])
needModules()
if (spawnSync(process.execPath, ['scripts/build.mjs'], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] }).status !== 0)
  die('The build failed.')
spawnSync(process.execPath, [join(root, 'dist/scripts/bench.js')], { cwd: root, stdio: 'inherit' })

await withDemo('bench', async ({ browser, base }) => {
  const times = []
  for (let i = 0; i < 6; i++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    const begin = performance.now()
    await page.goto(`${base}/jobs/10/sheet`)
    await page.locator('[data-margin="left"]').waitFor()
    times.push(performance.now() - begin)
    await context.close()
  }
  const blank = []
  for (let i = 0; i < 6; i++) {
    const context = await browser.newContext()
    const page = await context.newPage()
    const begin = performance.now()
    await page.goto(`${base}/api/openapi.json`)
    blank.push(performance.now() - begin)
    await context.close()
  }
  const median = (list) => Number([...list].sort((a, b) => a - b)[Math.floor(list.length / 2)].toFixed(0))
  say(
    JSON.stringify({
      bench: 'time to the first usable set-up screen, empty cache',
      milliseconds: { median: median(times), max: Math.round(Math.max(...times)) },
      rival: { name: 'the same browser opening one plain answer of the same server', milliseconds: median(blank) },
    }),
  )
})
