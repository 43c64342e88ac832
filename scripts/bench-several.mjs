// What many pictures cost in the browser: one dragged among two hundred, and two thousand scrolled through.
import sharp from 'sharp'
import { dragFrames } from './bench-frames.mjs'
import { say } from './lib.mjs'

const A2 = { width: 420_000, length: 594_000, name: 'A2' }

const MANY = 2000

/** What a request of our own carries that sends no JSON; see core/wire/api/own-header.ts. */
const OWN = { 'x-arch-plate': '1' }

export async function benchSeveral(browser, base) {
  const api = `${base}/api/studios/lantern-wharf`
  const begin = async (body) =>
    (await fetch(`${api}/jobs`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })).json()
  const demo = await (await fetch(`${api}/pictures/demo`)).json()
  const shared = { gutter: 0, border: 0, bleed: 0, marks: 'none', hairline: false, captions: 'none', line: '' }
  const items = Array.from({ length: 200 }, (_, i) => ({
    id: String(i + 1),
    content: { as: 'picture', picture: demo[i % demo.length] },
  }))
  const places = items.map(({ id }, i) => ({
    item: id,
    x: 20_000 + (i % 20) * 19_000,
    y: 20_000 + Math.floor(i / 20) * 55_000,
    width: 17_000,
    height: 50_000,
    turn: 0,
    fill: true,
  }))
  const job = await begin({ title: 'Two hundred', brief: { sheet: A2, items, arrangement: { as: 'free', sheets: 1, places, ...shared } } })
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await page.goto(`${base}/lantern-wharf/jobs/${job.id}/sheet`)
  say(JSON.stringify({ bench: 'a frame while one of 200 pictures laid out by hand is dragged', ...(await dragFrames(page, 90)) }))

  // Two thousand pictures, each a file of its own.
  const ids = []
  let next = 0
  const send = async () => {
    while (next < MANY) {
      const i = next++
      const background = { r: i % 256, g: (i * 7) % 256, b: Math.floor(i / 8) }
      const png = await sharp({ create: { width: 64, height: 48, channels: 3, background } })
        .png()
        .toBuffer()
      const kept = await fetch(`${api}/pictures?name=small-${i}.png`, { method: 'PUT', headers: OWN, body: png })
      ids[i] = (await kept.json()).id
    }
  }
  await Promise.all(Array.from({ length: 4 }, send))
  const many = await begin({ title: 'Two thousand', pictureIds: ids, brief: { sheet: A2 } })
  await page.goto(`${base}/lantern-wharf/jobs/${many.id}/brief`)
  const list = page.getByRole('group', { name: 'Pictures of the job' })
  await list.locator('img').first().waitFor()
  const scrolled = await list.evaluate(async (frame) => {
    const box = frame.getBoundingClientRect()
    /** Whether a row whose picture is there stands in the middle of the list. */
    const filled = () => {
      const row = document.elementFromPoint(box.x + 60, box.y + box.height / 2)?.closest('[data-item]')
      const image = row?.querySelector('img')
      return Boolean(image?.complete && image.naturalWidth > 0)
    }
    const blanks = []
    let since = null
    const steps = 240
    for (let i = 0; i <= steps; i++) {
      frame.scrollTop = (frame.scrollHeight - frame.clientHeight) * (i / steps)
      await new Promise((done) => requestAnimationFrame(done))
      const now = performance.now()
      if (filled()) {
        if (since !== null) blanks.push(now - since)
        since = null
      } else since ??= now
    }
    if (since !== null) {
      while (!filled()) await new Promise((done) => requestAnimationFrame(done))
      blanks.push(performance.now() - since)
    }
    return { longestBlank: Math.round(Math.max(0, ...blanks)), blanks: blanks.length }
  })
  say(
    JSON.stringify({
      bench: '2 000 pictures scrolled through in four seconds: the longest the middle of the list was blank',
      milliseconds: scrolled,
      budget: 1000,
    }),
  )
  await context.close()
}
