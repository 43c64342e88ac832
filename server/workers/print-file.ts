import { readFile, rename, rm } from 'node:fs/promises'
import type { MessagePort } from 'node:worker_threads'
import sharp from 'sharp'
import type { PrintFormat } from '../../core/output/page/print-format.ts'
import { type PageOf, pageRows } from './page-rows.ts'
import { openPdf } from './pdf-page.ts'
import { openTiff } from './tiff-writer.ts'

export interface PrintFileTask {
  /** A page each; only a PDF holds more than one. */
  pages: readonly PageOf[]
  format: Exclude<PrintFormat, 'pwg'>
  title: string
  output: string
  /** Told the share that is done, 0…1. */
  port: MessagePort
}

/** Rows between two tellings. */
const TELL = 200

/** The profile that says what the numbers of a file mean: the printer's, or the pictures' own where nothing is converted and they agree. */
function profileOf(pages: readonly PageOf[]): { says: string | null; asItIs: boolean } {
  const printer = pages[0]?.printerProfile ?? null
  const pictures = pages.flatMap((page) => page.pictures)
  const [first] = pictures
  // Where the driver manages, or nobody, pictures go as they are, with the profile that says what their numbers mean.
  const asItIs = printer === null && pictures.every((p) => p.channels === 'rgb' && p.sourceProfile === first?.sourceProfile)
  return { says: printer ?? (asItIs ? (first?.sourceProfile ?? null) : null), asItIs }
}

/** Writes pages of a plate as a file for another program to print as it is: the printer's numbers with its profile, or the pictures' own with their own. */
export async function makePrintFile({ pages, format, title, output, port }: PrintFileTask): Promise<void> {
  const bits = format === 'tiff16' || format === 'png16' ? 16 : 8
  const { says, asItIs } = profileOf(pages)
  const profile = says ? new Uint8Array(await readFile(says)) : null
  const partial = `${output}.part`
  // What has no writer of rows of its own is packed from a TIFF.
  const packs = format === 'png' || format === 'png16' || format === 'jpeg'
  const [one] = pages
  if (!one) throw new Error('there is no page to write')
  const pdf = format === 'pdf' ? await openPdf(partial, { profile, title }) : null
  const sink = pdf ?? (await openTiff(partial, { width: one.plan.width, height: one.plan.height, profile, bits, ppi: one.plan.ppi }))
  const written = pdf ? pages : [one]
  const all = written.reduce((sum, { plan }) => sum + plan.height, 0)
  try {
    let y = 0
    for (const page of written) {
      await pdf?.page(page.plan)
      await pageRows({ ...page, output, bits, untouched: page.untouched || asItIs }, async (row) => {
        await sink.row(row as Uint8Array)
        if (++y % TELL === 0) port.postMessage((y / all) * (packs ? 0.6 : 1))
      })
    }
    await sink.end()
    if (packs) {
      const packed = `${output}.packed`
      const picture = sharp(partial, { limitInputPixels: false, sequentialRead: true })
        .keepIccProfile()
        .toColourspace(bits === 16 ? 'rgb16' : 'srgb')
        .withDensity(one.plan.ppi)
      await (format === 'jpeg' ? picture.jpeg({ quality: 95, chromaSubsampling: '4:4:4' }) : picture.png({ compressionLevel: 6 })).toFile(
        packed,
      )
      await rename(packed, partial)
    }
    await rename(partial, output)
  } catch (error) {
    await sink.close().catch(() => undefined)
    throw error
  } finally {
    port.close()
    await rm(partial, { force: true })
    await rm(`${output}.packed`, { force: true })
  }
}
