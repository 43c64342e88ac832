// How long frames take while something is dragged, beside the same page left alone.

const at = (list, share) => [...list].sort((a, b) => a - b)[Math.floor(list.length * share)]
const shown = (list) => ({ median: Number(at(list, 0.5).toFixed(1)), '95th': Number(at(list, 0.95).toFixed(1)) })

/** Milliseconds between 120 frames, a picture being dragged about by the mouse in each of them, or nothing done. */
const frames = (page, drag, x, y) =>
  page.evaluate(
    async ({ drag, x, y }) => {
      const picture = document.elementFromPoint(x, y)
      const group = picture.closest('[data-role="picture"]')
      const place = () => document.querySelector(`[data-role="picture"][data-at="${group.dataset.at}"]`)?.getBoundingClientRect().x
      const send = (on, type, dx, dy) =>
        on.dispatchEvent(
          new MouseEvent(type, { bubbles: true, cancelable: true, view: window, clientX: x + dx, clientY: y + dy, buttons: 1 }),
        )
      if (drag) send(picture, 'mousedown', 0, 0)
      const found = []
      const places = new Set()
      let last = performance.now()
      for (let i = 0; i < 120; i++) {
        if (drag) send(window, 'mousemove', 40 * Math.sin(i / 9), 30 * Math.cos(i / 7))
        await new Promise((done) => requestAnimationFrame(done))
        const now = performance.now()
        found.push(now - last)
        last = now
        places.add(Math.round(place() ?? 0))
      }
      if (drag) send(window, 'mouseup', 0, 0)
      return { found, places: places.size }
    },
    { drag, x, y },
  )

/** How often the page is left alone and dragged on, in turn: the first time much of what a drag runs is new to the browser. */
const TURNS = 3

/** Frames of a page while one of its pictures is dragged. @param at which picture, by its place in the drawing */
export async function dragFrames(page, at = 0) {
  const picture = page.locator(`[data-role="picture"][data-at="${at}"]`)
  await page.locator('[data-role="picture"].cursor-move').first().waitFor()
  const box = await picture.boundingBox()
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const [idle, dragged] = [[], []]
  for (let i = 0; i < TURNS; i++) {
    idle.push((await frames(page, false, x, y)).found)
    const { found, places } = await frames(page, true, x, y)
    if (places < 4) throw new Error('the picture did not follow the hand')
    dragged.push(found)
  }
  const [ours, alone] = [shown(dragged.flat()), shown(idle.flat())]
  return {
    milliseconds: ours,
    eachTime: dragged.map(shown),
    budget: 16.7,
    rival: { name: 'the same page left alone', milliseconds: alone, ratio: Number((ours['95th'] / alone['95th']).toFixed(2)) },
  }
}
