import { createReadStream } from 'node:fs'
import { rename, rm } from 'node:fs/promises'
import { SYNC, writeHeader } from '../../core/output/pwg-raster/header.ts'
import { lineWriter } from '../../core/output/pwg-raster/lines.ts'
import { type ByteSink, openSink } from './byte-sink.ts'
import { type PageOf, pageRows } from './page-rows.ts'

export interface RenderPageTask {
  /** The pages in order, each with how often it stands in the document. */
  pages: readonly (PageOf & { count: number })[]
  /** What the page data is marked as: device colour, or sRGB for the printer to manage. */
  tag: 'device3' | 'srgb'
  mediaType: string
  output: string
}

/** Writes one page of a document: its header and its rows. */
async function writePage(sink: ByteSink, page: PageOf, { tag, mediaType, output }: Omit<RenderPageTask, 'pages'>): Promise<void> {
  const { plan } = page
  await sink.write(
    writeHeader({
      ppi: plan.ppi,
      width: plan.width,
      height: plan.height,
      pageWidth: plan.pageWidth,
      pageHeight: plan.pageHeight,
      colour: tag,
      copies: 1,
      mediaType,
    }),
  )
  const lines = lineWriter(plan.width)
  await pageRows({ ...page, output, bits: 8 }, async (row) => {
    const done = lines.add(row as Uint8Array)
    if (done) await sink.write(done)
  })
  const last = lines.end()
  if (last) await sink.write(last)
}

/** Makes the pages of a plate and writes them as one PWG Raster document. A page that stands there several times is made once. */
export async function renderPage(task: RenderPageTask): Promise<void> {
  const partial = `${task.output}.part`
  const once = `${task.output}.page`
  const sink = await openSink(partial)
  try {
    await sink.write(new TextEncoder().encode(SYNC))
    for (const page of task.pages) {
      if (page.count === 1) {
        await writePage(sink, page, task)
        continue
      }
      const single = await openSink(once)
      try {
        await writePage(single, page, task)
      } finally {
        await single.close()
      }
      for (let n = 0; n < page.count; n++) for await (const part of createReadStream(once)) await sink.write(part as Buffer)
    }
    await sink.close()
    await rename(partial, task.output)
  } catch (error) {
    await sink.close().catch(() => undefined)
    throw error
  } finally {
    // What a full disk or a broken picture left half-written has nobody to fetch it.
    await rm(partial, { force: true })
    await rm(once, { force: true })
  }
}
