import { expect, test } from '@playwright/test'
import { pictureFile, spine } from './operator.ts'

test('a sheet out of a sample pack: its mark from the pack to the loading guide', async ({ page }) => {
  const name = `Skerry ${Date.now() % 100_000}`
  await page.goto('/lantern-wharf/shelf/samples')
  await page.getByRole('link', { name: 'A pack has arrived' }).click()
  await page.getByLabel('Name on it').fill(name)
  await page.getByLabel('Name on it').press('Tab')
  await page.getByLabel('Paid for it').fill('12')
  await page.getByLabel('Name on the divider').fill(`${name} Satin`)
  await page.getByRole('button', { name: 'Another paper' }).click()
  await page.getByLabel('Name on the divider').nth(1).fill(`${name} Rag`)
  await page.getByLabel('Sheets', { exact: true }).nth(1).fill('1')
  await page.getByLabel('Sheets', { exact: true }).nth(1).press('Tab')
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  const pack = page.getByRole('article', { name })
  const rag = pack.getByRole('region', { name: 'In the pack' }).getByRole('listitem', { name: `${name} Rag` })
  await expect(rag).toContainText('1 of 1')
  await rag.getByRole('button', { name: 'Take one out' }).click()
  await expect(rag).toContainText('0 of 1')
  await expect(rag.getByRole('button', { name: 'Take one out' })).toBeDisabled()
  const out = pack.getByRole('region', { name: 'Taken out' }).getByRole('listitem')
  await expect(out).toHaveCount(1)
  const mark = ((await out.getAttribute('aria-label')) ?? '').replace('Sheet ', '')
  expect(mark).toMatch(/^[A-Z]+1$/)
  await expect(page.getByText(`Write ${mark} on its back now`)).toBeVisible()

  // A job on this very sheet, from the pack itself.
  await out.getByRole('link', { name: `Print on ${mark}` }).click()
  await expect(page.getByText(`On ${name} Rag, A4, sheet ${mark}.`)).toBeVisible()
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles(await pictureFile())
  await expect(page).toHaveURL(/\/jobs\/\d+\/brief$/)
  await expect(page.getByText(`In stock: A4, sheet ${mark} (1)`)).toBeVisible()
  await page.getByRole('link', { name: /^2 Sheet/ }).click()
  await expect.poll(async () => (await spine(page)).stock ?? '').toContain(`${name} Rag, A4, sheet ${mark}`)
  // Its mark is printed in the border, and where there is no room for it somebody says that it is on the back.
  await page.getByRole('tab', { name: 'Marks' }).click()
  const printed = page.getByRole('checkbox', { name: new RegExp(`Print “${mark}” small`) })
  await expect(printed).toBeChecked()
  await page.getByRole('button', { name: /findings$/ }).click()
  await expect(page.getByText(`No border has room for “${mark}”`)).toBeVisible()
  await page.getByRole('button', { name: 'It is on the back' }).click()
  await expect(printed).not.toBeChecked()
  await expect(page.getByText(`No border has room for “${mark}”`)).toHaveCount(0)
})

test('what runs out is written down to buy, ticked off, and comes', async ({ page }) => {
  await page.goto('/lantern-wharf/shelf/papers/beacon-gloss')
  await page.getByRole('link', { name: 'Write it down to buy' }).click()
  const what = `A4, ${Date.now() % 1000} packs`
  await page.getByLabel('What of it').fill(what)
  await page.getByRole('button', { name: 'Write it down' }).click()
  const line = page.getByRole('list', { name: 'To buy' }).getByRole('listitem').filter({ hasText: what })
  await expect(line).toContainText('Beacon')
  await line.getByRole('checkbox').click()
  await expect(line.getByRole('checkbox')).toBeChecked()
  await line.getByRole('button', { name: 'It has arrived …' }).click()
  await expect(page.getByRole('dialog')).toContainText('has arrived')
})
