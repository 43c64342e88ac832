import { expect, type Page, test } from '@playwright/test'
import sharp from 'sharp'
import { saved } from './operator.ts'

// A card that is the processor’s own work paints a small proof as truly as a large one, and is done sooner.
test.use({ viewport: { width: 900, height: 640 } })

/** The proof as it stands, losslessly. */
const png = (page: Page, name: string) =>
  page.getByLabel(name, { exact: true }).evaluate((c) => (c as HTMLCanvasElement).toDataURL('image/png'))

/** What the proof shows in five states. */
async function looked(page: Page): Promise<{ by: string | null; seen: Record<string, string> }> {
  await page.goto('/lantern-wharf/jobs/11/colour')
  await expect(page.locator('[data-proof-by]')).toBeVisible()
  await expect(page.getByLabel('On this paper', { exact: true })).toBeVisible()
  const seen: Record<string, string> = { original: await png(page, 'Original'), plain: await png(page, 'On this paper') }
  const becomes = async (state: string, name: string, than = '') => {
    await expect.poll(() => png(page, name)).not.toBe(than)
    seen[state] = await png(page, name)
  }
  const hatch = page.getByLabel('Hatch what cannot be printed')
  await hatch.check()
  await becomes('hatched', 'On this paper', seen.plain)
  await hatch.uncheck()
  await becomes('not hatched', 'On this paper', seen.hatched)
  expect(seen['not hatched']).toBe(seen.plain)
  await page.getByRole('radio', { name: 'Saturation' }).click()
  await becomes('saturation', 'On this paper', seen.plain)
  await page.getByLabel('How far each colour lies off').check()
  await becomes('map', 'How far off', seen.saturation)
  await page.keyboard.press('Control+z')
  await saved(page)
  return { by: await page.locator('[data-proof-by]').getAttribute('data-proof-by'), seen }
}
const numbers = async (url: string | undefined) =>
  sharp(Buffer.from((url ?? '').split(',')[1] ?? '', 'base64'))
    .raw()
    .toBuffer()

test('the graphics card paints what the processor paints, number for number', async ({ page, context }) => {
  const one = await looked(page)
  // The card of this browser is the processor’s own work: the page has to ask for it.
  await context.addInitScript(() => {
    const Plain = window.Worker
    window.Worker = class extends Plain {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, /proof\.worker/.test(String(url)) ? { ...options, name: 'by any graphics card' } : options)
      }
    }
  })
  const other = await looked(await context.newPage())
  expect([one.by, other.by]).toEqual(['processor', 'graphics card'])
  for (const state of Object.keys(one.seen)) {
    const [theirs, ours] = await Promise.all([numbers(one.seen[state]), numbers(other.seen[state])])
    expect(ours).toHaveLength(theirs.length)
    let off = 0
    for (let i = 0; i < theirs.length; i++) off = Math.max(off, Math.abs((theirs[i] as number) - (ours[i] as number)))
    expect({ state, off }).toEqual({ state, off: 0 })
  }
})
