import { expect, type Locator, type Page } from '@playwright/test'
import sharp from 'sharp'

/** A real picture file: a saturated gradient with fine stripes, as JPEG with an embedded profile. */
export async function pictureFile(): Promise<{ name: string; mimeType: string; buffer: Buffer }> {
  const [width, height] = [1800, 1200]
  const data = Buffer.alloc(width * height * 3)
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      data[at++] = (x * 255) / width
      data[at++] = (y * 255) / height
      data[at++] = (x ^ y) & 8 ? 210 : 60
    }
  }
  const buffer = await sharp(data, { raw: { width, height, channels: 3 } })
    .withIccProfile('srgb')
    .jpeg({ quality: 90 })
    .toBuffer()
  return { name: 'breakwater.jpg', mimeType: 'image/jpeg', buffer }
}

/** Waits until the screen says that everything has reached the server. */
export const saved = (page: Page) => expect(page.locator('[data-save="saved"]')).toBeVisible()

/** Chooses from a list: opens it and presses the entry. */
export async function choose(within: Page | Locator, label: string | RegExp, entry: string | RegExp): Promise<void> {
  await within.getByRole('combobox', { name: label, exact: typeof label === 'string' }).click()
  const page = 'page' in within ? within.page() : within
  await page.getByRole('option', { name: entry, exact: typeof entry === 'string' }).click()
}

/** Types into a field that takes what is typed when it is left. */
export async function type(within: Page | Locator, label: string | RegExp, text: string): Promise<void> {
  const field = within.getByLabel(label, { exact: typeof label === 'string' })
  await field.fill(text)
  await field.press('Enter')
}

/** The decisions on the spine, by key. */
export async function spine(page: Page): Promise<Record<string, string>> {
  return Object.fromEntries(
    await page
      .locator('[data-decision]')
      .evaluateAll((rows) =>
        rows.map((r) => [r.getAttribute('data-decision') ?? '', r.querySelectorAll('span')[2]?.textContent?.trim() ?? '']),
      ),
  )
}

/** The frozen decisions of an opened run, by key. */
export async function frozen(page: Page): Promise<Record<string, string>> {
  return Object.fromEntries(
    await page
      .locator('[data-frozen]')
      .evaluateAll((rows) =>
        rows.map((r) => [r.getAttribute('data-frozen') ?? '', r.querySelectorAll('td')[0]?.textContent?.trim() ?? '']),
      ),
  )
}

/** Prints once the printer has been asked, giving a reason where the pre-flight holds. */
export async function pressPrint(page: Page, because = 'to see what comes of it'): Promise<void> {
  const list = page.getByRole('region', { name: 'Pre-flight' })
  await expect(list.getByRole('button', { name: /^ask / })).toBeVisible()
  const reason = page.getByLabel(/Print in spite of it because/)
  if (await reason.isVisible()) await reason.fill(because)
  await page.getByRole('button', { name: 'Print', exact: true }).click()
}

/** Waits for the run on the screen to be delivered, helping the simulated feeder as a person would. */
export async function delivered(page: Page): Promise<void> {
  const done = page.getByRole('heading', { name: 'Printed: go and look at it' })
  const goOn = page.getByRole('button', { name: /^(Go on|Done: go on)$/ })
  await expect(async () => {
    // It may be gone again before the press arrives: the printer goes on by itself.
    if (await goOn.isVisible()) await goOn.click({ timeout: 1500 }).catch(() => undefined)
    expect(await done.isVisible()).toBe(true)
  }).toPass({ timeout: 60_000 })
}

/** The picture on a sheet, from when it can be dragged. */
export async function draggable(page: Page): Promise<Locator> {
  const picture = page.locator('[data-role="picture"].cursor-move').first()
  await expect(picture).toBeVisible()
  return picture
}

/** Takes something by its middle and drags it. */
export async function drag(page: Page, what: Locator, across: number, down: number): Promise<void> {
  const box = await what.boundingBox()
  if (!box) throw new Error('nothing to drag')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + across, y + down, { steps: 5 })
  await page.mouse.up()
}

/** Lays hands on a simulated printer of the demo. */
export const hand = (page: Page, printer: string, data: object) =>
  page.request.post(`/api/studios/lantern-wharf/printers/${printer}/machine`, { data })

/** The demo’s board job stands at the art printer: it gets its sheet, so that others have their turn. */
export async function freeGannet(page: Page) {
  await expect(async () => {
    const { runs } = (await (await page.request.get('/api/studios/lantern-wharf/runs')).json()) as {
      runs: { printerId: string; state: string }[]
    }
    const busy = runs.some((r) => r.printerId === 'gannet' && ['queued', 'rendering', 'sending', 'waiting', 'printing'].includes(r.state))
    if (busy) {
      const { display } = await (await page.request.get('/api/studios/lantern-wharf/printers/gannet/machine')).json()
      if (display.line.startsWith('Load one sheet'))
        await hand(page, 'gannet', { act: 'load', pathId: 'gannet-board', lotId: 'board-a3', remaining: 1 })
      else if (display.ok) await hand(page, 'gannet', { act: 'go' })
    }
    expect(busy).toBe(false)
  }).toPass({ timeout: 60_000 })
}
