// npm run bench: the core's benchmarks, then the time to the first usable set-up screen in a real browser, then studios.
//   npm run bench -- studios     only what fifty more studios cost
//   npm run bench -- several     only what many pictures cost in the browser
//   npm run bench -- growth [N]  only what a log of N runs costs, a million unless it is said (takes a quarter of an hour)
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { dragFrames } from './bench-frames.mjs'
import { benchGrowth } from './bench-growth.mjs'
import { benchSeveral } from './bench-several.mjs'
import { benchStudios } from './bench-studios.mjs'
import { die, needModules, needPackages, root, say } from './lib.mjs'
import { withDemo } from './with-demo.mjs'

needPackages(['mariadb-server', 'chromium', 'liblcms2-utils', 'libvips-tools', 'argyll'])
needModules()
if (spawnSync(process.execPath, ['scripts/build.mjs'], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] }).status !== 0)
  die('The build failed.')
if (process.argv[2] === 'studios') {
  await withDemo('bench', ({ base }) => benchStudios(base))
  process.exit(0)
}
if (process.argv[2] === 'growth') {
  const runs = Number(process.argv[3] ?? 1_000_000)
  await withDemo('bench-growth', ({ base, env }) => benchGrowth(base, env, runs))
  process.exit(0)
}
if (process.argv[2] === 'several') {
  await withDemo('bench', ({ browser, base }) => benchSeveral(browser, base))
  process.exit(0)
}
for (const name of ['bench', 'bench-colour'])
  spawnSync(process.execPath, [join(root, `dist/scripts/${name}.js`)], { cwd: root, stdio: 'inherit' })

await withDemo('bench', async ({ browser, base }) => {
  const times = []
  for (let i = 0; i < 6; i++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    const begin = performance.now()
    await page.goto(`${base}/lantern-wharf/jobs/10/sheet`)
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

  // What the browser's main thread does while colour is worked on beside it.
  const proofing = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await proofing.goto(`${base}/lantern-wharf/jobs/11/colour`)
  await proofing.locator('[data-proof-ms]').waitFor()
  await proofing.evaluate(() => {
    window.longTasks = []
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) window.longTasks.push(Math.round(entry.duration))
    }).observe({ type: 'longtask' })
  })
  const repaints = []
  for (const intent of ['Perceptual', 'Saturation', 'Absolute', 'Relative', 'Perceptual', 'Relative']) {
    await proofing.getByRole('radio', { name: intent }).click()
    await proofing.waitForTimeout(700)
    repaints.push(Number(await proofing.locator('[data-proof-ms]').getAttribute('data-proof-ms')))
  }
  for (const view of ['Candidates', 'Intents', 'Papers', 'Who manages']) {
    await proofing.getByRole('tab', { name: view }).click()
    await proofing.waitForTimeout(1500)
  }
  say(
    JSON.stringify({
      bench: 'colour in the browser: a change of intent in the worker, and tasks over 50 ms on the main thread meanwhile',
      milliseconds: { median: [...repaints].sort((a, b) => a - b)[3], max: Math.max(...repaints) },
      budget: 60,
      longTasks: await proofing.evaluate(() => window.longTasks),
    }),
  )
  await proofing.context().close()

  // Dragging the picture about: what each frame takes to answer the hand, against the display's own 60 a second.
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await page.goto(`${base}/lantern-wharf/jobs/10/sheet`)
  say(
    JSON.stringify({
      bench: 'a frame while the picture is dragged, headless Chromium without a graphics card',
      ...(await dragFrames(page)),
    }),
  )
  await context.close()
  await benchSeveral(browser, base)
  await benchStudios(base)
})
