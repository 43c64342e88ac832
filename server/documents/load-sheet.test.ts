import fc from 'fast-check'
import { PDFDocument, type PDFFont, PDFPage } from 'pdf-lib'
import { anyAsked } from '../../core/testing/any-plate.ts'
import { plateOf, studioOf } from '../../core/testing/fixtures.ts'
import { cases } from '../../core/testing/thorough.ts'
import { loadingSteps } from '../../core/work/loading/steps.ts'
import type { FileStore } from '../files/files.ts'
import { loadSheetPdf } from './load-sheet.ts'
import { A4, MARGIN } from './pdf-words.ts'

/** One line of words as it stands on its page, points. */
interface Line {
  page: PDFPage
  text: string
  x: number
  y: number
  width: number
  size: number
}

const written: Line[] = []
const own = PDFPage.prototype.drawText
beforeAll(() => {
  PDFPage.prototype.drawText = function (text, options = {}) {
    const { x = 0, y = 0, size = 0, font, rotate } = options
    // What runs upwards is the drawing’s, which keeps within its own box.
    if (font && !rotate) written.push({ page: this, text, x, y, width: (font as PDFFont).widthOfTextAtSize(text, size), size })
    return own.call(this, text, options)
  }
})
afterAll(() => {
  PDFPage.prototype.drawText = own
})
/** No picture is there: the drawings have their outlines. */
const files = { has: () => false } as unknown as FileStore
const ticket = async (plate: ReturnType<typeof plateOf>, studio: ReturnType<typeof studioOf>, title = 'Red lens') => {
  written.length = 0
  const bytes = await loadSheetPdf(files, { id: 12, title, plate, studio, address: 'http://127.0.0.1/lantern-wharf/jobs/12' })
  const words = written.map(({ text }) => text).join(' ')
  return { pages: (await PDFDocument.load(bytes)).getPageCount(), lines: [...written], words }
}
/** What lies off its page, in the margins or below its foot. */
const offPage = (lines: readonly Line[]) =>
  lines.flatMap(({ text, x, y, width, size }) =>
    x >= MARGIN - 1 && x + width <= A4.width - MARGIN + 1 && y >= MARGIN / 2 && y + size <= A4.height - MARGIN + 1
      ? []
      : [[text, Math.round(x), Math.round(y), Math.round(width)]],
  )

test('whatever the job, no word of its ticket runs off the page and no step is lost', async () => {
  for (const { plate, studio } of fc.sample(anyAsked, { numRuns: cases(300, 3), seed: 9 })) {
    const { lines, words } = await ticket(plate, studio)
    expect(offPage(lines)).toEqual([])
    const said = words.replace(/\s+/g, ' ')
    for (const [i, { title }] of loadingSteps(plate, plate.brief.unit, studio).entries())
      expect(said).toContain(`${i + 1}  ${title}`.replace(/\s+/g, ' '))
  }
}, 120_000)

test('a title of one long word is broken before the code beside it, and none of it is lost', async () => {
  const title = 'harbour_from_the_east_2026-11-28_final_version_for_the_wall_of_the_boat_house_two_metres.tif'
  const { lines, words } = await ticket(plateOf({}), studioOf(), title)
  const headed = lines.filter(({ size }) => size === 16)
  expect(headed.length).toBeGreaterThan(1)
  // The code is 56 points wide, and 12 are kept free beside it.
  for (const { x, width } of headed) expect(x + width).toBeLessThanOrEqual(A4.width - MARGIN - 56 - 12)
  expect(
    headed
      .map(({ text }) => text)
      .join('')
      .replace(/^12/, ''),
  ).toBe(title)
  expect(words).toContain('Loading and running')
})

test('steps that find no room below what must be set go on a page of their own, as large as they are meant', async () => {
  const title = 'The red lens of the great lamp '.repeat(24).trim()
  const { pages, lines } = await ticket(plateOf({}), studioOf(), title)
  expect(pages).toBe(2)
  expect(offPage(lines)).toEqual([])
  const pageOf = (words: string) => lines.find(({ text }) => text.includes(words))?.page
  expect(pageOf('loading and running') === pageOf('Setting')).toBe(false)
  const steps = lines.filter(({ text, page }) => /^\d+ [A-Z]/.test(text) && page === pageOf('loading and running'))
  expect(steps.filter(({ size }) => size === 9.5).length).toBe(loadingSteps(plateOf({}), 'mm', studioOf()).length)
  // Pages come apart: each says which job it is of, and to follow the maker.
  for (const page of [pageOf('loading and running'), pageOf('Setting')]) {
    const words = lines.filter((l) => l.page === page).map(({ text }) => text)
    expect([words.some((w) => w.startsWith('12 The red')), words.join(' ').includes('maker’s instructions')]).toEqual([true, true])
  }
})
