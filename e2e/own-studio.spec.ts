import { expect, test } from '@playwright/test'
import sharp from 'sharp'
import { OWN_HEADER } from '../core/wire/api/own-header.ts'
import { choose, delivered, freeGannet, pictureFile, pressPrint, saved } from './operator.ts'

const SIM = Number(process.env.ARCH_TEST_SIM ?? 9651)

test('an owner sets up a studio, from nothing to a proven pairing and a print in the log', async ({ page }) => {
  test.setTimeout(180_000)
  await page.goto('/studios')
  await page.getByRole('button', { name: 'Set up my studio' }).click()
  const name = `Mole End ${Date.now() % 100_000}`
  await page.getByLabel('Name of the studio').fill(name)
  const short = name.toLowerCase().replaceAll(' ', '-')
  await expect(page.getByText(`/${short}`)).toBeVisible()
  await page.getByRole('button', { name: 'Set it up' }).click()
  await expect(page).toHaveURL(new RegExp(`/${short}/$`))
  const steps = page.getByRole('region', { name: 'First steps' })
  await expect(steps.getByRole('listitem')).toHaveCount(5)

  // A printer from its class: its values are said to be usual until somebody confirms them.
  await steps.getByRole('link', { name: 'Add a printer' }).click()
  await page.getByRole('button', { name: 'Begin from its class …' }).click()
  await page.getByLabel('What you call it').fill('Petrel')
  await page.getByRole('radio', { name: /13-inch pigment/ }).click()
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page).toHaveURL(/shelf\/printers\/petrel$/)
  const open = page.getByText(/^Saved; \d+ parts are not confirmed yet$/)
  const before = Number((await open.textContent())?.match(/\d+/)?.[0])
  // In the order of a manual, a part at a time: one is confirmed, then a whole path.
  await expect(page.getByText('Usual values, not confirmed yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Machine: as it stands here, it is right' }).click()
  await page.getByRole('button', { name: 'Next: Inks and blacks' }).click()
  await expect(page.getByRole('group', { name: 'Inks' })).toBeVisible()
  await page.getByRole('tab', { name: /^Rear feeder/ }).click()
  await expect(page.getByText('These are usual values of such a path.')).toBeVisible()
  await page.getByRole('button', { name: 'All of it is right' }).click()
  await page.getByRole('button', { name: 'Save the printer' }).click()
  await expect(page.getByText(`Saved; ${before - 9} parts are not confirmed yet`)).toBeVisible()
  await expect(page.getByRole('tab', { name: 'Rear feeder', exact: true })).toHaveAttribute('aria-selected', 'true')
  // And one that says itself what it is.
  await page.goto(`/${short}/shelf/printers`)
  await page.getByLabel('Its address').fill(`ipp://127.0.0.1:${SIM + 2}/ipp/print`)
  await page.getByRole('button', { name: 'Ask the printer' }).click()
  const proposal = page.getByRole('region', { name: 'Proposal' })
  await proposal.getByRole('button', { name: 'Add this printer' }).click()
  await expect(page).toHaveURL(/shelf\/printers\/(?!petrel)./)
  const printer = 'Gannet 13'
  await expect(page.getByRole('heading', { level: 1 })).toContainText(printer)

  // A paper with what stands on its box; its caliper as it is printed there.
  await page.goto(`/${short}/`)
  await page.getByRole('link', { name: 'Add a paper' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Burrow Rag 310')
  await choose(page, 'Surface', 'art or rag')
  await page.getByLabel('Grammage').fill('310')
  // From one field to the next without a pause: the estimate moves along, and what is typed replaces it.
  await page.getByLabel('Grammage').press('Tab')
  await page.keyboard.type('16.5 mil')
  await page.getByLabel('Caliper', { exact: true }).press('Tab')
  await expect(page.getByLabel('Caliper', { exact: true })).toHaveValue('0.419')
  await page.getByRole('button', { name: 'Add it' }).click()
  const record = page.getByRole('article', { name: 'Burrow Rag 310' })
  await expect(record).toContainText('0.419 mm (16.5 mil), from the label')

  // A box and a roll of it arrive.
  await record.getByRole('button', { name: 'Arrived …' }).click()
  await page.getByLabel('Size on the label').fill('A3')
  await page.getByLabel('Size on the label').press('Tab')
  await page.getByLabel('Sheets', { exact: true }).fill('20')
  await page.getByLabel('Number on the box').fill('B-11')
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(record.getByRole('listitem', { name: /A3/ })).toContainText('no. B-11')
  await record.getByRole('button', { name: 'Arrived …' }).click()
  await page.getByLabel('Size on the label').fill('13 in roll')
  await page.getByLabel('Size on the label').press('Tab')
  await page.getByLabel('A full roll holds').fill('12 m')
  await page.getByLabel('A full roll holds').press('Tab')
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(record.getByRole('listitem', { name: /roll/ })).toBeVisible()
  // Set aside, it stays on the shelf and nothing is planned on it; taken back by the same news.
  await record
    .getByRole('listitem', { name: /roll/ })
    .getByRole('button', { name: /What became of/ })
    .click()
  await page.getByRole('menuitem', { name: 'Set it aside' }).click()
  await expect(record.getByRole('listitem', { name: /roll/ })).toContainText('set aside')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(record.getByRole('listitem', { name: /roll/ })).not.toContainText('set aside')

  // Its profile, made for this paper on the printer that was read; what a made file says of itself is confirmed.
  await page.goto(`/${short}/shelf/profiles`)
  await page.getByLabel('Profile files').setInputFiles('demo/profiles/gannet-saltmarsh-cotton.icc')
  const made = page.getByRole('region', { name: 'What it was made for' })
  await choose(made, /^Printer of/, printer)
  await choose(made, /^Paper of/, 'Burrow Rag 310')
  await choose(made, /^Media type of/, /Fine art matte/)
  await made.getByRole('button', { name: /^(Bind|Confirm)$/ }).click()
  await expect(page.getByText('Bound.')).toBeVisible()

  // New paper on this printer: the entry with its reason, what is missing with its cost.
  await page.goto(`/${short}/shelf/pairings`)
  await choose(page, 'Printer', 'Petrel')
  await choose(page, 'Paper', 'Burrow Rag 310')
  const other = page.getByRole('article', { name: 'Burrow Rag 310 on Petrel' })
  await expect(other).toContainText('New on this printer.')
  await expect(other).toContainText('None. Colours are made by the driver: expect 4 to 8 ΔE.')
  await other.getByRole('button', { name: 'Take “Fine art”' }).click()
  await expect(other).toContainText('Not proven yet.')
  // On the one with a profile it began when that was bound.
  await page
    .getByRole('region', { name: printer })
    .getByRole('link', { name: /Burrow Rag 310/ })
    .click()
  const pairing = page.getByRole('article', { name: `Burrow Rag 310 on ${printer}` })
  await expect(pairing).toContainText('Not proven yet.')
  await expect(pairing).toContainText('raised head height for 0.419 mm (16.5 mil)')

  // A job on it, printed on the machine itself, inspected, found in the log; with that the pairing is proven.
  await pairing.getByRole('link', { name: 'Begin a job' }).click()
  await page.getByLabel('Picture file').setInputFiles(await pictureFile())
  await page.getByLabel('Title of the job').fill('First of the house')
  await choose(page, 'Paper', /^Burrow Rag 310/)
  await page.getByLabel(/^Sheet/).fill('A3')
  await page.getByLabel(/^Sheet/).press('Enter')
  await page.getByLabel('By the width of the border').check()
  await page.getByLabel('Border', { exact: true }).fill('40')
  await page.getByLabel('Border', { exact: true }).press('Enter')
  await saved(page)
  await page.getByRole('link', { name: /Sheet/ }).click()
  await page.locator('[data-decision="printer"]').click()
  await page
    .getByRole('button', { name: new RegExp(`^(Use|Pin) ${printer}`) })
    .first()
    .click()
  await expect(page.locator('[data-decision="printer"]')).toContainText(printer)
  await saved(page)
  // The demo prints on the same machine: what stands there first has its turn.
  await freeGannet(page)
  await page.getByRole('link', { name: /Load/ }).click()
  await choose(page, 'Put in', /Burrow Rag 310, A3/)
  await page.getByRole('button', { name: 'Put it in' }).click()
  await expect(page.locator('[data-tray]')).toContainText('Burrow Rag 310')
  await page.getByRole('link', { name: 'Run' }).click()
  await pressPrint(page)
  // With the head raised this machine asks at its panel and waits; somebody stands there.
  const panel = `/api/studios/${short}/printers/gannet/machine`
  await expect.poll(async () => (await (await page.request.get(panel)).json()).display?.ok ?? null, { timeout: 60_000 }).not.toBeNull()
  await page.request.post(panel, { data: { act: 'go' } })
  await delivered(page)
  await page.getByRole('link', { name: 'Inspect it' }).click()
  await page.getByLabel('Right', { exact: true }).check()
  await page.getByLabel('Note').fill('the very first one')
  await page.getByRole('button', { name: 'Write it into the log' }).click()
  await expect(page.getByText('Written into the log.')).toBeVisible()
  await page.getByRole('link', { name: 'Log' }).click()
  await page.getByLabel('Search the log').fill('very first')
  await expect(page.getByRole('link', { name: 'First of the house' })).toBeVisible()
  await page.goto(`/${short}/shelf/pairings`)
  await page
    .getByRole('region', { name: printer })
    .getByRole('link', { name: /Burrow Rag 310/ })
    .click()
  await expect(pairing).toContainText('Proven: 1 good.')

  // Nothing of it is anybody else's.
  await page.goto('/lantern-wharf/shelf/papers')
  await expect(page.getByRole('link', { name: /Beacon Gloss/ })).toBeVisible()
  await expect(page.getByRole('link', { name: /Burrow Rag/ })).toHaveCount(0)

  // Removed by typing its name.
  await page.goto('/studios')
  await page.getByRole('button', { name: `What can be done with ${name}` }).click()
  await page.getByRole('menuitem', { name: 'Remove …' }).click()
  await expect(page.getByRole('button', { name: 'Remove it' })).toBeDisabled()
  await page.getByLabel(`Type “${name}” to remove it`).fill(name)
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(page.getByRole('heading', { name })).toHaveCount(0)
  await page.goto(`/${short}/`)
  await expect(page.getByText(`There is no studio “${short}”`)).toBeVisible()
})

test('a studio of seventy papers by a spreadsheet', async ({ page }) => {
  const name = `Seventy ${Date.now() % 100_000}`
  const { studio } = await (await page.request.post('/api/studios', { data: { name } })).json()
  await page.goto(`/${studio}/shelf/papers`)
  await page.getByRole('button', { name: 'From a list (CSV)' }).click()
  // As an owner's program writes it: semicolons, decimal commas, headings of its own, one line that is none, Windows-1252.
  const lines = Array.from(
    { length: 70 },
    (_, i) => `Reed ${i + 1};${['Matt', 'Glanz glossy', 'Cotton rag'][i % 3]};${150 + i};0,${200 + i};${9 + i},50`,
  )
  const list = Buffer.from(`Papier;Qualit\u00e4t;Gewicht;Dicke;Preis\r\n${lines.join('\r\n')}\r\nReed 71;;;;\r\n`, 'latin1')
  await page.getByLabel('List of papers').setInputFiles({ name: 'papiere.csv', mimeType: 'text/csv', buffer: list })
  const dialog = page.getByRole('dialog')
  // One heading is matched by hand; a row that says too little says what it lacks.
  await expect(dialog).toContainText('0 new')
  await choose(dialog, '“Qualität” is', 'surface')
  await expect(dialog).toContainText('70 new, 0 different, 0 the same, 1 cannot be taken')
  await dialog.getByRole('button', { name: 'Take 70' }).click()
  // A long shelf comes a page at a time, and whoever looks for one finds it among all.
  const reeds = page.getByRole('link', { name: /^Reed / })
  await expect(reeds).toHaveCount(30)
  await page.getByLabel('Find a paper').fill('reed 70')
  await expect(reeds).toHaveCount(1)
  await page.getByLabel('Find a paper').fill('')
  await expect(reeds).toHaveCount(30)
  await page.getByRole('button', { name: '40 more' }).click()
  await expect(reeds).toHaveCount(70)
  await page.getByRole('link', { name: /^Reed 3 / }).click()
  await expect(page.getByRole('article')).toContainText('0.202 mm (8.0 mil), from the label')
  await expect(page.getByRole('article')).toContainText('EUR 11.50 a square metre')
  // Read again, all are the same: the match is remembered.
  await page.getByRole('button', { name: 'From a list (CSV)' }).click()
  await page.getByLabel('List of papers').setInputFiles({ name: 'papiere.csv', mimeType: 'text/csv', buffer: list })
  await expect(dialog).toContainText('0 new, 0 different, 70 the same, 1 cannot be taken')
  await expect(dialog.getByRole('button', { name: 'Take 0' })).toBeDisabled()
})

test('papers and boxes are taken over from another studio, each shown first as it stands here', async ({ page, request }) => {
  const made = await request.post('/api/studios', { headers: OWN_HEADER, data: { name: `Taker ${Date.now() % 100_000}` } })
  const { studio, name } = await made.json()
  await page.goto(`/${studio}/shelf/papers`)
  await page.getByRole('button', { name: 'From another studio …' }).click()
  const dialog = page.getByRole('dialog', { name: 'Take from another studio' })
  await choose(dialog, 'Studio', 'Lantern Wharf')
  const kind = (of: string) => dialog.getByRole('region', { name: of })
  await expect(kind('Papers')).toContainText('0 the same')
  // Everything new is ticked: here only one paper's box is wanted, and its paper comes along.
  for (const of of ['Printers', 'Papers', 'Profiles', 'Boxes and rolls', 'Pairings'])
    await kind(of).getByRole('checkbox', { name: of }).click()
  await expect(dialog.getByRole('button', { name: 'Take 0' })).toBeDisabled()
  await kind('Boxes and rolls')
    .getByRole('checkbox', { name: /^Beacon Gloss 260, A4/ })
    .first()
    .click()
  await dialog.getByRole('button', { name: 'Take 1' }).click()
  await expect(page.getByText('2 taken.')).toBeVisible()
  const paper = page.getByRole('link', { name: /Beacon Gloss 260/ })
  await expect(paper).toContainText('1 on the shelf')
  // Looked at again, it is the same.
  await page.getByRole('button', { name: 'From another studio …' }).click()
  await choose(dialog, 'Studio', 'Lantern Wharf')
  await expect(kind('Papers')).toContainText('1 the same')
  await expect(kind('Boxes and rolls')).toContainText('1 the same')
  await page.keyboard.press('Escape')
  await request.delete(`/api/studios/${studio}`, { headers: OWN_HEADER, data: { name } })
})

test('an owner looks after it: a backup now, what uses the disk, and room that runs short is said on the bench', async ({ page }) => {
  test.setTimeout(120_000)
  await page.goto('/lantern-wharf/shelf/upkeep')
  const made = page.getByRole('list', { name: 'Backups that are there' })
  await page.getByRole('button', { name: 'Make one now' }).click()
  await expect(made.getByText(/^arch-plate-\d{4}-\d\d-\d\d-\d{6}\.zip$/).first()).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText(/^The last good one was made .* ago: \d/)).toBeVisible()
  const uses = page.getByRole('table', { name: 'What uses the disk, all studios together' })
  for (const what of ['Database', 'Pictures as they came', 'Profiles']) await expect(uses.getByRole('cell', { name: what })).toBeVisible()
  // The house rules keep more free than there is: that is said where one works, and a picture is not taken in.
  await page.getByRole('link', { name: 'House rules', exact: true }).first().click()
  const reserve = page.getByLabel('Room that is kept free on the disk')
  await reserve.fill('9999999')
  await reserve.blur()
  try {
    await page.goto('/lantern-wharf/')
    const needs = page.getByRole('region', { name: 'Needs a hand' })
    const call = needs.getByRole('listitem').filter({ hasText: 'are free on the disk' })
    // Behind what the work asks for, however much that is.
    await expect(call.or(needs.getByRole('button', { name: /more$/ })).first()).toBeVisible()
    if (!(await call.isVisible())) await needs.getByRole('button', { name: /more$/ }).click()
    await call.getByRole('link', { name: 'See to it' }).click()
    await expect(page).toHaveURL(/shelf\/upkeep$/)
    await expect(page.getByRole('status').filter({ hasText: 'the house rules keep 10 TB free' })).toBeVisible()
  } finally {
    await page.request.patch('/api/studios/lantern-wharf/studio/rules', { data: { diskReserve: 500 }, headers: OWN_HEADER })
  }
})

test('a picture that no open job needs is removed; one that a job needs shows it, and is not', async ({ page }) => {
  const spare = `spare-${Date.now()}`
  const bytes = await sharp({ create: { width: 91, height: 60, channels: 3, background: '#472' } })
    .png()
    .toBuffer()
  const add = (name: string) => page.request.put(`/api/studios/lantern-wharf/pictures?name=${name}`, { data: bytes, headers: OWN_HEADER })
  await add(`${spare}-one.png`)
  const { id } = (await (await add(`${spare}-two.png`)).json()) as { id: string }
  await page.request.post('/api/studios/lantern-wharf/jobs', { data: { title: 'Spare job', pictureId: id }, headers: OWN_HEADER })
  await page.goto('/lantern-wharf/shelf/upkeep')
  const pictures = page.getByRole('region', { name: 'Pictures, the oldest first' })
  await pictures.getByLabel('Name').fill(spare)
  const rows = pictures.getByRole('row').filter({ hasText: spare })
  await expect(rows).toHaveCount(2)
  await expect(rows.nth(1).getByRole('link', { name: /Spare job$/ })).toBeVisible()
  await expect(rows.nth(1).getByRole('button')).toHaveCount(0)
  await page.setViewportSize({ width: 390, height: 844 })
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  await page.setViewportSize({ width: 1280, height: 800 })
  await rows
    .nth(0)
    .getByRole('button', { name: `Remove ${spare}-one.png …` })
    .click()
  await page.getByRole('button', { name: 'Remove the picture' }).click()
  await expect(rows).toHaveCount(1)
  await expect(rows).toContainText(`${spare}-two.png`)
  await pictures.getByLabel('Name').fill('no such name')
  await expect(pictures.getByText('No picture has “no such name” in its name.')).toBeVisible()
})

test('what a paper is like is corrected in its record: a card comes creased, and a job on it says so', async ({ page }) => {
  await page.goto('/lantern-wharf/shelf/papers/keepsake-card')
  const crease = async (how: string) => {
    await page.getByRole('button', { name: /^Edit/ }).click()
    await choose(page, 'Comes creased', how)
    await page.getByRole('button', { name: /^Save/ }).click()
  }
  await crease('across its long side')
  await expect(page.getByText('comes creased across its long side')).toBeVisible()
  await page.goto('/lantern-wharf/jobs/17/sheet')
  await page.getByRole('button', { name: /\d findings/ }).click()
  await expect(page.getByText('The card comes creased').first()).toBeVisible()
  await page.goto('/lantern-wharf/shelf/papers/keepsake-card')
  await crease('no, it is flat')
  await expect(page.getByText('comes creased')).toHaveCount(0)
})
