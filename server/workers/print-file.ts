import { readFile, rename, rm } from 'node:fs/promises'
import type { MessagePort } from 'node:worker_threads'
import sharp from 'sharp'
import type { PrintFormat } from '../../core/output/page/print-format.ts'
import { type PageTask, pageRows } from './page-rows.ts'
import { openPdf } from './pdf-page.ts'
import { openTiff } from './tiff-writer.ts'

export interface PrintFileTask extends Omit<PageTask, 'bits'> {
  format: Exclude<PrintFormat, 'pwg'>
  title: string
  /** Told the share that is done, 0…1. */
  port: MessagePort
}

/** Rows between two tellings. */
const TELL = 200

/** Writes the page of a plate as a file for another program to print as it is: the printer's numbers with its profile, or the picture's own with its own. */
export async function makePrintFile({ format, title, port, ...page }: PrintFileTask): Promise<void> {
  const { plan, output } = page
  const bits = format === 'tiff16' || format === 'png16' ? 16 : 8
  // Where the driver manages, or nobody, the picture goes as it is, with the profile that says what its numbers mean.
  const asItIs = page.printerProfile === null && page.channels === 'rgb'
  const says = page.printerProfile ?? (asItIs ? page.sourceProfile : null)
  const profile = says ? new Uint8Array(await readFile(says)) : null
  const partial = `${output}.part`
  // What has no writer of rows of its own is packed from a TIFF.
  const packs = format === 'png' || format === 'png16' || format === 'jpeg'
  const size = { width: plan.width, height: plan.height, profile }
  const sink =
    format === 'pdf'
      ? await openPdf(partial, { ...size, page: plan.page, bleed: plan.bleed, ppi: plan.ppi, title })
      : await openTiff(partial, { ...size, bits, ppi: plan.ppi })
  try {
    let y = 0
    await pageRows({ ...page, bits, untouched: page.untouched || asItIs }, async (row) => {
      await sink.row(row as Uint8Array)
      if (++y % TELL === 0) port.postMessage((y / plan.height) * (packs ? 0.6 : 1))
    })
    await sink.end()
    if (packs) {
      const packed = `${output}.packed`
      const picture = sharp(partial, { limitInputPixels: false, sequentialRead: true })
        .keepIccProfile()
        .toColourspace(bits === 16 ? 'rgb16' : 'srgb')
        .withDensity(plan.ppi)
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
