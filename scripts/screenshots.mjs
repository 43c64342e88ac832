// npm run screenshots: one current picture of each main view, from the demo data, into docs/screenshots.
//   npm run screenshots -- layout gang     only these
import { mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { needModules, needPackages, root, say, sleep } from './lib.mjs'
import { withDemo } from './with-demo.mjs'

/** What the server wants to see on whatever changes something. */
const [, header, value] = readFileSync(join(root, 'core/wire/api/own-header.ts'), 'utf8').match(/'([^']+)': ?'([^']+)'/) ?? []
const OWN = { [header]: value }

needPackages(['mariadb-server', 'chromium-headless-shell'])
needModules()
// With the page of parts.
process.env.ARCH_PARTS = '1'
const dir = join(root, 'docs/screenshots')
mkdirSync(dir, { recursive: true })

await withDemo('screenshots', async ({ browser, base }) => {
  const only = process.argv.slice(2)
  const shoot = async (name, path, { theme = 'light', width = 1280, height = 800, before } = {}) => {
    if (only.length > 0 && !only.includes(name)) return
    const context = await browser.newContext({ viewport: { width, height } })
    await context.addInitScript((t) => localStorage.setItem('theme', t), theme)
    const page = await context.newPage()
    await page.goto(`${base}/lantern-wharf${path}`)
    await page.locator('h1').first().waitFor({ state: 'attached' })
    await sleep(1800)
    if (before) await before(page)
    await page.screenshot({ path: join(dir, `${name}.png`) })
    await context.close()
    say(`docs/screenshots/${name}.png`)
  }
  // The demo's board job ends up waiting at its printer; that is what the bench is to show.
  for (let i = 0; i < 100; i++) {
    const { runs } = await (await fetch(`${base}/api/studios/lantern-wharf/runs`)).json()
    if (runs.some((r) => r.state === 'waiting')) break
    await sleep(200)
  }
  await shoot('bench', '/')
  // Several pictures to a sheet, jobs on one stretch of a roll, and many files at once: made for the picture.
  const api = `${base}/api/studios/lantern-wharf`
  const post = async (path, body) => {
    const answer = await fetch(api + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...OWN },
      body: JSON.stringify(body),
    })
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
    return answer.json()
  }
  const pictures = await (await fetch(`${api}/pictures/demo`)).json()
  const cells = {
    gutter: 6000,
    border: 12_000,
    bleed: 0,
    marks: 'corners',
    hairline: false,
    captions: 'name',
    line: 'Lantern Wharf, autumn hanging',
  }
  const wall = await post('/jobs', {
    title: 'Autumn hanging, proofs',
    pictureIds: [8, 3, 5, 0, 6, 2].map((i) => pictures[i].id),
    brief: {
      paperId: 'harbour-lustre',
      sheet: { width: 297_000, length: 420_000, name: 'A3' },
      arrangement: { as: 'grid', columns: 2, rows: 3, cell: null, fill: false, turn: false, ...cells },
    },
  })
  await shoot('layout', `/jobs/${wall.id}/sheet`)
  const strips = []
  for (const [i, width] of [250, 300, 180, 400, 150, 220, 280].entries())
    strips.push(
      await post('/jobs', {
        title: `Hanging ${i + 1}`,
        pictureIds: [pictures[i].id],
        brief: { paperId: 'fairway-satin', sheet: null, items: [{ size: { by: 'picture', width: width * 1000, height: null } }] },
      }),
    )
  const gang = await post('/gangs', { jobIds: strips.map(({ id }) => id) })
  await shoot('gang', `/jobs/${gang.id}/sheet`, {
    before: async (page) => {
      await page.getByRole('tab', { name: 'Cut apart' }).click()
      for (let i = 0; i < 3; i++) await page.getByRole('checkbox', { name: new RegExp(`^${i + 1} `) }).check()
      await sleep(800)
    },
  })
  await shoot('batch', '/new', {
    before: async (page) => {
      const files = await Promise.all(
        pictures.map(async ({ name, preview }) => ({
          name: name.replace(/\.[a-z]+$/, '.jpg'),
          mimeType: 'image/jpeg',
          buffer: Buffer.from(await (await fetch(`${base}/api/files/${preview}`)).arrayBuffer()),
        })),
      )
      await page.getByLabel('More pictures').setInputFiles(files)
      await page.getByRole('heading', { name: /pictures are in/ }).waitFor()
      await sleep(800)
    },
  })
  await shoot('brief', '/jobs/13/brief')
  await shoot('set-up', '/jobs/18/sheet')
  await shoot('intents-dark', '/jobs/10/colour', {
    theme: 'dark',
    before: async (page) => {
      await page.getByRole('tab', { name: 'Intents' }).click()
      await page.getByRole('table').waitFor()
      await page.getByRole('region', { name: 'Two prints compared' }).scrollIntoViewIfNeeded()
      await sleep(300)
    },
  })
  await shoot('colour', '/jobs/11/colour', {
    before: async (page) => {
      const box = await page.getByLabel('On this paper', { exact: true }).boundingBox()
      await page.mouse.click(box.x + 150, box.y + 80)
      await page.getByRole('region', { name: 'Critical colours' }).getByRole('textbox').waitFor()
      await page.getByRole('radio', { name: 'Split' }).click()
      await page.mouse.move(box.x + 150, box.y + 90)
      await sleep(800)
    },
  })
  await shoot('papers', '/jobs/11/colour', {
    before: async (page) => {
      await page.getByRole('tab', { name: 'Papers' }).click()
      await page.getByRole('table', { name: 'Papers compared' }).waitFor()
      await sleep(500)
    },
  })
  await shoot('strips', '/jobs/11/colour', {
    before: async (page) => {
      await page.getByRole('tab', { name: 'Strips' }).click()
      await sleep(1500)
    },
  })
  await shoot('load-phone', '/jobs/8/load', {
    width: 390,
    height: 844,
    before: async (page) => {
      await page.getByRole('button', { name: /Load 1 sheet/ }).click()
      await page.evaluate(() => scrollTo(0, 0))
      await sleep(300)
    },
  })
  await shoot('agreement', '/jobs/14/agreement', {
    before: async (page) => {
      await page.getByRole('button', { name: /as wanted, driver/ }).click()
      await page.getByRole('button', { name: 'Look at Media type, panel' }).click()
      await page.getByLabel('It shows something else:').fill('Photo, glossy')
      await page.getByRole('button', { name: 'Keep that' }).click()
      await page.getByRole('button', { name: 'Close', exact: true }).click()
      await sleep(500)
    },
  })
  // What was just seen at the panel holds this very job.
  await shoot('preflight', '/jobs/14/run', {
    before: async (page) => {
      await page.getByRole('region', { name: 'Pre-flight' }).waitFor()
      await sleep(1500)
    },
  })
  // The board gets its sheet late: the printer asks at its panel, and the run says what it probably waits for.
  await fetch(`${base}/api/studios/lantern-wharf/printers/gannet/machine`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ act: 'load', pathId: 'gannet-board', lotId: 'board-a3', remaining: 1 }),
  })
  await shoot('run', '/jobs/8/run', {
    before: async (page) => {
      await page.locator('[data-fault]').waitFor({ timeout: 15_000 })
      await sleep(500)
    },
  })
  await shoot('upkeep', '/shelf/upkeep', {
    before: async (page) => {
      await page.getByRole('button', { name: 'Make one now' }).click()
      await page.getByRole('list', { name: 'Backups that are there' }).waitFor({ timeout: 60_000 })
      await sleep(500)
    },
  })
  await shoot('inspection', '/jobs/6/inspect', {
    before: async (page) => {
      await page.getByRole('button', { name: 'Enter the four borders' }).click()
      for (const picture of ['Soft proof', 'Original']) await page.getByLabel(picture, { exact: true }).waitFor()
      await sleep(200)
    },
  })
  await shoot('log', '/log')
  const tab = (name) => async (page) => {
    await page.getByRole('tab', { name, exact: true }).click()
    await sleep(500)
  }
  const jobs = await (await fetch(`${base}/api/studios/lantern-wharf/jobs`)).json()
  const sheetOf = (title) => `/jobs/${jobs.find((j) => j.title === title).id}/sheet`
  await shoot('ways', sheetOf('Display board, harbour'), { before: tab('Ways') })
  await shoot('printer', '/shelf/printers/gannet', { before: tab('Board path') })
})
