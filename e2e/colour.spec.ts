import { execFileSync } from 'node:child_process'
import { expect, test } from '@playwright/test'
import { saved } from './operator.ts'

test('intents are compared on this picture and this paper, and one is taken', async ({ page }) => {
  await page.goto('/jobs/11/colour')
  await page.getByRole('tab', { name: 'Intents' }).click()
  const table = page.getByRole('table', { name: 'Intents compared' })
  await expect(table.getByRole('row')).toHaveCount(8)
  await expect(page.getByRole('region', { name: 'Recommendation' })).toContainText(/ΔE|%/)
  await table.getByRole('button', { name: 'Use Saturation, compensated' }).click()
  await expect(page.locator('[data-decision="intent"]')).toContainText('Saturation')
  await page.getByRole('region', { name: 'Recommendation' }).getByRole('button', { name: /^Use / }).click()
  await expect(page.locator('[data-decision="intent"]')).not.toContainText('Saturation')
  await saved(page)
})

test('the picture is compared on every paper, sorted, and another paper is taken', async ({ page }) => {
  await page.goto('/jobs/13/colour')
  await page.getByRole('tab', { name: 'Papers' }).click()
  const table = page.getByRole('table', { name: 'Papers compared' })
  await expect(table.getByRole('row').nth(5)).toBeVisible()
  const missed = async () => (await table.locator('tbody tr td:nth-child(2)').allTextContents()).map(Number)
  const first = await missed()
  expect(first).toEqual([...first].sort((a, b) => a - b))
  await table.getByRole('button', { name: 'Missed by, ΔE2000' }).click()
  const back = await missed()
  expect(back).toEqual([...back].sort((a, b) => b - a))
  await table.getByRole('button', { name: 'Use Harbour Lustre 255 on Heron 17' }).click()
  await expect(page.locator('[data-decision="stock"]')).toContainText('Harbour Lustre 255')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await saved(page)
})

test('who manages colour: the worked pictures differ, and this job’s row is marked', async ({ page }) => {
  await page.goto('/jobs/11/colour')
  await page.getByRole('tab', { name: 'Who manages' }).click()
  await expect(page.getByLabel('Managed once')).toBeVisible()
  for (const other of ['Managed twice', 'Not managed']) {
    const difference = await page.evaluate(
      (names) => {
        const [one, two] = names.map((name) => {
          const c = document.querySelector<HTMLCanvasElement>(`canvas[aria-label="${name}"]`)
          return c?.getContext('2d')?.getImageData(0, 0, c.width, c.height).data ?? new Uint8ClampedArray()
        }) as [Uint8ClampedArray, Uint8ClampedArray]
        return one.reduce((sum, v, i) => sum + Math.abs(v - (two[i] as number)), 0) / one.length
      },
      ['Managed once', other],
    )
    expect([other, difference > 1.5]).toEqual([other, true])
  }
  await expect(page.getByRole('row', { name: /this job/ })).toContainText('the printer’s own')
})

test('the pointer reads the colour below it: what is sent is what transicc sends; hatching marks what cannot be printed', async ({
  page,
}) => {
  await page.goto('/jobs/11/colour')
  const proof = page.getByLabel('On this paper')
  await expect(proof).toBeVisible()
  const box = await proof.boundingBox()
  if (!box) throw new Error('no proof')
  await page.mouse.move(box.x + 60, box.y + 50)
  const line = page.getByTestId('readout')
  await expect(line).toContainText(/RGB \d+ \d+ \d+ · Lab/)
  const text = (await line.textContent()) ?? ''
  const [, rgb = ''] = /RGB (\d+ \d+ \d+)/.exec(text) ?? []
  const sent = (/sent (\d+ \d+ \d+)/.exec(text)?.[1] ?? '').split(' ').map(Number)
  const intent = (await page.locator('[data-decision="intent"]').textContent())?.includes('Perceptual') ? '0' : '1'
  const reference = execFileSync('transicc', ['-n', '-i', '*sRGB', '-o', 'demo/profiles/gannet-lamproom-baryta.icc', '-t', intent, '-b'], {
    input: `${rgb}\n`,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'ignore'],
  })
    .trim()
    .split(/\s+/)
    .map(Number)
  sent.forEach((value, i) => {
    expect(Math.abs(value - (reference[i] ?? Number.NaN))).toBeLessThan(2)
  })
  const dark = () =>
    proof.evaluate((c: HTMLCanvasElement) => {
      const data = c.getContext('2d')?.getImageData(0, 0, c.width, c.height).data ?? new Uint8ClampedArray()
      let marked = 0
      for (let i = 0; i < data.length; i += 4) if (data[i] === 215 && data[i + 1] === 215 && data[i + 2] === 215) marked++
      return marked
    })
  const before = await dark()
  await page.getByLabel('Hatch what cannot be printed').check()
  await expect.poll(dark).toBeGreaterThan(before + 1000)
})
