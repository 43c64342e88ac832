import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { expect, test } from '@playwright/test'
import { saved } from './operator.ts'

const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')
const SCREENS = [
  '/',
  '/jobs/10/brief',
  '/jobs/10/sheet',
  '/jobs/10/colour',
  '/jobs/10/agreement',
  '/jobs/10/load',
  '/jobs/10/run',
  '/printers/gannet/panel',
  '/jobs/6/inspect',
  '/shelf/profiles',
  '/new',
  '/log',
  '/runs/1',
  '/shelf/printers',
  '/shelf/printers/gannet',
  '/jobs/19/sheet',
  '/jobs/24/brief',
  '/shelf/papers',
  '/shelf/papers/saltmarsh-cotton',
  '/shelf/papers/new',
  '/shelf/pairings',
  '/shelf/pairings/gannet/saltmarsh-cotton',
  '/lots/gloss-a4',
  '/shelf/rules',
  '/nowhere',
  '/studios',
]
/** Views behind tabs, each with what shows that it is there. */
const VIEWS: Record<string, [tab: string, ready: string][]> = {
  '/jobs/10/colour': [
    ['Candidates', 'text=/moves [\\d.]+ ΔE/'],
    ['Intents', 'table[aria-label="Intents compared"]'],
    ['Papers', 'table[aria-label="Papers compared"]'],
    ['Strips', 'form[aria-label="Compose strips"]'],
  ],
  '/shelf/profiles?p=gannet-lamproom-baryta': [
    ['Health', 'table[aria-label="Round trips"]'],
    ['Checks', 'table[aria-label="Worst patches"]'],
    ['Compare', 'table[aria-label="Map of differences"]'],
  ],
}
const DESK = { width: 1280, height: 800 }
/** One of the narrower ones. */
const PHONE = { width: 375, height: 812 }

/** What depends on the colours alone is looked at in the dark again. */
const BY_COLOUR = ['color-contrast', 'link-in-text-block']

test('no screen has an accessibility violation, light or dark; none is wider or longer than what stands on it, on a desk or on a phone', async ({
  page,
}) => {
  test.setTimeout(300_000)
  const violations = (rules: string[] | null) =>
    page.evaluate(async (only) => {
      // biome-ignore lint/suspicious/noExplicitAny: axe puts itself on the window
      const result = await (window as any).axe.run(document, { resultTypes: ['violations'], ...(only ? { runOnly: only } : {}) })
      return result.violations.map(
        (v: { id: string; nodes: { html: string }[] }) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`,
      )
    }, rules)
  const inTheme = (theme: string) => page.evaluate((t) => document.documentElement.setAttribute('data-theme', t), theme)
  const looked = async (what: string) => {
    expect(await violations(null), `${what}, light`).toEqual([])
    await inTheme('dark')
    expect(await violations(BY_COLOUR), `${what}, dark`).toEqual([])
    await inTheme('light')
  }
  await page.addInitScript(() => localStorage.setItem('theme', 'light'))
  // What a page's own policy forbids it does not try either: what is thrown then costs more than it saves.
  const forbidden: string[] = []
  await page.exposeFunction('forbidden', (what: string) => forbidden.push(what))
  await page.addInitScript(() =>
    document.addEventListener('securitypolicyviolation', (e) =>
      (window as unknown as { forbidden(what: string): void }).forbidden(e.violatedDirective),
    ),
  )
  for (const path of [...SCREENS, ...Object.keys(VIEWS).filter((path) => !SCREENS.includes(path))]) {
    await page.goto(path === '/studios' ? path : `/lantern-wharf${path}`)
    await expect(page.locator('h1').first()).toBeAttached()
    if (path.includes('colour')) await expect(page.getByLabel('On this paper')).toBeVisible()
    await page.evaluate(AXE)
    await looked(path)
    for (const size of [DESK, PHONE, DESK]) {
      await page.setViewportSize(size)
      // What follows the width has followed it once two frames have been drawn.
      await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
      expect(
        await page.evaluate(() => {
          const { scrollWidth, clientWidth, scrollHeight, clientHeight } = document.documentElement
          const end = Math.ceil((document.querySelector('#root')?.getBoundingClientRect().bottom ?? 0) + scrollY)
          return { aside: Math.max(0, scrollWidth - clientWidth), below: Math.max(0, scrollHeight - Math.max(clientHeight, end)) }
        }),
        `${path} at ${size.width}`,
      ).toEqual({ aside: 0, below: 0 })
    }
    for (const [tab, ready] of VIEWS[path] ?? []) {
      await page.getByRole('tab', { name: tab, exact: true }).click()
      await expect(page.locator(ready).first()).toBeVisible()
      await looked(`${path} ${tab}`)
    }
  }
  expect(forbidden).toEqual([])
})

test('every surface beside a picture is a neutral grey', async ({ page }) => {
  for (const theme of ['light', 'dark']) {
    await page.addInitScript((t) => localStorage.setItem('theme', t), theme)
    await page.goto('/lantern-wharf/jobs/10/colour')
    await expect(page.getByLabel('On this paper')).toBeVisible()
    const coloured = await page.evaluate(() =>
      [...document.querySelectorAll('main *')].flatMap((e) => {
        const [r, g, b, a = 1] = getComputedStyle(e)
          .backgroundColor.match(/[\d.]+/g)
          ?.map(Number) ?? [0, 0, 0]
        return a > 0 && (r !== g || g !== b) ? [`${e.tagName} ${getComputedStyle(e).backgroundColor}`] : []
      }),
    )
    expect(coloured.filter((c) => !c.startsWith('BUTTON'))).toEqual([])
  }
})

test('a size that is no size is said at once, and what was there stays', async ({ page }) => {
  await page.goto('/lantern-wharf/jobs/13/brief')
  const field = page.getByLabel(/^Sheet/)
  for (const wrong of ['🙂', '0 x 0', '-4 × 5', '1e9', 'B5']) {
    await field.fill(wrong)
    await field.press('Enter')
    await expect(page.getByRole('alert')).toBeVisible()
    await expect(page.locator('[data-decision="stock"]')).toContainText('A3')
  }
  await field.fill('8 1/2 x 11 in')
  await field.press('Enter')
  await expect(page.getByText('215.9 × 279.4 mm · 8 1/2 × 11 in')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo' }).click()
  await saved(page)
})

test('a pin that makes the job impossible stops it with a reason and a way back', async ({ page }) => {
  await page.goto('/lantern-wharf/jobs/13/sheet')
  await page.locator('[data-decision="path"]').click()
  await page.getByRole('button', { name: 'Pin Rear feeder' }).click()
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText('0.47 mm thick')
  await expect(page.locator('[data-role="sheet"]').first()).toBeVisible()
  await page
    .getByRole('region', { name: 'Findings' })
    .getByRole('button', { name: /Use Fine-art slot/ })
    .first()
    .click()
  await expect(page.getByRole('region', { name: 'Findings' })).not.toContainText('0.47 mm thick')
  await page.getByRole('button', { name: 'Close', exact: true }).first().click()
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await saved(page)
})

test('two browsers on one job: the second is told, and nothing is overwritten', async ({ browser }) => {
  const [a, b] = await Promise.all([browser.newPage(), browser.newPage()])
  await Promise.all([a.goto('/lantern-wharf/jobs/16/brief'), b.goto('/lantern-wharf/jobs/16/brief')])
  await Promise.all([expect(a.getByLabel('Notes')).toBeVisible(), expect(b.getByLabel('Notes')).toBeVisible()])
  // The second one is cut off from the news while both write.
  await b.context().setOffline(true)
  await b.getByLabel('Notes').fill('from the second')
  await expect(b.locator('[data-save="away"]')).toBeVisible()
  await a.getByLabel('Notes').fill('from the first')
  await saved(a)
  await b.context().setOffline(false)
  await expect(b.getByText('This job has been changed elsewhere')).toBeVisible()
  await expect(b.getByLabel('Notes')).toHaveValue('from the second')
  await b.getByRole('button', { name: 'Take theirs' }).click()
  await expect(b.getByLabel('Notes')).toHaveValue('from the first')
  await Promise.all([a.close(), b.close()])
})

test('while the server is away an edit is kept on the device, even over a reload', async ({ page, context }) => {
  await page.goto('/lantern-wharf/jobs/17/brief')
  await expect(page.getByLabel('Notes')).toBeVisible()
  // The way stays under watch to the end: a request that is on it while a watch is taken away may never arrive.
  let away = true
  await page.route('**/api/studios/lantern-wharf/jobs/17', (route) =>
    away && route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  )
  await page.getByLabel('Notes').fill('written in a dead spot')
  await expect(page.locator('[data-save="away"]')).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('Notes')).toHaveValue('written in a dead spot')
  away = false
  await saved(page)
  const kept = await (await context.request.get('/api/studios/lantern-wharf/jobs/17')).json()
  expect(kept.brief.notes).toBe('written in a dead spot')
})

test('a file that is no picture is refused in words, and another can be chosen', async ({ page }) => {
  await page.goto('/lantern-wharf/new')
  await page.getByLabel('Picture file').setInputFiles({ name: 'list.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') })
  await expect(page.getByRole('alert')).toContainText('not a picture that can be read')
  await expect(page.getByRole('button', { name: 'Choose a file …' })).toBeEnabled()
})

test('a job that does not exist says so and leads back', async ({ page }) => {
  await page.goto('/lantern-wharf/jobs/4711')
  await expect(page.getByRole('alert')).toContainText('There is no job')
  await page.getByRole('link', { name: 'To the bench', exact: true }).click()
  await expect(page.getByRole('article', { name: 'Gannet 13' })).toBeVisible()
})

test('on a phone the step fills the screen, and two people see each other’s ticks', async ({ browser }) => {
  const phone = await browser.newPage({ viewport: { width: 390, height: 844 } })
  const desk = await browser.newPage()
  await Promise.all([phone.goto('/lantern-wharf/jobs/18/load'), desk.goto('/lantern-wharf/jobs/18/load')])
  const done = phone.getByRole('button', { name: 'Done', exact: true })
  expect((await done.boundingBox())?.height ?? 0).toBeGreaterThanOrEqual(44)
  const step = await phone.getByRole('region', { name: 'Step' }).getByRole('heading', { level: 2 }).first().textContent()
  await done.click()
  await expect(desk.getByLabel(`Done: ${step}`)).toBeChecked()
  await desk.getByLabel(`Done: ${step}`).uncheck()
  await expect(phone.getByLabel(`Done: ${step}`)).not.toBeChecked()
  await Promise.all([phone.close(), desk.close()])
})

test('the palette finds a job, the keys are listed, the theme changes', async ({ page }) => {
  await page.goto('/lantern-wharf/')
  await expect(page.getByRole('article', { name: 'Heron 17' })).toBeVisible()
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.type('banner')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/jobs\/16/)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Next finding')
  await page.keyboard.press('Escape')
  const before = await page.evaluate(() => document.documentElement.dataset.theme)
  await page.getByRole('button', { name: before === 'dark' ? 'Light' : 'Dark', exact: true }).click()
  expect(await page.evaluate(() => document.documentElement.dataset.theme)).not.toBe(before)
})

test('the first usable set-up screen needs at most 250 kB of JavaScript; zoom, drag and the ticks of the stages come after it', async ({
  page,
}) => {
  const sizes: Promise<number>[] = []
  page.on('response', (response) => {
    if (response.url().endsWith('.js'))
      sizes.push(
        response
          .body()
          .then((body) => gzipSync(body).length)
          .catch(() => 0),
      )
  })
  // The browser has no time for anything that can wait, until it is let go.
  await page.addInitScript(() => {
    const waiting: IdleRequestCallback[] = []
    window.requestIdleCallback = (act) => waiting.push(act)
    window.addEventListener('idle-now', () => {
      for (const act of waiting.splice(0)) act({ didTimeout: true, timeRemaining: () => 0 })
    })
  })
  await page.goto('/lantern-wharf/jobs/10/sheet')
  await expect(page.locator('[data-margin="left"]')).toBeVisible()
  await expect(page.locator('[data-role="sheet"]').first()).toBeVisible()
  const bytes = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0)
  expect(bytes).toBeGreaterThan(100_000)
  expect(bytes).toBeLessThanOrEqual(250_000)
  await page.evaluate(() => window.dispatchEvent(new Event('idle-now')))
  await expect(page.getByRole('navigation', { name: 'Stages' }).getByText('done').first()).toBeAttached()
})

test('print, proof and original are enlarged and moved together', async ({ page }) => {
  await page.goto('/lantern-wharf/jobs/6/inspect')
  const beside = page.getByRole('region', { name: 'Print, proof and original' })
  const proof = beside.getByLabel('Soft proof', { exact: true })
  const original = beside.getByLabel('Original', { exact: true })
  await expect(proof).toBeVisible()
  const pane = (of: typeof proof) => of.locator('xpath=ancestor::figure')
  // Where the picture lies in its pane.
  const lies = async (of: typeof proof) => {
    const [inner, outer] = [await of.boundingBox(), await pane(of).boundingBox()]
    if (!inner || !outer) throw new Error('a picture is not there')
    return { x: Math.round(inner.x - outer.x), y: Math.round(inner.y - outer.y), width: Math.round(inner.width) }
  }
  await pane(original).scrollIntoViewIfNeeded()
  const whole = await lies(original)
  const box = await pane(original).boundingBox()
  if (!box) throw new Error('the original is not there')
  await page.mouse.move(box.x + box.width / 4, box.y + box.height / 4)
  await expect(async () => {
    await page.mouse.wheel(0, -300)
    expect((await lies(original)).width).toBeGreaterThan(1.4 * whole.width)
  }).toPass()
  await expect(beside.getByRole('slider', { name: 'Closer' })).not.toHaveAttribute('aria-valuenow', '1')
  expect(await lies(proof)).toEqual(await lies(original))

  const closer = await lies(proof)
  const other = await pane(proof).boundingBox()
  if (!other) throw new Error('the proof is not there')
  await page.mouse.move(other.x + 60, other.y + 60)
  await page.mouse.down()
  await page.mouse.move(other.x + 45, other.y + 50, { steps: 3 })
  await page.mouse.up()
  await expect.poll(() => lies(original)).toEqual({ x: closer.x - 15, y: closer.y - 10, width: closer.width })
  expect(await lies(proof)).toEqual(await lies(original))
})
