import { expect, type Page, test } from '@playwright/test'
import sharp from 'sharp'
import { OWN_HEADER } from '../core/wire/api/own-header.ts'
import { choose, delivered, drag, draggable, hand, pressPrint, saved, type } from './operator.ts'

const API = '/api/studios/lantern-wharf'
const A3 = { width: 297_000, length: 420_000, name: 'A3' }

/** Small picture files, each of a name of its own, in twelve colours. */
const files = (n: number, size: [number, number] = [240, 160]) =>
  Promise.all(
    Array.from({ length: n }, async (_, i) => ({
      name: `plate-${String(i + 1).padStart(3, '0')}.png`,
      mimeType: 'image/png',
      buffer: await sharp({
        create: {
          width: size[0],
          height: size[1],
          channels: 3,
          background: { r: ((i % 12) * 53) % 256, g: ((i % 12) * 97) % 256, b: ((i % 12) * 151) % 256 },
        },
      })
        .withIccProfile('srgb')
        .png()
        .toBuffer(),
    })),
  )

async function demoPictures(page: Page): Promise<string[]> {
  return ((await (await page.request.get(`${API}/pictures/demo`)).json()) as { id: string }[]).map(({ id }) => id)
}

/** A job of these pictures, made behind the screen. */
async function jobOf(page: Page, title: string, pictureIds: string[], brief: object): Promise<number> {
  const made = await page.request.post(`${API}/jobs`, { headers: OWN_HEADER, data: { title, pictureIds, brief } })
  expect(made.status()).toBe(201)
  return (await made.json()).id
}
const layout = (page: Page) => page.getByRole('region', { name: 'Layout' })

test('a set of sizes on letter from one picture: sizes typed, one sheet, cut apart by numbered cuts that are ticked', async ({ page }) => {
  const [picture] = await demoPictures(page)
  const id = await jobOf(page, 'Family set', [picture ?? '', picture ?? '', picture ?? ''], {
    paperId: 'harbour-lustre',
    unit: 'in',
    sheet: { width: 215_900, length: 279_400, name: 'Letter' },
  })
  await page.goto(`/lantern-wharf/jobs/${id}/brief`)
  await layout(page)
    .getByRole('radio', { name: /^A set of sizes/ })
    .check()
  for (const [n, size, copies] of [
    [1, '5 × 7 in', '1'],
    [2, '3.5 × 2.5 in', '2'],
    [3, '2 × 2.5 in', '3'],
  ] as const) {
    await type(page, `Size of picture ${n}`, size)
    await type(page, `Copies of picture ${n}`, copies)
  }
  await expect(page.getByText('3 pictures, 6 prints')).toBeVisible()
  await saved(page)
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  await expect(page.locator('[data-role="picture"]')).toHaveCount(6)
  await expect(layout(page).getByRole('status').first()).toHaveText('1 sheet')
  await page.getByRole('tab', { name: 'Cut apart' }).click()
  const cuts = page.getByRole('region', { name: 'Cuts in their order' })
  await expect(cuts.getByRole('heading')).toContainText('6 pieces')
  await cuts.getByRole('checkbox').first().check()
  await page.reload()
  await page.getByRole('tab', { name: 'Cut apart' }).click()
  await expect(cuts.getByRole('checkbox').first()).toBeChecked()
  const pdf = await page.request.get(`${API}/jobs/${id}/cuts.pdf?scale=1`)
  expect([pdf.status(), (await pdf.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-'])
})

test('four different pictures to a sheet: dragged onto each other they change places, and an edit can be undone', async ({ page }) => {
  const four = (await demoPictures(page)).slice(0, 4)
  const id = await jobOf(page, 'Four up', four, { paperId: 'harbour-lustre', sheet: A3 })
  await page.goto(`/lantern-wharf/jobs/${id}/brief`)
  await layout(page).getByRole('radio', { name: 'Equal cells on a sheet' }).check()
  await saved(page)
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  const items = () => page.locator('[data-role="picture"]').evaluateAll((all) => all.map((g) => g.getAttribute('data-item')))
  await draggable(page)
  expect(await items()).toEqual(['1', '2', '3', '4'])
  const boxes = await Promise.all([0, 3].map((at) => page.locator(`[data-role="picture"][data-at="${at}"]`).boundingBox()))
  const [from, to] = boxes.map((box) => ({ x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) / 2 }))
  await page.mouse.move(from?.x ?? 0, from?.y ?? 0)
  await page.mouse.down()
  await page.mouse.move(to?.x ?? 0, to?.y ?? 0, { steps: 8 })
  await page.mouse.up()
  await expect.poll(items).toEqual(['4', '2', '3', '1'])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(items).toEqual(['1', '2', '3', '4'])
  // The layout is kept by name and used in another job with other pictures.
  await type(layout(page), 'Gutter', '9')
  await page.getByLabel('Name for this layout').fill('Wall of four')
  await page.getByRole('region', { name: 'Kept layouts' }).getByRole('button', { name: 'Keep', exact: true }).click()
  const other = await jobOf(page, 'Other four', (await demoPictures(page)).slice(4, 8), { paperId: 'harbour-lustre', sheet: A3 })
  await page.goto(`/lantern-wharf/jobs/${other}/brief`)
  await page.getByRole('button', { name: 'Wall of four', exact: true }).click()
  await expect(layout(page).getByLabel('Gutter')).toHaveValue('9.0')
  await saved(page)
})

test('each on sheets of its own: beside a sheet stand its own borders, and what is typed or turned there is its picture', async ({
  page,
}) => {
  const id = await jobOf(page, 'Two apart', (await demoPictures(page)).slice(0, 2), { paperId: 'harbour-lustre', sheet: A3 })
  await page.goto(`/lantern-wharf/jobs/${id}/brief`)
  await layout(page).getByRole('radio', { name: 'Each on sheets of its own' }).check()
  for (const n of [1, 2]) await type(page, `Size of picture ${n}`, n === 1 ? '150 × 100 mm' : '180 × 120 mm')
  await saved(page)
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  const place = page.getByRole('tabpanel', { name: 'Place' })
  const size = async () =>
    [await place.getByLabel('Print, across').inputValue(), await place.getByLabel('Print, along').inputValue()].sort()
  // What lies white left and right, and the print between them, are as wide as the sheet.
  const across = async () => {
    const margin = async (edge: string) => Number(await place.locator(`[data-margin="${edge}"]`).textContent())
    return (await margin('left')) + Number(await place.getByLabel('Print, across').inputValue()) + (await margin('right'))
  }
  await expect.poll(size).toEqual(['100.0', '150.0'])
  const wide = await across()
  await page.getByRole('button', { name: 'The next sheet' }).click()
  await expect.poll(size).toEqual(['120.0', '180.0'])
  expect(Math.abs((await across()) - wide)).toBeLessThan(0.2)
  const before = await place.getByLabel('Print, across').inputValue()
  await page.getByRole('button', { name: 'Turn r', exact: true }).click()
  await expect(place.getByLabel('Print, across')).toHaveValue(before === '180.0' ? '120.0' : '180.0')
  await type(page, 'Print, along', before === '180.0' ? '150' : '90')
  await saved(page)
  const { brief } = await (await page.request.get(`${API}/jobs/${id}`)).json()
  expect(brief.items.map(({ turn }: { turn: number | null }) => turn === null)).toEqual([true, false])
  await page.getByRole('button', { name: 'The sheet before' }).click()
  await expect.poll(size).toEqual(['100.0', '150.0'])
  // What is said once is said of both.
  await page.goto(`/lantern-wharf/jobs/${id}/brief`)
  const usual = await page.getByLabel('Looked at from').inputValue()
  await expect(page.getByText('Usual for this size')).toBeVisible()
  await type(page, 'Looked at from', '650')
  await page.getByRole('button', { name: /^Usual: / }).click()
  await expect(page.getByLabel('Looked at from')).toHaveValue(usual)
  await type(page, 'Looked at from', '700')
  await saved(page)
  await page.goto(`/lantern-wharf/jobs/${id}/run`)
  await choose(page, 'Output sharpening, %', '50')
  await saved(page)
  const now = (await (await page.request.get(`${API}/jobs/${id}`)).json()).brief.items as { sharpen: number; viewingDistance: number }[]
  expect(now.map(({ sharpen, viewingDistance }) => [sharpen, viewingDistance])).toEqual([
    [50, 700_000],
    [50, 700_000],
  ])
})

test('two to a sheet: each in its cell beside the other, and they change places', async ({ page }) => {
  const id = await jobOf(page, 'Two up', (await demoPictures(page)).slice(0, 2), { paperId: 'harbour-lustre', sheet: A3 })
  await page.goto(`/lantern-wharf/jobs/${id}/brief`)
  await layout(page).getByRole('radio', { name: 'Equal cells on a sheet' }).check()
  await saved(page)
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  await draggable(page)
  const pictures = page.locator('[data-role="picture"]')
  const items = () => pictures.evaluateAll((all) => all.map((g) => g.getAttribute('data-item')))
  expect(await items()).toEqual(['1', '2'])
  const [one, other] = await Promise.all([0, 1].map((at) => pictures.nth(at).boundingBox()))
  if (!one || !other) throw new Error('two pictures were to be drawn')
  const beside = one.x + one.width <= other.x || other.x + other.width <= one.x
  const under = one.y + one.height <= other.y || other.y + other.height <= one.y
  expect(beside || under).toBe(true)
  await page.mouse.move(one.x + one.width / 2, one.y + one.height / 2)
  await page.mouse.down()
  await page.mouse.move(other.x + other.width / 2, other.y + other.height / 2, { steps: 8 })
  await page.mouse.up()
  await expect.poll(items).toEqual(['2', '1'])
  await saved(page)
})

test('laid out by hand: each picture is dragged by itself, nudged by keys, and lies where it was put after a reload', async ({ page }) => {
  const two = (await demoPictures(page)).slice(0, 2)
  const place = (item: string, x: number) => ({ item, x, y: 60_000, width: 90_000, height: 60_000, turn: 0, fill: true })
  const id = await jobOf(page, 'By hand', two, {
    paperId: 'harbour-lustre',
    sheet: A3,
    arrangement: {
      as: 'free',
      sheets: 1,
      places: [place('1', 40_000), place('2', 160_000)],
      gutter: 0,
      border: 0,
      bleed: 0,
      marks: 'none',
      hairline: false,
      captions: 'none',
      line: '',
    },
  })
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  await draggable(page)
  const places = async () =>
    (await (await page.request.get(`${API}/jobs/${id}`)).json()).brief.arrangement.places as { x: number; y: number }[]
  const second = page.locator('[data-role="picture"][data-at="1"]')
  await second.focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Shift+ArrowRight')
  await saved(page)
  expect(await places()).toMatchObject([
    { x: 40_000, y: 60_000 },
    { x: 170_000, y: 61_000 },
  ])
})

test('places chosen together go in one line; a file dropped into the empty one lies there; a picture is pushed about in its place', async ({
  page,
}) => {
  const two = (await demoPictures(page)).slice(0, 2)
  const place = (item: string | null, x: number, y: number) => ({ item, x, y, width: 90_000, height: 80_000, turn: 0, fill: true })
  const id = await jobOf(page, 'Chosen together', two, {
    paperId: 'harbour-lustre',
    sheet: A3,
    arrangement: {
      as: 'free',
      sheets: 1,
      places: [place('1', 40_000, 60_000), place(null, 100_000, 250_000), place('2', 160_000, 90_000)],
      gutter: 0,
      border: 0,
      bleed: 0,
      marks: 'none',
      hairline: false,
      captions: 'none',
      line: '',
    },
  })
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  await draggable(page)
  const now = async () => (await (await page.request.get(`${API}/jobs/${id}`)).json()).brief
  const at = (n: number) => page.locator(`[data-role="picture"][data-at="${n}"]`)
  await at(0).click()
  await at(1).click({ modifiers: ['Shift'] })
  const places = page.getByRole('region', { name: 'Places' })
  await expect(places.getByText('2 of 3 chosen')).toBeVisible()
  await places.getByRole('button', { name: 'leading' }).click()
  await saved(page)
  expect((await now()).arrangement.places).toMatchObject([{ y: 60_000 }, { y: 250_000 }, { y: 60_000 }])

  // The same by keys alone: the space bar chooses beside others, arrows move all that are chosen.
  await at(1).focus()
  await page.keyboard.press('Space')
  await expect(places.getByText('1 of 3 chosen')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(places.getByText('2 of 3 chosen')).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await saved(page)
  expect((await now()).arrangement.places).toMatchObject([{ y: 61_000 }, { y: 250_000 }, { y: 61_000 }])
  // And by the list, which knows the empty ones too.
  await places.getByRole('checkbox', { name: /^2 empty/ }).focus()
  await page.keyboard.press('Space')
  await expect(places.getByText('3 of 3 chosen')).toBeVisible()
  await page.keyboard.press('Space')

  // A file let go over the empty place.
  const [file] = await files(1, [300, 200])
  const data = await page.evaluateHandle(
    ([bytes]) => {
      const transfer = new DataTransfer()
      transfer.items.add(new File([new Uint8Array(bytes as number[])], 'dropped.png', { type: 'image/png' }))
      return transfer
    },
    [[...(file?.buffer ?? [])]],
  )
  await expect(page.locator('[data-takes-files="true"]')).toBeAttached()
  const empty = page.locator('[data-place="1"]')
  await empty.dispatchEvent('dragover', { dataTransfer: data })
  await expect(page.getByText('Lies in this place')).toBeVisible()
  await empty.dispatchEvent('drop', { dataTransfer: data })
  await expect(page.getByText('dropped.png is in.')).toBeVisible()
  await saved(page)
  expect((await now()).arrangement.places.map(({ item }: { item: string }) => item)).toEqual(['1', '3', '2'])

  // The panorama fills a place of 9 × 8: it is seen by its middle, until it is pushed to the left.
  await page.getByRole('radio', { name: 'Crops' }).click()
  await draggable(page)
  await drag(page, at(0), -30, 0)
  await saved(page)
  expect((await now()).items[0].cropAt.x).toBeGreaterThan(0.5)
  expect((await now()).items[0].cropAt.y).toBe(0.5)
  expect((await now()).arrangement.places[0]).toMatchObject({ x: 40_000, y: 61_000 })
})

test('a contact sheet of sixty files dropped at once: a bad one is listed, the rest lie in rows with their names', async ({ page }) => {
  test.setTimeout(300_000)
  await page.goto('/lantern-wharf/new')
  const bad = { name: 'broken.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') }
  await page.getByLabel('More pictures').setInputFiles([bad])
  const alert = page.getByRole('alert').filter({ hasText: 'left out' })
  await expect(alert).toContainText(/^One file was left out\.broken\.png: /)
  await page.getByLabel('More pictures').setInputFiles([...(await files(59)), bad, ...(await files(1, [200, 300]))])
  await expect(page.getByRole('heading', { name: '60 pictures are in' })).toBeVisible({ timeout: 240_000 })
  await expect(alert).toContainText(/^One file was left out; the others are in\.broken\.png: /)
  await page.getByRole('button', { name: 'A contact sheet of them' }).click()
  await expect(page.getByText('60 pictures, 60 prints')).toBeVisible()
  const id = Number(/jobs\/(\d+)/.exec(page.url())?.[1])
  const { version, brief } = await (await page.request.get(`${API}/jobs/${id}`)).json()
  await page.request.patch(`${API}/jobs/${id}`, {
    headers: OWN_HEADER,
    data: { version, brief: { ...brief, paperId: 'harbour-lustre', sheet: A3 } },
  })
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  await expect(page.getByRole('group', { name: 'Sheets' })).toContainText('Sheet 1 of 2')
  await expect(page.locator('[data-role="words"]').first()).toContainText('1 plate-001')
  await page.getByRole('button', { name: 'The next sheet' }).click()
  await expect(page.getByRole('group', { name: 'Sheets' })).toContainText('Sheet 2 of 2')
})

test('an upload that a reload broke off goes on: what is in is not sent again', async ({ page }) => {
  const six = await files(6, [250, 170])
  let sent = 0
  // The fourth never arrives, and nothing after it.
  let broken = true
  await page.route('**/pictures?name=*', async (route) => (broken && ++sent > 3 ? undefined : route.continue()))
  await page.goto('/lantern-wharf/new')
  await page.getByLabel('More pictures').setInputFiles(six)
  await expect(page.getByText('3 of 6')).toBeVisible()
  await page.reload()
  await expect(page.getByText('3 files are in from an upload that was broken off.')).toBeVisible()
  // The way stays under watch: a request that is on it while a watch is taken away may never arrive.
  broken = false
  const names: string[] = []
  page.on('request', (request) => {
    if (request.method() === 'PUT') names.push(new URL(request.url()).searchParams.get('name') ?? '')
  })
  await page.getByLabel('More pictures').setInputFiles(six)
  await expect(page.getByRole('heading', { name: '6 pictures are in' })).toBeVisible()
  expect(names).toHaveLength(3)
  await page.getByRole('button', { name: 'One job with all 6' }).click()
  await expect(page.getByText('6 pictures, 6 prints')).toBeVisible()
  await page.goto('/lantern-wharf/new')
  await expect(page.getByRole('button', { name: 'Many files …' })).toBeVisible()
  await expect(page.getByText('broken off')).toHaveCount(0)
})

test('twelve files become twelve jobs, set up as a kept set-up', async ({ page }) => {
  test.setTimeout(120_000)
  const [picture] = await demoPictures(page)
  const id = await jobOf(page, 'Kept one', [picture ?? ''], {
    paperId: 'harbour-lustre',
    sheet: A3,
    items: [{ size: { by: 'border', border: 30_000 } }],
  })
  expect((await page.request.post(`${API}/jobs/${id}/setups`, { headers: OWN_HEADER, data: { name: `Wall set ${id}` } })).status()).toBe(
    201,
  )
  await page.goto('/lantern-wharf/new')
  await page.getByLabel('More pictures').setInputFiles(await files(12))
  await expect(page.getByRole('heading', { name: '12 pictures are in' })).toBeVisible({ timeout: 120_000 })
  await choose(page, 'Set up as', new RegExp(`^Wall set ${id}:`))
  await page
    .getByLabel('List of sizes and copies')
    .setInputFiles({ name: 'wall.csv', mimeType: 'text/csv', buffer: Buffer.from('name,copies\nplate-001,5\nplate-099,2\n') })
  await expect(page.getByText('1 of 12 pictures are in the list.')).toBeVisible()
  await expect(page.getByText('No such file is here: plate-099.')).toBeVisible()
  await page.getByRole('button', { name: '12 jobs, one each' }).click()
  await expect(page.getByText('12 jobs are begun.')).toBeVisible()
  const jobs = (await (await page.request.get(`${API}/jobs`)).json()) as {
    title: string
    brief: { paperId: string; items: { size: object; copies: number }[] }
  }[]
  const mine = jobs.filter(({ title }) => title.startsWith('plate-0')).slice(0, 12)
  expect(mine.length).toBe(12)
  expect(mine.map(({ brief }) => brief.items[0]?.copies).filter((n) => n === 5).length).toBe(1)
  for (const { brief } of mine)
    expect(brief).toMatchObject({ paperId: 'harbour-lustre', items: [{ size: { by: 'border', border: 30_000 } }] })
})

test('one change to two jobs is seen in each before it is done, and taken back in one step', async ({ page }) => {
  const [picture] = await demoPictures(page)
  const brief = { paperId: 'harbour-lustre', sheet: A3 }
  const [a, b] = [await jobOf(page, 'First of two', [picture ?? ''], brief), await jobOf(page, 'Second of two', [picture ?? ''], brief)]
  const papers = () =>
    Promise.all(
      [a, b].map(
        async (id) => ((await (await page.request.get(`${API}/jobs/${id}`)).json()) as { brief: { paperId: string } }).brief.paperId,
      ),
    )
  await page.goto('/lantern-wharf/')
  await page.getByRole('button', { name: 'several at once' }).click()
  const dialog = page.getByRole('dialog', { name: 'Several jobs at once' })
  await dialog.getByRole('checkbox', { name: new RegExp(`^${a} First of two`) }).check()
  await dialog.getByRole('checkbox', { name: new RegExp(`^${b} Second of two`) }).check()
  await expect(dialog.getByRole('button', { name: 'Change 2 jobs' })).toBeDisabled()
  await dialog.getByRole('combobox', { name: 'Paper' }).click()
  await page.getByRole('option', { name: 'Lamp Room Baryta 310' }).click()
  await expect(dialog.getByRole('listitem').filter({ hasText: `${b} Second of two` })).toContainText(
    /Stock: Lamp Room Baryta.*, not Harbour Lustre/,
  )
  await dialog.getByRole('button', { name: 'Change 2 jobs' }).click()
  await expect(page.getByText('2 jobs changed.')).toBeVisible()
  expect(await papers()).toEqual(['lamproom-baryta', 'lamproom-baryta'])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(papers).toEqual(['harbour-lustre', 'harbour-lustre'])
})

test('a run is printed again from the log, and a new picture is set up as a kept set-up', async ({ page }) => {
  const { runs } = (await (await page.request.get(`${API}/runs`)).json()) as { runs: { id: number; jobTitle: string; state: string }[] }
  const run = runs.find(({ state }) => state === 'done')
  await page.goto(`/lantern-wharf/runs/${run?.id}`)
  await page.getByRole('region', { name: 'Print again' }).getByRole('button', { name: 'Print again' }).click()
  await expect(page).toHaveURL(/jobs\/\d+\/sheet/)
  await expect(page.getByRole('textbox', { name: /title|name/i }).first()).toHaveValue(`${run?.jobTitle}, again`)
  const [, , , picture] = await demoPictures(page)
  const like = await jobOf(page, 'To be kept', [picture ?? ''], {
    paperId: 'harbour-lustre',
    sheet: A3,
    items: [{ copies: 2, size: { by: 'border', border: 41_000 } }],
  })
  await page.request.post(`${API}/jobs/${like}/setups`, { headers: OWN_HEADER, data: { name: `Border of 41, ${like}` } })
  const id = await jobOf(page, 'Fresh', [picture ?? ''], {})
  await page.goto(`/lantern-wharf/jobs/${id}/brief`)
  await choose(page, 'Set up as', new RegExp(`^Border of 41, ${like}:`))
  await saved(page)
  const now = async () => (await (await page.request.get(`${API}/jobs/${id}`)).json()).brief
  expect(await now()).toMatchObject({ paperId: 'harbour-lustre', items: [{ copies: 1, size: { by: 'border', border: 41_000 } }] })
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect.poll(async () => (await now()).paperId).toBeNull()
})

test('two hundred cards, four to a sheet, are fifty sheets, more than there are; two of the last kind are printed by themselves and looked at', async ({
  page,
}) => {
  const [one = '', other = ''] = await demoPictures(page)
  const id = await jobOf(page, 'Two hundred cards', [one, other], {
    paperId: 'harbour-lustre',
    sheet: A3,
    // Before everything else that waits for this printer.
    dueAt: '2000-01-01T00:00:00.000Z',
    items: [{ copies: 198 }, { copies: 2 }],
    arrangement: {
      as: 'grid',
      columns: 2,
      rows: 2,
      cell: null,
      fill: true,
      turn: true,
      gutter: 5000,
      border: 10_000,
      bleed: 0,
      marks: 'corners',
      hairline: false,
      captions: 'none',
      line: '',
    },
  })
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  await expect(layout(page).getByRole('status').first()).toHaveText('50 sheets of 2 kinds')
  await hand(page, 'heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 10 })
  // On the bench the job takes up what its sheets take: by its set-up's own numbers, so many of fifty.
  const { brief, pins } = await (await page.request.get(`${API}/jobs/${id}`)).json()
  const { estimates } = await (await page.request.post(`${API}/plates/resolve`, { headers: OWN_HEADER, data: { brief, pins } })).json()
  const onBench = async (sheets: number) => {
    const minutes = estimates.loadingMinutes + (estimates.printingSeconds / 60) * (sheets / 50) + estimates.dryingMinutes
    await page.goto('/lantern-wharf/')
    await expect(page.getByTitle(`${id} Two hundred cards: ready in ${Math.round(minutes)} min`)).toBeVisible()
  }
  await onBench(50)
  await page.goto(`/lantern-wharf/jobs/${id}/run`)
  // In the list and in the bar the same: what is short is that of the sheets that are chosen.
  const takes = (sheets: number) => page.getByText(`It takes ${sheets} sheets and the lot has`)
  await expect(takes(50)).toHaveCount(2)
  await page.getByRole('radio', { name: 'some of them by themselves' }).check()
  await page.getByLabel('Sheet 2, 4 pictures').check()
  await page.getByLabel('Sheet 1, 4 pictures, 49 times').uncheck()
  await type(page, 'How many of sheet 2', '2')
  await expect(page.getByText(/^2 sheets on /)).toBeVisible()
  await expect(page.getByText('Not enough of this lot')).toHaveCount(0)
  await pressPrint(page)
  await delivered(page)
  await expect(page.getByRole('region', { name: 'Runs of this job' })).toContainText(/Run \d+/)
  const [run] = await (await page.request.get(`${API}/jobs/${id}/runs`)).json()
  expect(run).toMatchObject({ sheetsDelivered: 2, copies: 2, only: [{ form: 'front-2', count: 2 }] })
  // Each picture of that sheet by itself, beside its own proof and original.
  await page.request.post(`${API}/runs/${run.id}/dry`, { headers: OWN_HEADER })
  await page.goto(`/lantern-wharf/jobs/${id}/inspect`)
  const beside = page.getByRole('region', { name: 'Print, proof and original' })
  await expect(beside.getByRole('combobox', { name: 'Looked at' })).toContainText('Picture 1: ')
  const original = () => beside.getByLabel('Original').evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL())
  const first = await original()
  await choose(beside, 'Looked at', /^Picture 2: /)
  await expect.poll(original).not.toBe(first)
  await expect(beside.getByLabel('Soft proof')).toBeVisible()
  // With two of fifty it is not over.
  await page.getByRole('group', { name: 'Verdict' }).getByRole('radio').first().check()
  await page.getByRole('button', { name: 'Write it into the log' }).click()
  await page.getByRole('link', { name: 'Print the sheets that are still missing' }).click()
  // Of the second kind more are out than are wanted: of the first all are missing, and nothing else is printed unasked.
  await expect(page.getByRole('radio', { name: 'the 49 sheets still missing' })).toBeChecked()
  await expect(page.getByRole('region', { name: 'Sheets to print' })).toContainText('49 of sheet 1')
  await expect(page.getByText(/^49 sheets on /)).toBeVisible()
  await expect(takes(49)).toHaveCount(2)
  await onBench(49)
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  await expect(takes(49)).toHaveCount(1)
  // Put aside, so that it is not the first on the bench of whoever comes next.
  const { version } = await (await page.request.get(`${API}/jobs/${id}`)).json()
  await page.request.patch(`${API}/jobs/${id}`, { headers: OWN_HEADER, data: { version, archived: true } })
})

test('seven jobs on one stretch of the 24-inch roll: chosen, printed together, cut by the plan, each inspected with its own job', async ({
  page,
}) => {
  test.setTimeout(180_000)
  const pictures = await demoPictures(page)
  const studio = await (await page.request.get(`${API}/studio`)).json()
  const roll = studio.lots.find((l: { id: string }) => l.id === 'satin-24')
  const ids: number[] = []
  for (const [i, width] of [250, 300, 180, 400, 150, 220, 280].entries())
    ids.push(
      await jobOf(page, `Wall ${i + 1}`, [pictures[i] ?? ''], {
        paperId: roll.paperId,
        sheet: null,
        items: [{ size: { by: 'picture', width: width * 1000, height: null } }],
      }),
    )
  for (const id of ids) {
    const { version } = await (await page.request.get(`${API}/jobs/${id}`)).json()
    await page.request.patch(`${API}/jobs/${id}`, { headers: OWN_HEADER, data: { version, pins: { stock: 'satin-24' } } })
  }
  await page.goto(`/lantern-wharf/jobs/${ids[0]}/sheet`)
  await page.getByRole('tab', { name: 'Layout' }).click()
  await page.getByRole('button', { name: 'Print with other jobs …' }).click()
  const dialog = page.getByRole('dialog', { name: 'Print with other jobs' })
  for (const id of ids.slice(1)) await dialog.getByRole('checkbox', { name: new RegExp(`^${id} Wall`) }).check()
  await dialog.getByRole('button', { name: 'Print 7 jobs together' }).click()
  await expect(page.getByLabel('Title of the job')).toHaveValue(`Gang of ${ids.join(', ')}`)
  await expect(page.locator('[data-role="picture"]')).toHaveCount(7)
  const gang = Number(/jobs\/(\d+)/.exec(page.url())?.[1])
  // Its members say where they are printed.
  await page.goto(`/lantern-wharf/jobs/${ids[3]}/sheet`)
  await expect(page.getByText(`This job is printed with others, as gang ${gang}`)).toBeVisible()
  const { setup } = await (await page.request.get(`${API}/jobs/${gang}`)).json().then(async (job) => ({
    setup: (
      await (await page.request.post(`${API}/plates/resolve`, { headers: OWN_HEADER, data: { brief: job.brief, pins: job.pins } })).json()
    ).setup,
  }))
  await hand(page, setup.printer.id, { act: 'load', pathId: setup.path.id, lotId: setup.lot.id, remaining: 9_000_000 })
  await page.goto(`/lantern-wharf/jobs/${gang}/run`)
  await pressPrint(page)
  await expect
    .poll(
      async () => {
        const [run] = await (await page.request.get(`${API}/jobs/${gang}/runs`)).json()
        if (run?.state === 'waiting') await page.request.post(`${API}/runs/${run.id}/go`, { headers: OWN_HEADER })
        return run?.state
      },
      { timeout: 120_000 },
    )
    .toBe('done')
  await page.goto(`/lantern-wharf/jobs/${gang}/sheet`)
  await page.getByRole('tab', { name: 'Cut apart' }).click()
  await expect(page.getByRole('region', { name: 'Cuts in their order' }).getByRole('heading')).toContainText('7 pieces')
  for (const id of ids) {
    const [run] = await (await page.request.get(`${API}/jobs/${id}/runs`)).json()
    expect(run).toMatchObject({ how: 'gang', jobId: id })
  }
  const [own] = await (await page.request.get(`${API}/jobs/${ids[2]}/runs`)).json()
  await page.request.post(`${API}/runs/${own.id}/dry`, { headers: OWN_HEADER })
  await page.goto(`/lantern-wharf/jobs/${ids[2]}/inspect`)
  await page.getByRole('group', { name: 'Verdict' }).getByRole('radio').first().check()
  await page.getByRole('button', { name: 'Write it into the log' }).click()
  await expect.poll(async () => (await (await page.request.get(`${API}/jobs/${ids[2]}`)).json()).state).toBe('done')
})

test('the whole sheet is proofed: each picture as its own proof shows it, on the white of the paper', async ({ page }) => {
  const [, fog, , , , , lens] = await demoPictures(page)
  const id = await jobOf(page, 'Sheet proof', [lens ?? '', fog ?? ''], {
    paperId: 'harbour-lustre',
    sheet: A3,
    arrangement: {
      as: 'grid',
      columns: 1,
      rows: 2,
      cell: null,
      fill: false,
      turn: false,
      gutter: 5000,
      border: 10_000,
      bleed: 0,
      marks: 'none',
      hairline: false,
      captions: 'none',
      line: '',
    },
  })
  await page.goto(`/lantern-wharf/jobs/${id}/colour`)
  /** The colours of 9 × 9 places of a picture, on a canvas or at an address. */
  const places = (from: 'proof' | number) =>
    page.evaluate(async (of) => {
      const image = new Image()
      image.src = document.querySelector(`[data-role="picture"][data-at="${of}"] image`)?.getAttribute('href') ?? ''
      if (of !== 'proof') await image.decode()
      const source = of === 'proof' ? [...document.querySelectorAll('canvas')].at(-1) : image
      if (!source) return []
      const canvas = new OffscreenCanvas(source.width, source.height)
      const context = canvas.getContext('2d')
      context?.drawImage(source, 0, 0)
      return Array.from({ length: 81 }, (_, i) => {
        const [x, y] = [((i % 9) + 1) / 10, (Math.floor(i / 9) + 1) / 10]
        return [...(context?.getImageData(Math.floor(x * source.width), Math.floor(y * source.height), 1, 1).data ?? [])].slice(0, 3)
      })
    }, from)
  const single: number[][][] = []
  for (const n of [1, 2]) {
    if (n === 2) await choose(page, 'Picture', /^2 /)
    await expect(page.getByRole('region', { name: 'Soft proof' }).locator('canvas')).toHaveCount(2)
    await expect(page.locator('[aria-busy="false"]').first()).toBeVisible()
    single.push(await places('proof'))
  }
  await page.getByRole('tab', { name: 'Whole sheet' }).click()
  const sheet = page.getByRole('region', { name: 'Proof of the sheet' })
  await expect(sheet).toHaveAttribute('aria-busy', 'false')
  await expect(sheet.locator('image')).toHaveCount(2)
  for (const at of [0, 1]) {
    const [whole, own] = [await places(at), single[at] ?? []]
    expect(whole).toHaveLength(81)
    // The sheet's is made of every nth pixel: beside an edge it may be another one.
    const alike = whole.filter((rgb, i) => rgb.every((v, c) => Math.abs(v - (own[i]?.[c] ?? -99)) <= 6)).length
    expect(alike).toBeGreaterThan(70)
  }
  // Lustre is warmer than the display's white, and is white again where it is not shown.
  const white = () => sheet.locator('[data-role="sheet"]').evaluate((of) => getComputedStyle(of).fill)
  expect(await white()).not.toBe('rgb(255, 255, 255)')
  await sheet.getByRole('checkbox', { name: /white/ }).uncheck()
  await expect.poll(white).toBe('rgb(255, 255, 255)')
})

test('a job that was never printed is deleted after a question; guides are drawn and kept with a layout by hand', async ({ page }) => {
  const [picture] = await demoPictures(page)
  const id = await jobOf(page, 'Guided', [picture ?? '', picture ?? ''], { paperId: 'harbour-lustre', sheet: A3 })
  await page.goto(`/lantern-wharf/jobs/${id}/sheet`)
  await page.getByRole('tab', { name: 'Layout' }).click()
  await layout(page).getByRole('radio', { name: 'Laid out by hand' }).check()
  await page.getByRole('tab', { name: 'Place', exact: true }).click()
  const guides = page.getByRole('region', { name: 'Guides' })
  await guides.getByRole('button', { name: 'Along' }).click()
  await type(page, 'Guide 1, from the left', '123')
  await saved(page)
  const now = async () => (await (await page.request.get(`${API}/jobs/${id}`)).json()).brief.arrangement.guides
  expect(await now()).toEqual([{ axis: 'x', at: 123_000 }])
  await page.getByRole('button', { name: 'More of this job' }).click()
  await page.getByRole('menuitem', { name: 'Delete …' }).click()
  await page.getByRole('button', { name: 'Leave it' }).click()
  expect((await page.request.get(`${API}/jobs/${id}`)).status()).toBe(200)
  await page.getByRole('button', { name: 'More of this job' }).click()
  await page.getByRole('menuitem', { name: 'Delete …' }).click()
  await page.getByRole('button', { name: 'Delete it' }).click()
  await expect(page.getByText(`Job ${id} is deleted.`)).toBeVisible()
  expect((await page.request.get(`${API}/jobs/${id}`)).status()).toBe(404)
})
