import { createDeflate, type Deflate } from 'node:zlib'
import { openSink } from './byte-sink.ts'

interface PdfHead {
  /** The page without its bleed, and the bleed on every side, µm. */
  page: { width: number; length: number }
  bleed: number
  /** Pixels per inch. */
  ppi: number
  /** Pixels. */
  width: number
  height: number
  profile: Uint8Array | null
  title: string
}

/** Micrometres as points (1/72 in), to a hundredth of a micrometre. */
const points = (um: number): string => ((um * 72) / 25_400).toFixed(4)

/**
 * Writes one page that is one RGB picture, row by row, so that a page of any length is never held whole. Source:
 * ISO 32000-1, 7.5 (file structure) and 8.6.5.5 (ICCBased).
 */
export async function openPdf(path: string, { page, bleed, ppi, width, height, profile, title }: PdfHead) {
  const [pageWidth, pageHeight] = [points(page.width + 2 * bleed), points(page.length + 2 * bleed)]
  const trim = [points(bleed), points(bleed), points(bleed + page.width), points(bleed + page.length)].join(' ')
  const sink = await openSink(path)
  const offsets: number[] = []
  const text = (words: string) => sink.write(Buffer.from(words, 'latin1'))
  const begin = async (id: number) => {
    offsets[id] = sink.length
    await text(`${id} 0 obj\n`)
  }
  const object = async (id: number, words: string) => {
    await begin(id)
    await text(`${words}\nendobj\n`)
  }
  await text('%PDF-1.6\n%\xe2\xe3\xcf\xd3\n')
  await object(1, '<< /Type /Catalog /Pages 2 0 R >>')
  await object(2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>')
  await object(
    3,
    `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 ${pageWidth} ${pageHeight}] /TrimBox [${trim}] /Contents 4 0 R /Resources << /XObject << /P 5 0 R >> >> >>`,
  )
  // At the size its pixels have, from the head of the page: stretched to the box it would lose a fraction of a pixel everywhere.
  const [w, h] = [(width * 72) / ppi, (height * 72) / ppi].map((v) => v.toFixed(4)) as [string, string]
  const drawing = `${w} 0 0 ${h} 0 ${(Number(pageHeight) - Number(h)).toFixed(4)} cm /P Do`
  await object(4, `<< /Length ${drawing.length} >>\nstream\n${drawing}\nendstream`)
  const space = profile ? '[/ICCBased 7 0 R]' : '/DeviceRGB'
  await begin(5)
  await text(
    `<< /Type /XObject /Subtype /Image /Width ${width} /Height ${height} /ColorSpace ${space} /BitsPerComponent 8 /Filter /FlateDecode /Length 6 0 R >>\nstream\n`,
  )
  const start = sink.length
  const deflate: Deflate = createDeflate({ level: 3 })
  const written = (async () => {
    for await (const part of deflate) await sink.write(part as Buffer)
  })()
  return {
    async row(row: Uint8Array) {
      // The row is used again by the caller, so deflate gets its own.
      if (!deflate.write(Buffer.from(row))) await Promise.race([new Promise<void>((resolve) => deflate.once('drain', resolve)), written])
    },
    async end() {
      deflate.end()
      await written
      const length = sink.length - start
      await text('\nendstream\nendobj\n')
      await object(6, String(length))
      if (profile) {
        await begin(7)
        await text(`<< /N 3 /Alternate /DeviceRGB /Length ${profile.length} >>\nstream\n`)
        await sink.write(profile)
        await text('\nendstream\nendobj\n')
      }
      const info = profile ? 8 : 7
      await object(info, `<< /Title (${title.replace(/[^\x20-\x7e]/g, '?').replace(/[\\()]/g, '\\$&')}) /Producer (Arch Plate) >>`)
      const xref = sink.length
      const lines = offsets.map((at, id) => (id === 0 ? '' : `${String(at).padStart(10, '0')} 00000 n \n`)).join('')
      await text(`xref\n0 ${info + 1}\n0000000000 65535 f \n${lines}`)
      await text(`trailer\n<< /Size ${info + 1} /Root 1 0 R /Info ${info} 0 R >>\nstartxref\n${xref}\n%%EOF\n`)
      await sink.close()
    },
    close: async () => {
      deflate.destroy()
      await written.catch(() => undefined)
      await sink.close()
    },
  }
}
