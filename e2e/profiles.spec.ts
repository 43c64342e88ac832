import { readFileSync } from 'node:fs'
import { expect, type Page, test } from '@playwright/test'
import { choose, type } from './operator.ts'

const file = (name: string) => readFileSync(`demo/profiles/${name}.icc`)
/** The same profile as another file: its header's date is altered. */
const dated = (bytes: Buffer, day: number) => Object.assign(Buffer.from(bytes), { 29: day })
const upload = (name: string, buffer: Buffer) => ({ name, mimeType: 'application/octet-stream', buffer })
const open = async (page: Page, name: string) => {
  await page.goto('/lantern-wharf/shelf/profiles')
  await page.getByRole('grid', { name: 'Profiles' }).getByRole('row', { name }).first().click()
}

test('several profiles are added at once: what is new, known and no printer profile is said; the binding is suggested and confirmed', async ({
  page,
}) => {
  await page.goto('/lantern-wharf/shelf/profiles')
  const screen = Object.assign(file('heron-pilot-rag'), { 12: 0x6d, 13: 0x6e, 14: 0x74, 15: 0x72 })
  await page
    .getByLabel('Profile files')
    .setInputFiles([
      upload('new.icc', dated(file('heron-pilot-rag'), 21)),
      upload('again.icc', file('tern-quay-matte')),
      upload('screen.icc', screen),
    ])
  const taken = page.getByRole('status', { name: 'What was taken' })
  await expect(taken).toContainText('1 added, 1 known, 1 not taken')
  await expect(taken).toContainText('a display, not a printer')
  const section = page.getByRole('region', { name: 'What it was made for' })
  await expect(section).toContainText('Read from its description and file name')
  await expect(section.getByRole('combobox', { name: /^Printer of/ })).toHaveText('Heron 17')
  await expect(section.getByRole('combobox', { name: /^Paper of/ })).toHaveText('Pilot Rag 188')
  await section.getByRole('button', { name: 'Confirm' }).click()
  await expect(page.getByText('Bound.')).toBeVisible()
  // Put the shelf back as it was: a second profile for the same pairing would be a choice other tests do not expect.
  await section.getByRole('button', { name: 'Unbind' }).click()
  await expect(section.getByRole('button', { name: 'Confirm' })).toBeVisible()
})

test('health draws every ramp; comparing shows both gamuts and where they differ', async ({ page }) => {
  await open(page, 'Gannet 13, Quay Matte')
  await page.getByRole('tab', { name: 'Health' }).click()
  await expect(page.getByRole('figure', { name: /^Steps of/ })).toHaveCount(10)
  await expect(page.getByRole('table', { name: 'Round trips' })).toContainText('relative')
  await page.getByRole('tab', { name: 'Compare' }).click()
  await choose(page, 'Held against', 'Gannet 13, Beacon Gloss 260, Photo glossy, 1440 dpi')
  await expect(page.getByText(/The second gamut is \d+ % larger/)).toBeVisible()
  await expect(page.getByRole('table', { name: 'Map of differences' }).getByRole('row')).toHaveCount(6)
})

test('measurements are held against a profile, judged by a tolerance, shown over time and taken back', async ({ page }) => {
  await open(page, 'Tern A4, Quay Matte')
  await page.getByRole('tab', { name: 'Checks' }).click()
  const rows = ['1 0 0 0 20 1 1', '2 100 100 100 95 0 -1', '3 100 0 0 48 60 30']
  const chart = `CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R RGB_G RGB_B LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n${rows.join('\n')}\nEND_DATA\n`
  await type(page, 'Measured on', '14 Sep 2026')
  await page.getByLabel('Measurement file').setInputFiles(upload('september.txt', Buffer.from(chart)))
  const worst = page.getByRole('table', { name: 'Worst patches' })
  await expect(worst.getByRole('row')).toHaveCount(4)
  await expect(page.getByText(/2026-09-14, september\.txt:/)).toBeVisible()
  const readOff = page.getByRole('slider', { name: 'Checks over time, to read off' })
  await readOff.press('End')
  await expect(readOff).toHaveAttribute('aria-valuetext', /2026-09-14, september\.txt: mean/)
  await choose(page, 'Held to', /^Everyday/)
  await expect(page.getByText(/everyday/).last()).toBeVisible()
  await page.getByLabel('Measurement file').setInputFiles(upload('notes.txt', Buffer.from('no chart')))
  await expect(page.getByRole('alert')).toContainText('not a measurement file')
  await page.getByRole('button', { name: 'Take this check back' }).click()
  await expect(worst).toBeHidden()
})

test('what drifts shows: the demo’s checks rise towards the limit', async ({ page }) => {
  await open(page, 'Gannet 13, Lamp Room Baryta')
  await page.getByRole('tab', { name: 'Checks' }).click()
  const figure = page.getByRole('figure', { name: 'Checks over time' })
  await figure.getByRole('button', { name: 'The numbers' }).click()
  const rows = figure.getByRole('row')
  await expect(rows).toHaveCount(6)
  const means = (await rows.allInnerTexts()).slice(1).map((row) => Number(row.split('\t')[2]))
  expect(means.every((mean) => mean > 0)).toBe(true)
  expect(means).toEqual([...means].sort((a, b) => a - b))
})
