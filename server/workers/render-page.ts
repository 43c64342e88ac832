import { rename, rm } from 'node:fs/promises'
import { SYNC, writeHeader } from '../../core/output/pwg-raster/header.ts'
import { lineWriter } from '../../core/output/pwg-raster/lines.ts'
import { openSink } from './byte-sink.ts'
import { type PageTask, pageRows } from './page-rows.ts'

export interface RenderPageTask extends Omit<PageTask, 'bits'> {
  /** What the page data is marked as: device colour, or sRGB for the printer to manage. */
  tag: 'device3' | 'srgb'
  mediaType: string
}

/** Makes the page of a plate and writes it as PWG Raster. */
export async function renderPage(task: RenderPageTask): Promise<void> {
  const { plan } = task
  const partial = `${task.output}.part`
  const sink = await openSink(partial)
  try {
    await sink.write(new TextEncoder().encode(SYNC))
    await sink.write(
      writeHeader({
        ppi: plan.ppi,
        width: plan.width,
        height: plan.height,
        pageWidth: plan.pageWidth,
        pageHeight: plan.pageHeight,
        colour: task.tag,
        copies: 1,
        mediaType: task.mediaType,
      }),
    )
    const lines = lineWriter(plan.width)
    await pageRows({ ...task, bits: 8 }, async (row) => {
      const done = lines.add(row as Uint8Array)
      if (done) await sink.write(done)
    })
    const last = lines.end()
    if (last) await sink.write(last)
    await sink.close()
    await rename(partial, task.output)
  } catch (error) {
    await sink.close().catch(() => undefined)
    throw error
  } finally {
    // What a full disk or a broken picture left half-written has nobody to fetch it.
    await rm(partial, { force: true })
  }
}
