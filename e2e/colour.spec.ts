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
