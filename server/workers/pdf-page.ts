import { createDeflate, type Deflate } from 'node:zlib'
import { openSink } from './byte-sink.ts'

interface PdfHead {
  profile: Uint8Array | null
  title: string
}

interface PdfPage {
  /** The page without its bleed, and the bleed on every side, µm. */
  page: { width: number; length: number }
  bleed: number
  /** Pixels per inch. */
  ppi: number
  /** Pixels. */
  width: number
  height: number
}

/** Micrometres as points (1/72 in), to a hundredth of a micrometre. */
const points = (um: number): string => ((um * 72) / 25_400).toFixed(4)

/** Objects whose numbers are known beforehand. */
const [CATALOG, PAGES, PROFILE, INFO, FIRST] = [1, 2, 3, 4, 5] as const

/**
 * Writes pages that are one RGB picture each, row by row, so that a page of any length is never held whole. Source:
 * ISO 32000-1, 7.5 (file structure) and 8.6.5.5 (ICCBased).
 */
export async function openPdf(path: string, { profile, title }: PdfHead) {
  const sink = await openSink(path)
  const offsets: number[] = []
  const kids: number[] = []
  let next: number = FIRST
  let deflate: Deflate | null = null
  let written: Promise<void> = Promise.resolve()
  let start = 0
  const text = (words: string) => sink.write(Buffer.from(words, 'latin1'))
  const begin = async (id: number) => {
    offsets[id] = sink.length
    await text(`${id} 0 obj\n`)
  }
  const object = async (id: number, words: string) => {
    await begin(id)
    await text(`${words}\nendobj\n`)
  }
  const endPage = async () => {
    if (!deflate) return
    deflate.end()
    await written
    deflate = null
    const length = sink.length - start
    await text('\nendstream\nendobj\n')
    await object(next - 1, String(length))
  }
  await text('%PDF-1.6\n%\xe2\xe3\xcf\xd3\n')
  if (profile) {
    await begin(PROFILE)
    await text(`<< /N 3 /Alternate /DeviceRGB /Length ${profile.length} >>\nstream\n`)
    await sink.write(profile)
    await text('\nendstream\nendobj\n')
  } else await object(PROFILE, 'null')
  return {
    /** Begins a page; the one before is ended. */
    async page({ page, bleed, ppi, width, height }: PdfPage) {
      await endPage()
      const [id, contents, picture, length] = [next, next + 1, next + 2, next + 3]
      next += 4
      kids.push(id)
      const [pageWidth, pageHeight] = [points(page.width + 2 * bleed), points(page.length + 2 * bleed)]
      const trim = [points(bleed), points(bleed), points(bleed + page.width), points(bleed + page.length)].join(' ')
      await object(
        id,
        `<< /Type /Page /Parent ${PAGES} 0 R /MediaBox [0 0 ${pageWidth} ${pageHeight}] /TrimBox [${trim}] /Contents ${contents} 0 R /Resources << /XObject << /P ${picture} 0 R >> >> >>`,
      )
      // At the size its pixels have, from the head of the page: stretched to the box it would lose a fraction of a pixel everywhere.
      const [w, h] = [(width * 72) / ppi, (height * 72) / ppi].map((v) => v.toFixed(4)) as [string, string]
      const drawing = `${w} 0 0 ${h} 0 ${(Number(pageHeight) - Number(h)).toFixed(4)} cm /P Do`
      await object(contents, `<< /Length ${drawing.length} >>\nstream\n${drawing}\nendstream`)
      const space = profile ? `[/ICCBased ${PROFILE} 0 R]` : '/DeviceRGB'
      await begin(picture)
      await text(
        `<< /Type /XObject /Subtype /Image /Width ${width} /Height ${height} /ColorSpace ${space} /BitsPerComponent 8 /Filter /FlateDecode /Length ${length} 0 R >>\nstream\n`,
      )
      start = sink.length
      const packer: Deflate = createDeflate({ level: 3 })
      deflate = packer
      written = (async () => {
        for await (const part of packer) await sink.write(part as Buffer)
      })()
    },
    async row(row: Uint8Array) {
      const packer = deflate
      // The row is used again by the caller, so deflate gets its own.
      if (packer && !packer.write(Buffer.from(row)))
        await Promise.race([new Promise<void>((resolve) => packer.once('drain', resolve)), written])
    },
    async end() {
      await endPage()
      await object(CATALOG, `<< /Type /Catalog /Pages ${PAGES} 0 R >>`)
      await object(PAGES, `<< /Type /Pages /Kids [${kids.map((id) => `${id} 0 R`).join(' ')}] /Count ${kids.length} >>`)
      await object(INFO, `<< /Title (${title.replace(/[^\x20-\x7e]/g, '?').replace(/[\\()]/g, '\\$&')}) /Producer (Arch Plate) >>`)
      const xref = sink.length
      const lines = Array.from({ length: next - 1 }, (_, i) => `${String(offsets[i + 1] ?? 0).padStart(10, '0')} 00000 n \n`).join('')
      await text(`xref\n0 ${next}\n0000000000 65535 f \n${lines}`)
      await text(`trailer\n<< /Size ${next} /Root ${CATALOG} 0 R /Info ${INFO} 0 R >>\nstartxref\n${xref}\n%%EOF\n`)
      await sink.close()
    },
    close: async () => {
      deflate?.destroy()
      await written.catch(() => undefined)
      await sink.close()
    },
  }
}
