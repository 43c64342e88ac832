import { Piscina } from 'piscina'
import type { Measures } from '../../core/color/measure/measures.ts'
import { config } from '../config.ts'
import type { InspectedPicture, InspectPictureTask } from './inspect-picture.ts'
import type { MeasureTask } from './measure-picture.ts'
import type { RenderPageTask } from './render-page.ts'

/** Heavy work on its own threads: decoding, previews, rendering. A worker that dies is replaced by the pool. */
export function openPool() {
  const pool = new Piscina({ filename: config.workerFile, maxThreads: 2, minThreads: 0, idleTimeout: 30_000, maxQueue: 200 })
  return {
    inspectPicture: (task: InspectPictureTask): Promise<InspectedPicture> => pool.run(task, { name: 'inspectPicture' }),
    countPicture: (task: { preview: string }): Promise<Uint8Array> => pool.run(task, { name: 'countPicture' }),
    measurePicture: (task: MeasureTask): Promise<Measures> => pool.run(task, { name: 'measurePicture' }),
    renderPage: (task: RenderPageTask): Promise<void> => pool.run(task, { name: 'renderPage' }),
    close: () => pool.destroy(),
  }
}
export type Pool = ReturnType<typeof openPool>
