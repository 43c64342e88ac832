// What the browser takes: until the set-up screen can be used, while a proof changes, and while a picture is dragged.
import { dragFrames } from './bench-frames.mjs'
import { say } from './lib.mjs'

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]
const whole = (list) => ({ median: Math.round(median(list)), max: Math.round(Math.max(...list)) })

/** A page of a browser that has seen nothing of us. */
async function fresh(browser, use) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const found = await use(await context.newPage())
  await context.close()
  return found
}

/** Until the set-up screen can be used, beside a plain answer of the same server, in turn. */
async function firstScreen(browser, base) {
  const times = []
  const plain = []
  for (let i = 0; i < 8; i++) {
    await fresh(browser, async (page) => {
      const begin = performance.now()
      await page.goto(`${base}/lantern-wharf/jobs/10/sheet`)
      await page.locator('[data-margin="left"]').waitFor()
      times.push(performance.now() - begin)
    })
    await fresh(browser, async (page) => {
      const begin = performance.now()
      await page.goto(`${base}/api/openapi.json`)
      plain.push(performance.now() - begin)
    })
  }
  say(
    JSON.stringify({
      bench: 'time to the first usable set-up screen, empty cache',
      milliseconds: whole(times),
      rival: {
        name: 'the same browser opening one plain answer of the same server',
        milliseconds: whole(plain),
        ratio: Number((median(times) / median(plain)).toFixed(2)),
      },
      budget: 1.5,
    }),
  )
}

/** What the browser's main thread does while colour is worked on beside it. */
const whileProofing = (browser, base) =>
  fresh(browser, async (page) => {
    await page.goto(`${base}/lantern-wharf/jobs/11/colour`)
    await page.locator('[data-proof-ms]').waitFor()
    await page.evaluate(() => {
      window.longTasks = []
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries()) window.longTasks.push(Math.round(entry.duration))
      }).observe({ type: 'longtask' })
    })
    const repaints = []
    for (const intent of ['Perceptual', 'Saturation', 'Absolute', 'Relative', 'Perceptual', 'Relative']) {
      await page.getByRole('radio', { name: intent }).click()
      await page.waitForTimeout(700)
      repaints.push(Number(await page.locator('[data-proof-ms]').getAttribute('data-proof-ms')))
    }
    for (const view of ['Candidates', 'Intents', 'Papers', 'Who manages']) {
      await page.getByRole('tab', { name: view }).click()
      await page.waitForTimeout(1500)
    }
    say(
      JSON.stringify({
        bench: 'colour in the browser: a change of intent in the worker, and tasks over 50 ms on the main thread meanwhile',
        milliseconds: whole(repaints),
        budget: 60,
        longTasks: await page.evaluate(() => window.longTasks),
      }),
    )
  })

export async function benchScreens(browser, base) {
  await firstScreen(browser, base)
  await whileProofing(browser, base)
  await fresh(browser, async (page) => {
    await page.goto(`${base}/lantern-wharf/jobs/10/sheet`)
    say(
      JSON.stringify({
        bench: 'a frame while the picture is dragged, headless Chromium without a graphics card',
        ...(await dragFrames(page)),
      }),
    )
  })
}
