import { expect, type Page, test } from '@playwright/test'
import { OWN_HEADER } from '../core/wire/api/own-header.ts'
import { choose, delivered, drag, draggable, pictureFile, pressPrint, saved, type } from './operator.ts'

/** A demo job of this title, opened at a stage. */
async function open(page: Page, title: string, stage: string): Promise<number> {
  let job: { id: number; title: string } | undefined
  // Newest first, a page at a time: the demo's are the oldest.
  for (let before = ''; !job; ) {
    const jobs: { id: number; title: string }[] = await (await page.request.get(`/api/studios/lantern-wharf/jobs${before}`)).json()
    if (jobs.length === 0) throw new Error(`no job ${title}`)
    job = jobs.find((j) => j.title === title)
    before = `?before=${jobs.at(-1)?.id}`
  }
  await page.goto(`/lantern-wharf/jobs/${job.id}/${stage}`)
  await expect(page.getByLabel('Title of the job')).toHaveValue(title)
  return job.id
}

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click()
const margin = (page: Page, edge: string) => page.locator(`[data-margin="${edge}"]`)
const number = async (page: Page, edge: string) => Number(await margin(page, edge).textContent())

test('a title that is left empty becomes what it was, and nothing of it is saved', async ({ page }) => {
  const job = await open(page, 'Green lens, exhibition print', 'sheet')
  const title = page.getByLabel('Title of the job')
  const written: string[] = []
  page.on('request', (sent) => {
    if (sent.method() === 'PATCH' && sent.url().endsWith(`/jobs/${job}`)) written.push(JSON.parse(sent.postData() ?? '{}').title)
  })
  await title.fill('   ')
  await title.press('Tab')
  await expect(title).toHaveValue('Green lens, exhibition print')
  // Taken away letter by letter, with each of them saved.
  await title.fill('Gr')
  await title.press('Backspace')
  await saved(page)
  await title.press('Backspace')
  await title.press('Tab')
  await expect(title).toHaveValue('Green lens, exhibition print')
  await title.fill('')
  await title.pressSequentially('Lens')
  await saved(page)
  await page.reload()
  await expect(title).toHaveValue('Lens')
  await title.fill('Green lens, exhibition print')
  await saved(page)
  expect(written.map((one) => one.trim())).not.toContain('')
})

test('every way of sizing puts the borders where it says', async ({ page }) => {
  await open(page, 'Fog bank, framed', 'sheet')
  const size = async (mode: string) => {
    await tab(page, 'Size')
    await page.getByLabel(mode).check()
  }
  const place = () => tab(page, 'Place')

  await size('By the width of the border')
  await type(page, 'Border', '40')
  await place()
  const borders = async () =>
    (await Promise.all(['leading', 'trailing', 'left', 'right'].map((e) => number(page, e)))).sort((a, b) => a - b)
  await expect.poll(async () => (await borders())[0]).toBe(40)

  await tab(page, 'Size')
  await page.getByLabel('Crop so that every border is exactly this').check()
  await place()
  for (const edge of ['leading', 'trailing', 'left', 'right']) await expect(margin(page, edge)).toHaveText('40.0')

  await tab(page, 'Size')
  await type(page, 'Foot, times as wide', '1.25')
  await place()
  await expect.poll(borders).toEqual([40, 40, 40, 50])

  await size('By the size of the picture')
  await type(page, 'Width', '200')
  await expect(page.getByLabel('Height', { exact: true })).toHaveValue(/^13[0-9]\.\d$/)
  await page.getByLabel('Keep the shape of the picture').uncheck()
  await type(page, 'Height', '150')
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('200.0')

  await size('By scale')
  await type(page, 'Scale, percent', '100')
  await place()
  await expect(page.getByText(/^300 pixels per inch/)).toBeVisible()
  await size('By resolution')
  await type(page, 'Pixels per inch', '240')
  await place()
  await expect(page.getByText(/^240 pixels per inch/)).toBeVisible()

  await size('By the sheet: fill, the picture is cropped')
  await tab(page, 'Crop')
  await expect(page.getByRole('table', { name: 'What the picture loses' })).toContainText('% of it')
  await size('By the sheet: fit, paper shows')
  await expect(page.getByText('The whole picture is printed.')).toBeVisible()
  await saved(page)
})

test('the crop frame moves by hand and by keys, and a kept edge stops what would cut it', async ({ page }) => {
  await open(page, 'Lamp room, second try', 'sheet')
  await tab(page, 'Size')
  await page.getByLabel('By the sheet: fill, the picture is cropped').check()
  await tab(page, 'Crop')
  const frame = page.getByRole('button', { name: /^Crop frame/ })
  const at = async () => Math.round((await frame.boundingBox())?.x ?? 0) + Math.round((await frame.boundingBox())?.y ?? 0)
  const before = await at()
  await frame.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft')
  await page.keyboard.press('Shift+ArrowUp')
  const keyed = await at()
  expect(keyed).toBeLessThan(before)
  await drag(page, frame, 30, 30)
  expect(await at()).toBeGreaterThan(keyed)
  await page.getByRole('button', { name: 'Undo' }).click()
  expect(await at()).toBe(keyed)
  await saved(page)

  await open(page, 'Tide tables for the board', 'sheet')
  await page.locator('[data-decision="orientation"]').click()
  await page.getByRole('button', { name: 'Pin Foot leads' }).click()
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await page.locator('[data-decision="placement"]').click()
  await page.getByRole('button', { name: 'Pin Centred on the sheet' }).click()
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(page.getByText('An edge you want kept is cut off')).toBeVisible()
  await tab(page, 'Edges')
  await page.getByRole('listitem').filter({ hasText: 'Turn it half round' }).getByRole('button', { name: 'Do it' }).click()
  await expect(page.getByText('An edge you want kept is cut off')).toBeHidden()
  await expect(page.locator('[data-decision="orientation"]')).toContainText('Head leads')
})

test('a dragged picture snaps to the middle and says so; Alt leaves it to the hand', async ({ page }) => {
  await open(page, 'Red lens, exhibition print', 'sheet')
  const box = await (await draggable(page)).boundingBox()
  if (!box) throw new Error('no picture')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const left = await margin(page, 'left').textContent()
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 60, y + 60, { steps: 3 })
  // Past the sheet the drawing keeps its scale under the hand: the words stand where they stood, as large as they were.
  const words = page.getByText('leading edge, into the printer')
  const stood = [await words.boundingBox(), await words.getAttribute('font-size')]
  await page.mouse.move(x + 240, y + 300, { steps: 3 })
  await expect(page.getByText(/does not land on paper/).first()).toBeAttached()
  expect([await words.boundingBox(), await words.getAttribute('font-size')]).toEqual(stood)
  await page.mouse.move(x + 3, y + 3, { steps: 3 })
  await expect(page.getByText('centred', { exact: true }).first()).toBeVisible()
  await page.mouse.up()
  await expect(margin(page, 'left')).toHaveText(left ?? '')
  await expect(page.getByText('centred', { exact: true })).toHaveCount(0)
  await page.keyboard.down('Alt')
  await page.mouse.down()
  await page.mouse.move(x + 7, y + 3, { steps: 2 })
  await page.mouse.up()
  await page.keyboard.up('Alt')
  await expect(margin(page, 'left')).not.toHaveText(left ?? '')
})

test('looked at closely an edge shows tenths of a millimetre, and back again by key', async ({ page }) => {
  await open(page, 'Blue lens, exhibition print', 'sheet')
  const drawing = page.getByRole('group', { name: /^Sheet / })
  const whole = await drawing.getAttribute('viewBox')
  await page.getByRole('button', { name: 'Look at the leading left corner' }).click()
  await expect(drawing).not.toHaveAttribute('viewBox', whole ?? '')
  const [, , , height] = ((await drawing.getAttribute('viewBox')) ?? '').split(' ').map(Number)
  const pixels = (await drawing.boundingBox())?.height ?? 0
  // A tenth of a millimetre is at least a pixel and a half.
  expect(pixels / (height ?? 1) / 10).toBeGreaterThan(1.5)
  await page.getByRole('button', { name: 'Whole sheet', exact: true }).click()
  await expect(drawing).toHaveAttribute('viewBox', whole ?? '')
  await page.keyboard.press('e')
  await expect(drawing).not.toHaveAttribute('viewBox', whole ?? '')
})

test('the wheel zooms where the pointer is, the ground is dragged, and 1 : 1 is as large as the sheet once the display is measured', async ({
  page,
}) => {
  await open(page, 'Blue lens, exhibition print', 'sheet')
  const drawing = page.getByRole('group', { name: /^Sheet / })
  await draggable(page)
  const box = await drawing.boundingBox()
  if (!box) throw new Error('no drawing')
  const [x, y] = [box.x + box.width * 0.42, box.y + box.height * 0.3]
  /** Where a place of the screen lies on the sheet, mm. */
  const under = () =>
    drawing.evaluate(
      (svg, at) => {
        const p = new DOMPoint(at.x, at.y).matrixTransform((svg as unknown as SVGSVGElement).getScreenCTM()?.inverse())
        return { x: p.x, y: p.y }
      },
      { x, y },
    )
  const before = await under()
  await page.mouse.move(x, y)
  await page.mouse.wheel(0, -400)
  await expect(page.getByRole('button', { name: 'Whole sheet', exact: true })).toBeEnabled()
  await expect.poll(async () => Math.abs((await under()).x - before.x)).toBeLessThan(0.5)
  expect(Math.abs((await under()).y - before.y)).toBeLessThan(0.5)
  // Dragged beside the picture, the ground follows the pointer.
  const held = await under()
  const [gx, gy] = [box.x + 40, box.y + box.height - 40]
  await page.mouse.move(gx, gy)
  await page.mouse.down()
  await page.mouse.move(gx + 30, gy - 20, { steps: 3 })
  await page.mouse.up()
  await expect.poll(async () => Math.abs((await under()).x - held.x) + Math.abs((await under()).y - held.y)).toBeGreaterThan(1)

  await page.getByRole('button', { name: 'Measure the display' }).click()
  await type(page, 'Pixels to an inch of this display', '127')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: '1 : 1', exact: true }).click()
  // 127 pixels to an inch are 5 to a millimetre.
  await expect.poll(() => drawing.evaluate((svg) => (svg as unknown as SVGSVGElement).getScreenCTM()?.a ?? 0)).toBeCloseTo(5, 1)
  await page.getByRole('button', { name: 'Whole sheet', exact: true }).click()
  await expect.poll(async () => Math.abs((await under()).x - before.x)).toBeLessThan(0.5)
})

test('borderless: what each step loses and risks, and choosing one', async ({ page }) => {
  await open(page, 'Souvenirs, 100 by noon', 'sheet')
  await tab(page, 'Edges')
  await expect(page.getByRole('region', { name: 'White slivers by expansion' })).toBeVisible()
  // By hand: 106.6 × 157.4 mm of a 3:2 picture keeps 98.44 % of it, and the sheet 92.2 % of that.
  await expect(page.getByRole('row', { name: /^Medium/ })).toContainText('9.2 %')
  await page
    .getByRole('row', { name: /^Large/ })
    .getByRole('button', { name: 'use' })
    .click()
  await expect(page.locator('[data-decision="expansion"]')).toContainText('Large')
  await expect(page.locator('[data-loss="head"]')).toContainText('3.8 mm')
  // By hand: 109.22 × 160.02 mm of a 3:2 picture keeps 97.67 % of it, and the sheet 88.59 % of that.
  await expect(page.getByTestId('lost')).toContainText('13.5 % of it')
})

test('cards and canvases: words on the back, the fold, the sides round the bars', async ({ page }) => {
  await open(page, 'Keepsake cards, two-sided', 'brief')
  await page.getByLabel('Words on the back').fill('Greetings from\nLantern Wharf')
  await page.getByRole('link', { name: /Sheet/ }).click()
  await tab(page, 'Back')
  await expect(page.getByText('Greetings from')).toBeVisible()
  await saved(page)

  await open(page, 'Opening-night cards, folded', 'brief')
  await choose(page, 'It opens like', 'a tent, fold at the head')
  await page.getByRole('link', { name: /Sheet/ }).click()
  await expect(page.locator('[data-decision="orientation"]')).toContainText(/leads/)
  await expect(page.getByText('fold', { exact: true })).toBeVisible()
  await tab(page, 'Marks')
  await expect(page.getByLabel('Legend')).toContainText('Fold here')

  await open(page, 'Lens canvas for the bars', 'brief')
  const sheetLength = async () => (await page.locator('[data-decision="page"]').textContent()) ?? ''
  const before = await sheetLength()
  await type(page, 'Bars, deep', '50')
  await expect(page.locator('[data-decision="page"]')).not.toHaveText(before)
  await choose(page, 'Round the bars goes', 'the picture goes on')
  await page.getByRole('button', { name: /finding/ }).click()
  await expect(page.getByText(/folded away from the front/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText(/folded away from the front/)).toBeHidden()
  await choose(page, 'Round the bars goes', 'a plain colour')
  await page.getByRole('link', { name: /Sheet/ }).click()
  await expect(page.getByText('Seen from the front:')).toContainText('900.0 × 600.0 mm')
  await saved(page)
})

test('B5 is asked about, half an A2 is understood, a favourite comes first', async ({ page }) => {
  await open(page, 'Harbour chart, watercolour', 'brief')
  const sheet = page.getByLabel(/^Sheet \(empty/)
  await sheet.fill('B5')
  await sheet.press('Enter')
  await page.getByRole('button', { name: 'JIS B5' }).click()
  await expect(page.getByText('182.0 × 257.0 mm · 7.17 × 10.12 in')).toBeVisible()
  await sheet.fill('17in roll')
  await sheet.press('Enter')
  await expect(page.getByText('431.8 mm roll · 17 in roll')).toBeVisible()
  await sheet.fill('A3')
  await sheet.press('Enter')
  await page.getByRole('button', { name: 'Make it a favourite' }).click()
  await expect(page.getByRole('button', { name: 'Not a favourite' })).toBeVisible()
  expect(await page.locator('datalist option').first().getAttribute('value')).toBe('A3')
  await page.getByRole('button', { name: 'Not a favourite' }).click()
})

test('ways are compared in one table, and another is taken from it', async ({ page }) => {
  await open(page, 'Display board, harbour', 'sheet')
  await tab(page, 'Ways')
  const table = page.getByRole('table', { name: 'Usable ways' })
  await expect(table.getByRole('row', { name: /Gannet 13, Board path/ })).toContainText('chosen')
  await expect(page.getByText(/Rear feeder takes up to 0\.36 mm/)).toBeVisible()
  await table.getByRole('button', { name: 'Minutes' }).click()
  await expect(table.getByRole('columnheader', { name: /Minutes/ })).toHaveAttribute('aria-sort', /ascending|descending/)
  await table
    .getByRole('row', { name: /Heron 17/ })
    .getByRole('button', { name: 'Use' })
    .click()
  await expect(page.locator('[data-decision="printer"]')).toContainText('Heron 17')
  await saved(page)
})

test('a sheet nobody stocks is cut from a larger one and then taken from stock', async ({ page }) => {
  await open(page, 'Coastline, half an A2', 'sheet')
  await tab(page, 'Cut plan')
  await expect(page.getByText(/Each makes 2 sheets of 209\.6 × 593\.6 mm/)).toBeVisible()
  const book = page.getByRole('button', { name: 'Put the pieces into stock' })
  await expect(book).toBeDisabled()
  await page.getByLabel(/The sheets are cut/).check()
  await book.click()
  await expect(page.locator('[data-decision="stock"]')).toContainText('you')
  await expect(page.getByText('The sheet has to be cut first')).toBeHidden()
})

test('a printer is filled in with its path drawn, contradictions said at once, and kept over a reload', async ({ page }) => {
  await page.goto('/lantern-wharf/shelf/printers')
  await page.getByRole('link', { name: 'Plover A3' }).click()
  await tab(page, 'Rear feed')
  const drawing = page.getByRole('group', { name: /^Rear feed: margins/ })
  const margins = page.getByRole('group', { name: 'Margins of a bordered page' })
  await margins.getByLabel('trailing').fill('18')
  await margins.getByLabel('trailing').press('Enter')
  await expect(drawing).toContainText('18.0')
  await page.getByLabel('Width from').fill('400')
  await page.getByLabel('Width from').press('Enter')
  await expect(page.getByText('the minimum is above the maximum').first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save the printer' })).toBeDisabled()
  await page.reload()
  await expect(page.getByText(/contradicts? the rest/)).toBeVisible()
  await tab(page, 'Rear feed !')
  await page.getByLabel('Width from').fill('64')
  await page.getByLabel('Width from').press('Enter')
  await page.getByRole('button', { name: 'Save the printer' }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()

  // The printer itself says 3 mm: shown as a difference, and taken.
  await tab(page, 'Machine')
  await page.getByRole('button', { name: 'Ask the printer' }).click()
  const row = page.getByRole('row', { name: /margins, trailing/ })
  await expect(row).toContainText('18.0 mm')
  await expect(row).toContainText('3.0 mm')
  await page.getByLabel('Take all').check()
  await page.getByRole('button', { name: /^Take \d+ of/ }).click()
  await expect(page.getByText('The record is brought up to date.')).toBeVisible()
  await tab(page, 'Rear feed')
  await expect(page.getByRole('group', { name: 'Margins of a bordered page' }).getByLabel('trailing')).toHaveValue('3.0')
})

test('a lot is measured by the guide, and a slip of the ruler is caught', async ({ page }) => {
  await page.goto('/lantern-wharf/shelf/papers/lamproom-baryta')
  const lot = page.getByRole('listitem', { name: 'Lamp Room Baryta 310, A3' })
  await lot.getByRole('button', { name: 'Measure' }).click()
  const guide = page.getByRole('region', { name: /^Measure lot/ })
  await guide.getByLabel('Width, middle').fill('29.73')
  await guide.getByLabel('Width, middle').press('Enter')
  await expect(guide.getByRole('alert')).toContainText('more than 15.0 mm from')
  await guide.getByLabel('Width, middle').fill('297.5')
  await guide.getByLabel('Width, middle').press('Enter')
  await guide.getByRole('button', { name: 'Keep these readings' }).click()
  await expect(page.getByText('The lot is measured.')).toBeVisible()
})

test('a layout test becomes a job whose borders are all 10 mm', async ({ page }) => {
  await page.goto('/lantern-wharf/shelf/printers/heron')
  await tab(page, 'Cassette')
  await expect(page.getByTestId('calibration')).toContainText('inspections')
  await page.getByRole('button', { name: 'Print a layout test' }).click()
  await expect(page.getByLabel('Title of the job')).toHaveValue('Layout test, Heron 17, Cassette')
  for (const edge of ['leading', 'trailing', 'left', 'right']) await expect(margin(page, edge)).toHaveText('10.0')
})

test('both sides of a card: the second waits until the first is dry, then goes on the same sheets', async ({ page }) => {
  test.setTimeout(150_000)
  const file = await pictureFile()
  const picture = await (
    await page.request.put('/api/studios/lantern-wharf/pictures?name=card.jpg', { headers: OWN_HEADER, data: file.buffer })
  ).json()
  const brief = {
    paperId: 'keepsake-card',
    sheet: { width: 101_600, length: 152_400, name: '4 × 6 in' },
    items: [{ size: { by: 'border', border: 6000 } }],
    make: { as: 'two-sided', flip: 'long-edge', backPicture: 'none', text: { text: 'Back', points: 12, at: 'middle', align: 'centre' } },
  }
  const job = await (
    await page.request.post('/api/studios/lantern-wharf/jobs', { data: { title: 'One card', pictureId: picture.id, brief } })
  ).json()
  await page.request.post('/api/studios/lantern-wharf/printers/dunlin/machine', {
    data: { act: 'load', pathId: 'dunlin-photo', lotId: 'card-4x6', remaining: 5 },
  })
  await page.goto(`/lantern-wharf/jobs/${job.id}/run`)
  await pressPrint(page)
  await delivered(page)
  const second = page.getByRole('region', { name: 'Second side' })
  await expect(second).toContainText('left and right change places')
  await expect(second.getByRole('button', { name: 'Print the back' })).toBeDisabled()
  await second.getByLabel(/I have made sure it is dry/).check()
  await second.getByRole('button', { name: 'Print the back' }).click()
  await expect(page.getByText('Run', { exact: false }).filter({ hasText: ', back' }).first()).toBeVisible()
  await delivered(page)
  await expect(second).toBeHidden()
})
