import { type Browser, expect, type Page, test } from '@playwright/test'
import { OWN_HEADER } from '../core/wire/api/own-header.ts'
import { choose, delivered, freeGannet, hand, pictureFile, pressPrint, saved } from './operator.ts'

const A3 = { width: 297_000, length: 420_000, name: 'A3' }

/** A job of this brief, made behind the screen. */
async function jobOf(page: Page, title: string, brief: object, pins: object): Promise<number> {
  const file = await pictureFile()
  const picture = await (
    await page.request.put(`/api/studios/lantern-wharf/pictures?name=${file.name}`, { headers: OWN_HEADER, data: file.buffer })
  ).json()
  const job = await (await page.request.post('/api/studios/lantern-wharf/jobs', { data: { title, pictureId: picture.id, brief } })).json()
  const patched = await page.request.patch(`/api/studios/lantern-wharf/jobs/${job.id}`, { data: { version: job.version, pins } })
  expect(patched.ok()).toBe(true)
  return job.id
}
const lustre = (page: Page, title: string) =>
  jobOf(
    page,
    title,
    { paperId: 'harbour-lustre', sheet: A3, items: [{ size: { by: 'border', border: 110_000 } }] },
    { printer: 'heron', path: 'heron-cassette', stock: 'lustre-a3' },
  )
const cotton = (page: Page, title: string, pins: object = {}) =>
  jobOf(
    page,
    title,
    { paperId: 'saltmarsh-cotton', sheet: A3, items: [{ size: { by: 'border', border: 110_000 } }] },
    { printer: 'gannet', path: 'gannet-art', stock: 'cotton-a3', ...pins },
  )
const phone = async (browser: Browser) =>
  (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })).newPage()

test('loading on a phone: big steps in reach of a thumb, kept over a reload and while the network is away', async ({ browser, page }) => {
  const id = await lustre(page, 'On the phone')
  const hold = await phone(browser)
  await hold.goto(`/lantern-wharf/jobs/${id}/load`)
  const step = hold.getByRole('region', { name: 'Step' })
  await expect(step.getByRole('heading', { level: 2 }).first()).toBeVisible()
  const done = step.getByRole('button', { name: /^(Done|It is in)$/ })
  const box = await done.boundingBox()
  // A thumb’s worth of button, in the lower half of the screen, nothing sticking out sideways.
  expect(box?.height).toBeGreaterThan(44)
  expect(box?.width).toBeGreaterThan(150)
  expect(box?.y).toBeGreaterThan(844 / 3)
  expect(await hold.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  const first = await step.getByRole('heading', { level: 2 }).first().textContent()
  await done.click()
  await expect(step.getByRole('heading', { level: 2 }).first()).not.toHaveText(first ?? '')
  await hold.reload()
  await expect(hold.getByLabel(`Done: ${first}`)).toBeChecked()

  // The network goes; a tick counts at once, waits on the phone, and arrives when it is back.
  await hold.context().setOffline(true)
  const second = await step.getByRole('heading', { level: 2 }).first().textContent()
  await done.click()
  await expect(hold.getByLabel(`Done: ${second}`)).toBeChecked()
  await expect(step.getByText('kept on this device')).toBeVisible()
  const ticks = async () => (await (await page.request.get(`/api/studios/lantern-wharf/jobs/${id}/ticks`)).json()).length
  expect(await ticks()).toBe(1)
  await hold.context().setOffline(false)
  await expect(step.getByText('kept on this device')).toBeHidden()
  expect(await ticks()).toBe(2)
  await hold.context().close()
})

test('a tick is on the device before it shows, is never gone while it is sent, and another tab shows it all the time', async ({
  browser,
  page,
}) => {
  const id = await lustre(page, 'Two tabs')
  const hold = await phone(browser)
  const other = await hold.context().newPage()
  for (const tab of [hold, other]) await tab.goto(`/lantern-wharf/jobs/${id}/load`)
  const step = hold.getByRole('region', { name: 'Step' })
  const title = await step.getByRole('heading', { level: 2 }).first().textContent()
  await expect(other.getByLabel(`Done: ${title}`)).not.toBeChecked()
  await hold.context().setOffline(true)
  // In one go, so that nothing can be done between the press and the page’s end.
  await hold.evaluate(() => {
    for (const button of document.querySelectorAll('button')) if (/^(Done|It is in)$/.test(button.textContent ?? '')) button.click()
    location.href = 'about:blank'
  })
  await expect(other.getByLabel(`Done: ${title}`)).toBeChecked()
  await other.getByLabel(`Done: ${title}`).evaluate((box) => {
    const seen = ['true']
    Object.assign(window, { seen })
    const look = () => seen.push(document.querySelector(`[aria-label="${box.ariaLabel}"]`)?.getAttribute('aria-checked') ?? 'gone')
    new MutationObserver(look).observe(document.body, { subtree: true, childList: true, attributes: true })
  })
  // The first sends it; what the second asks then is answered when it is let go.
  const held: (() => void)[] = []
  await other.route(/\/ticks\/[^/]+$/, (route) => route.abort())
  await other.route(/\/ticks$/, (route) => new Promise<void>((done) => held.push(() => done(route.continue()))))
  await hold.context().setOffline(false)
  await hold.goto(`/lantern-wharf/jobs/${id}/load`)
  await expect.poll(async () => (await (await page.request.get(`/api/studios/lantern-wharf/jobs/${id}/ticks`)).json()).length).toBe(1)
  await expect.poll(() => other.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('outbox')).length)).toBe(0)
  await expect.poll(() => held.length).toBeGreaterThan(0)
  await expect(other.getByLabel(`Done: ${title}`)).toBeChecked()
  await other.unroute(/\/ticks$/)
  for (const go of held) go()
  for (const tab of [hold, other]) {
    await expect(tab.getByText('kept on this device')).toBeHidden()
    await expect(tab.getByLabel(`Done: ${title}`)).toBeChecked()
  }
  expect(await (await page.request.get(`/api/studios/lantern-wharf/jobs/${id}/ticks`)).json()).toHaveLength(1)
  expect(await other.evaluate(() => [...new Set((window as unknown as { seen: string[] }).seen)])).toEqual(['true'])
  await hold.context().close()
})

test('two people at one job: a tick of the one shows to the other, and loading is recorded once', async ({ browser, page }) => {
  const id = await lustre(page, 'Two people')
  const [desk, hold] = [page, await phone(browser)]
  await Promise.all([desk, hold].map((p) => p.goto(`/lantern-wharf/jobs/${id}/load`)))
  const load = desk.getByRole('checkbox', { name: /^Done: Load 1 sheet/ })
  await expect(load).not.toBeChecked()
  await hold.getByRole('checkbox', { name: /^Done: Load 1 sheet/ }).check()
  await expect(load).toBeChecked()
  await load.uncheck()
  await expect(hold.getByRole('checkbox', { name: /^Done: Load 1 sheet/ })).not.toBeChecked()
  const studio = await (await page.request.get('/api/studios/lantern-wharf/studio')).json()
  expect(studio.loaded.find((l: { pathId: string }) => l.pathId === 'heron-cassette')).toMatchObject({ lotId: 'lustre-a3', remaining: 1 })
  await hold.context().close()
})

test('agreement: what differs comes first, who looked is kept, and a print is held until it is settled', async ({ page }) => {
  const id = await lustre(page, 'All agreed')
  let away = false
  await page.route(`**/jobs/${id}/readings`, (route) => (away && route.request().method() === 'PUT' ? route.abort() : route.continue()))
  await page.goto(`/lantern-wharf/jobs/${id}/agreement`)
  await page.getByLabel('Who is looking').fill('Ada')
  const table = page.getByRole('table', { name: 'Agreement' })
  await page.getByRole('button', { name: /as wanted, driver/ }).click()
  await expect(table.locator('[data-setting="media-type"] [data-state="agrees"]').first()).toBeVisible()
  await expect(page.getByText('kept on this device')).toBeHidden()
  // The panel shows another paper; it is written down in a dead spot, and the page is loaded again there.
  away = true
  await page.getByRole('button', { name: 'Look at Media type, panel' }).click()
  const editor = page.getByRole('region', { name: 'One setting' })
  await expect(editor).toContainText('Satin photo')
  await editor.getByLabel('It shows something else:').fill('Thick matte')
  await editor.getByRole('button', { name: 'Keep that' }).click()
  await expect(page.getByRole('heading', { name: /place.? differs?|places differ/ })).toBeVisible()
  await expect(table.locator('[data-setting="media-type"] [data-state="differs"]')).toContainText('Thick matte')
  await expect(editor).toContainText('typed by Ada')
  await page.reload()
  await expect(table.locator('[data-setting="media-type"] [data-state="differs"]')).toContainText('Thick matte')
  await expect(page.getByText('kept on this device')).toBeVisible()
  away = false
  await page.goto(`/lantern-wharf/jobs/${id}/run`)
  await expect(page.locator('[data-preflight="disagreement"]')).toContainText('the panel shows “Thick matte”')
  await expect(page.getByRole('button', { name: 'Print', exact: true })).toBeDisabled()
  // Set right, and read from the printer instead of looked at.
  await hand(page, 'heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 5 })
  await hand(page, 'heron', { act: 'panel', pathId: 'heron-cassette', mediaTypeId: 'photographic-satin', gap: 'auto' })
  await page.goto(`/lantern-wharf/jobs/${id}/agreement`)
  await page.getByRole('button', { name: 'Fill in' }).click()
  await page.getByRole('button', { name: 'Read the panel of Heron 17' }).click()
  await expect(table.locator('[data-setting="media-type"] [data-state="differs"]')).toHaveCount(0)
  await hand(page, 'heron', { act: 'panel', pathId: 'heron-cassette', mediaTypeId: null, gap: 'auto' })
  // Kept under a name, it says what has changed since.
  await page.getByRole('button', { name: 'Kept set-ups' }).click()
  const kept = page.getByRole('region', { name: 'Kept set-ups' })
  await kept.getByLabel('Name for this set-up').fill('Wall labels, lustre')
  await kept.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(kept).toContainText('nothing has changed since')
})

test('a fault handled to a good print: the head struck, the gap is widened and the job printed again in one press', async ({ page }) => {
  test.setTimeout(150_000)
  await freeGannet(page)
  const id = await cotton(page, 'Struck', { 'platen-gap': 'normal' })
  await hand(page, 'gannet', { act: 'load', pathId: 'gannet-art', lotId: 'cotton-a3', remaining: 1 })
  await page.goto(`/lantern-wharf/jobs/${id}/run`)
  await expect(page.locator('[data-preflight="head-strike"]')).toContainText('the head clears')
  await pressPrint(page)
  await delivered(page)
  await hand(page, 'gannet', { act: 'load', pathId: 'gannet-art', lotId: 'cotton-a3', remaining: 1 })
  await choose(page, 'What went wrong', 'The head struck the sheet')
  const panel = page.getByRole('region', { name: 'The head struck the sheet' })
  await expect(panel).toContainText('normal gap over a sheet of 0.47 mm')
  await panel.getByRole('button', { name: 'Widen the gap and print again' }).click()
  // The second print asks at its panel, silently; the run says so.
  await expect(page.getByText('asks at its panel before a print with the wide gap')).toBeVisible({ timeout: 30_000 })
  await delivered(page)
  await expect(page.locator('[data-decision="platen-gap"]')).toContainText('Wide')
  const runs = await (await page.request.get(`/api/studios/lantern-wharf/jobs/${id}/runs`)).json()
  expect(runs).toHaveLength(2)
  expect(runs[1]).toMatchObject({ inspection: { verdict: 'wasted', sheetsWasted: 1 }, faults: [{ causeId: 'gap-too-small' }] })
  await page.goto(`/lantern-wharf/runs/${runs[1].id}`)
  await expect(page.getByText('1 sheet spoilt')).toBeVisible()
})

test('at the machine: the wrong paper put in, the cover opened, OK pressed', async ({ page }) => {
  const id = await lustre(page, 'At the machine')
  await page.goto('/lantern-wharf/printers/heron/panel')
  const display = page.getByRole('status', { name: 'Display' })
  await expect(display).toContainText('Ready')
  const tray = page.locator('[data-path="heron-cassette"]')
  await tray.getByRole('button', { name: 'Take it out' }).click()
  await expect(tray.locator('[data-lies]')).toHaveText('empty')
  const job = await (await page.request.get(`/api/studios/lantern-wharf/jobs/${id}`)).json()
  const studio = await (await page.request.get('/api/studios/lantern-wharf/studio')).json()
  const plate = await (
    await page.request.post('/api/studios/lantern-wharf/plates/resolve', { data: { brief: job.brief, pins: job.pins } })
  ).json()
  expect(studio.printers.length).toBeGreaterThan(0)
  const decisions = Object.fromEntries(plate.decisions.map((d: { key: string; value: string }) => [d.key, d.value]))
  await page.request.post(`/api/studios/lantern-wharf/jobs/${id}/print`, {
    data: { version: job.version, decisions, despite: ['printer:empty'], because: 'I load it when it asks', side: 'front' },
  })
  // Which black is in the head depends on what was printed before; another one is swapped with a press.
  await expect(async () => {
    if ((await display.textContent())?.includes('black is needed')) await page.getByRole('button', { name: 'OK', exact: true }).click()
    await expect(display).toContainText('Cassette is empty', { timeout: 500 })
  }).toPass({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Open the cover' }).click()
  await choose(tray, 'Put in', 'Harbour Lustre 255, A3')
  await tray.getByRole('button', { name: 'Put it in' }).click()
  await expect(display).toContainText('The cover is open')
  await page.getByRole('button', { name: 'Close the cover' }).click()
  await expect(async () => {
    const ok = page.getByRole('button', { name: 'OK', exact: true })
    if (await ok.isEnabled()) await ok.click({ timeout: 1000 }).catch(() => undefined)
    expect(await display.textContent()).toContain('Ready')
  }).toPass({ timeout: 30_000 })
  await expect(page.getByRole('region', { name: 'Its record' })).toContainText('a sheet came out')
})

test('printed from a program of one’s own: begun with a press, out with a press, drying with its time', async ({ page }) => {
  const id = await lustre(page, 'From my own program')
  await page.goto(`/lantern-wharf/jobs/${id}/run`)
  await saved(page).catch(() => undefined)
  await page.getByRole('button', { name: 'I print it from my own program' }).click()
  await expect(page.getByText('Printing from your own program')).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'It is out' }).click()
  await expect(page.locator('[data-timer="running"]')).toBeVisible()
  await page.reload()
  await expect(page.locator('[data-timer="running"]')).toBeVisible()
  await page.getByRole('button', { name: 'It is dry already' }).click()
  await expect(page.locator('[data-timer]')).toHaveCount(0)
  await expect(page.getByRole('link', { name: 'Inspect it' })).toBeVisible()
})
