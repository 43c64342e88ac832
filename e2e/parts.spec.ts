import { readFileSync } from 'node:fs'
import { expect, type Page, test } from '@playwright/test'
import { choose, drag, type } from './operator.ts'

const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')

/** What depends on the colours alone is looked at in the dark again. */
const BY_COLOUR = ['color-contrast', 'link-in-text-block']

/** Of the page, or of what is open over it, light and dark: the rest of the page is put out of reach meanwhile. */
async function violations(page: Page, within = 'body'): Promise<string[]> {
  await page.evaluate(AXE)
  const found: string[] = []
  for (const [theme, rules] of [
    ['light', null],
    ['dark', BY_COLOUR],
  ] as const)
    found.push(
      ...(await page.evaluate(
        async ([selector, shown, only]) => {
          document.documentElement.setAttribute('data-theme', shown)
          // biome-ignore lint/suspicious/noExplicitAny: axe puts itself on the window
          const result = await (window as any).axe.run(selector, { resultTypes: ['violations'], ...(only ? { runOnly: only } : {}) })
          return result.violations.map(
            (v: { id: string; nodes: { html: string }[] }) => `${shown}: ${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`,
          ) as string[]
        },
        [within, theme, rules] as const,
      )),
    )
  return found
}
const part = (page: Page, name: string) => page.getByRole('region', { name, exact: true })
async function open(page: Page, theme = 'light') {
  await page.addInitScript((t) => localStorage.setItem('theme', t), theme)
  await page.goto('/lantern-wharf/ui')
  await expect(page.getByRole('heading', { name: 'Parts' })).toBeVisible()
}

test('every part in every state has no accessibility violation, light or dark, nor has what opens over the screen', async ({ page }) => {
  await open(page)
  expect(await violations(page)).toEqual([])
  const opened = async (name: string, press: () => Promise<void>, seen: () => Promise<void>) => {
    await press()
    await seen()
    expect(await violations(page, '.over'), name).toEqual([])
    await page.keyboard.press('Escape')
  }
  const role = (r: 'dialog' | 'alertdialog' | 'menu' | 'listbox') => () => expect(page.getByRole(r)).toBeVisible()
  await opened('select', () => page.getByRole('combobox', { name: 'Intent' }).click(), role('listbox'))
  await opened('combobox', () => page.getByRole('combobox', { name: 'Paper' }).click(), role('dialog'))
  await opened('menu', () => page.getByRole('button', { name: 'More acts' }).click(), role('menu'))
  await opened('dialog', () => page.getByRole('button', { name: 'Open a dialog' }).click(), role('dialog'))
  await opened('confirm', () => page.getByRole('button', { name: 'Ask before it' }).click(), role('alertdialog'))
  await opened('side panel', () => page.getByRole('button', { name: 'Open the side panel' }).click(), role('dialog'))
  await opened(
    'calendar',
    () => page.getByRole('button', { name: 'Calendar, measured on' }).click(),
    () => expect(page.getByRole('grid', { name: 'September 2026' })).toBeVisible(),
  )
})

test('on a phone no part is wider than the screen, and a finger hits what is pressed', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const page = await context.newPage()
  await open(page)
  expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0)
  const low = await page
    .locator('main :is(.btn, .field, .tick-line, [role=tab])')
    .evaluateAll((all) =>
      all
        .filter((e) => e.getBoundingClientRect().height > 0 && e.getBoundingClientRect().height < 43.5)
        .map((e) => e.outerHTML.slice(0, 90)),
    )
  expect(low).toEqual([])
  await context.close()
})

test('with a pointer nothing that is pressed is lower than 24 pixels', async ({ page }) => {
  await open(page)
  const low = await page.locator('main :is(button, [role=combobox], .tick-line, [role=tab], [role=slider])').evaluateAll((all) =>
    all
      .filter((e) => !e.closest('.tick-line') || e.matches('.tick-line'))
      .filter((e) => !e.matches('.link, p *'))
      .filter((e) => e.getBoundingClientRect().height > 0 && e.getBoundingClientRect().height < 23.5 && !e.closest('[role=slider]'))
      .map((e) => e.outerHTML.slice(0, 90)),
  )
  expect(low).toEqual([])
})

test('a tick that stands for several is all, some or none of them', async ({ page }) => {
  await open(page)
  const all = page.getByRole('checkbox', { name: 'All places agree' })
  const driver = page.getByRole('checkbox', { name: 'Driver' })
  await expect(all).toHaveAttribute('aria-checked', 'mixed')
  await all.press('Space')
  await expect(all).toBeChecked()
  await expect(driver).toBeChecked()
  await driver.uncheck()
  await expect(all).toHaveAttribute('aria-checked', 'mixed')
  for (const place of ['Program', 'Panel']) await page.getByRole('checkbox', { name: place }).uncheck()
  await expect(all).not.toBeChecked()
})

test('lengths, sizes, money and days are typed as people type them, pasted from a table, and put back by Escape', async ({ page }) => {
  await open(page)
  const fields = part(page, 'Length, number, money, size')
  await type(fields, 'Border', '1 1/2 in')
  await expect(fields).toContainText('38100 µm')
  await expect(fields.getByLabel('Border', { exact: true })).toHaveValue('38.1')
  await type(fields, 'Border', 'wide')
  await expect(fields.getByRole('alert')).toContainText('“wide” is not a length')
  await expect(fields).toContainText('38100 µm')
  await fields.getByLabel('Border', { exact: true }).press('Escape')
  await expect(fields.getByLabel('Border', { exact: true })).toHaveValue('38.1')
  await expect(fields.getByRole('alert')).toBeHidden()
  // As a spreadsheet puts it there: another minus, another space, the next cell behind it.
  const price = fields.getByLabel('Price of a pack')
  await price.fill('')
  await price.evaluate((field) => {
    const data = new DataTransfer()
    data.setData('text', '\u00a01.234,50 €\tnext\r\n')
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  })
  await price.press('Enter')
  await expect(fields).toContainText('123450 cents')
  const copies = fields.getByLabel('Copies')
  await copies.press('ArrowUp')
  await expect(copies).toHaveValue('13')
  await type(fields, 'Copies', '501')
  await expect(fields.getByRole('alert')).toHaveText('Between 1 and 500.')
  await copies.press('Escape')
  await type(fields, 'Sheet', 'B5')
  await fields.getByRole('button', { name: 'JIS B5' }).click()
  await expect(fields).toContainText('182.0 × 257.0 mm')
  await type(page, 'Measured on', '3.2.2031')
  await expect(page.getByLabel('Measured on', { exact: true })).toHaveValue('Mon 3 Feb 2031')
  await page.getByRole('button', { name: 'Calendar, measured on' }).click()
  await page.getByRole('grid', { name: 'February 2031' }).getByText('14', { exact: true }).click()
  await expect(page.getByLabel('Measured on', { exact: true })).toHaveValue('Fri 14 Feb 2031')
  await type(page, 'Due', 'soon')
  await expect(part(page, 'Day and time').getByRole('alert')).toContainText('such as Fri 12:00')
})

test('ten thousand rows are gone through by keys, filtered, chosen and saved, and only those on view are in the page', async ({ page }) => {
  await open(page)
  const table = page.getByRole('grid', { name: 'Ten thousand runs' })
  await expect(table).toHaveAttribute('aria-rowcount', '10001')
  const rows = table.locator('[data-index]')
  await rows.first().focus()
  expect(await rows.count()).toBeLessThan(80)
  await page.keyboard.press('End')
  await expect(table.locator('[data-index="9999"]')).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(part(page, 'Table')).toContainText('run 10000 opened')
  await page.keyboard.press('Home')
  await expect(table.locator('[data-index="0"]')).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Space')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Shift+Space')
  const bar = page.getByRole('toolbar', { name: 'With what is chosen' })
  await expect(bar).toContainText('3 chosen')
  await bar.getByRole('button', { name: 'Put aside' }).click()
  await expect(part(page, 'Table')).toContainText('3 put aside')
  await expect(bar).toBeHidden()
  await part(page, 'Table').getByRole('button', { name: 'Verdict' }).first().click()
  await page.getByRole('dialog', { name: 'Filter by verdict' }).getByRole('checkbox', { name: 'wasted' }).check()
  await page.keyboard.press('Escape')
  // Every seventh of 10 000, the first among them.
  await expect(part(page, 'Table').getByRole('status')).toHaveText('1429 of 10000')
  await table.getByRole('button', { name: 'Wasted' }).click()
  await expect(table.getByRole('columnheader', { name: 'Wasted' })).toHaveAttribute('aria-sort', /ending$/)
  await part(page, 'Table').getByRole('button', { name: 'Columns' }).click()
  await page.getByRole('dialog', { name: 'Columns' }).getByRole('checkbox', { name: 'Printer' }).uncheck()
  await page.keyboard.press('Escape')
  const download = page.waitForEvent('download')
  await part(page, 'Table').getByRole('button', { name: 'CSV' }).click()
  const lines = readFileSync(await (await download).path(), 'utf8')
    .replace('\ufeff', '')
    .trim()
    .split('\r\n')
  expect(lines).toHaveLength(1430)
  expect(lines[0]).toBe('Run,Verdict,Wasted')
  expect(lines.slice(1).every((line) => /^\d+,wasted,[1-4]$/.test(line))).toBe(true)
  // The choice of columns is kept on this device.
  await page.reload()
  await expect(page.getByRole('grid', { name: 'Ten thousand runs' }).getByRole('columnheader', { name: 'Printer' })).toBeHidden()
})

test('a paper is found in a long list by typing, from the first letter on', async ({ page }) => {
  await open(page)
  await page.getByRole('combobox', { name: 'Paper' }).focus()
  await page.keyboard.type('37')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'Paper' })).toContainText('Paper 37')
  await choose(page, 'Intent', 'Perceptual')
  await expect(page.getByRole('combobox', { name: 'Intent' })).toHaveText('Perceptual')
})

test('a chart is read off by keys and by pointer, and says the same as its table', async ({ page }) => {
  await open(page)
  const chart = page.getByRole('figure', { name: 'A wave' })
  const reading = chart.getByRole('slider')
  await reading.press('ArrowRight')
  await reading.press('ArrowRight')
  await expect(reading).toHaveAttribute('aria-valuetext', '0.25 mm: 4.6 ΔE2000')
  await chart.getByRole('button', { name: 'The numbers' }).click()
  await expect(chart.getByRole('row').nth(2)).toHaveText('0.254.6')
  const box = await chart.locator('svg').first().boundingBox()
  if (!box) throw new Error('no chart')
  await page.mouse.move(box.x + box.width - 14, box.y + box.height / 2)
  await expect(chart.locator('[data-readout]')).toHaveText('10.00 mm: 7.0 ΔE2000')
})

test('panes keep the width they were given', async ({ page }) => {
  await open(page)
  const left = page.locator('#left')
  const rule = page.getByRole('separator', { name: 'Width of the left pane' })
  await rule.scrollIntoViewIfNeeded()
  const before = (await left.boundingBox())?.width ?? 0
  await drag(page, rule, 90, 0)
  const wide = (await left.boundingBox())?.width ?? 0
  expect(Math.abs(wide - before - 90)).toBeLessThan(6)
  await expect.poll(() => page.evaluate(() => Object.keys(localStorage).some((key) => key.includes('panes-parts-example')))).toBe(true)
  // By the keys as well, a step at a time, and told to who cannot see it.
  await rule.focus()
  await page.keyboard.press('ArrowLeft')
  await expect(rule).toHaveAttribute('aria-valuenow', String(Math.round(wide) - 16))
  await page.keyboard.press('ArrowRight')
  await page.reload()
  await expect.poll(async () => Math.round((await page.locator('#left').boundingBox())?.width ?? 0)).toBe(Math.round(wide))
})

test('what was entered is kept over a reload, and leaving asks first', async ({ page }) => {
  await open(page)
  const form = part(page, 'Record form')
  await type(form, 'Narrowest', '400')
  await expect(form.getByRole('alert')).toHaveText('The minimum is above the maximum.')
  await expect(form.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await page.reload()
  await expect(form.getByLabel('Narrowest')).toHaveValue('400')
  await expect(form.getByRole('alert')).toHaveText('The minimum is above the maximum.')
  await type(form, 'Widest', '500')
  await expect(form.getByRole('alert')).toBeHidden()
  await form.getByRole('link', { name: 'Leave for the log' }).click()
  const asks = page.getByRole('dialog', { name: 'The example is not saved yet' })
  await expect(asks).toBeVisible()
  await asks.getByRole('button', { name: 'Stay here' }).click()
  await expect(page).toHaveURL(/\/ui$/)
  await form.getByRole('link', { name: 'Leave for the log' }).click()
  await asks.getByRole('button', { name: 'Leave them for later' }).click()
  await expect(page).toHaveURL(/\/log$/)
  await page.goBack()
  await expect(form.getByLabel('Widest')).toHaveValue('500')
  await form.getByRole('button', { name: 'Take back' }).click()
  await expect(form.getByLabel('Narrowest')).toHaveValue('89')
  await form.getByRole('link', { name: 'Leave for the log' }).click()
  await expect(page).toHaveURL(/\/log$/)
})

test('what is typed while the palette opens is the palette’s; single keys are switched off, and moved', async ({ page }) => {
  await page.goto('/lantern-wharf/')
  await expect(page.getByRole('article', { name: 'Heron 17' })).toBeVisible()
  // One after the other, without waiting for the screen in between.
  await page.keyboard.press('Control+k')
  await page.keyboard.type('cano')
  await expect(page.getByRole('dialog').getByRole('combobox')).toHaveValue('cano')
  await expect(page).toHaveURL(/\/$/)
  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  const keys = page.getByRole('dialog', { name: 'Keys' })
  await keys.getByRole('button', { name: 'Another key for “New job”' }).click()
  await page.keyboard.press('j')
  await expect(keys.getByRole('status')).toHaveText('That is “Down the spine”.')
  await page.keyboard.press('a')
  await keys.getByRole('button', { name: 'Close', exact: true }).click()
  await page.keyboard.press('n')
  await expect(page).toHaveURL(/\/$/)
  await page.keyboard.press('a')
  await expect(page).toHaveURL(/\/new$/)
  await page.goto('/lantern-wharf/')
  await page.getByRole('button', { name: /^Keys/ }).click()
  await keys.getByRole('switch', { name: 'Keys of one letter or sign' }).click()
  await keys.getByRole('button', { name: 'Close', exact: true }).click()
  await page.keyboard.press('a')
  await page.keyboard.press('?')
  await expect(keys).toBeHidden()
  await expect(page).toHaveURL(/\/$/)
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('dialog')).toBeVisible()
})
