import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import type { ProfileCheck } from '../../core/color/accuracy/profile-check.ts'
import type { ProfileComparison } from '../../core/color/health/compare-profiles.ts'
import type { Health } from '../../core/color/health/health.ts'
import type { Measures } from '../../core/color/measure/measures.ts'
import type { ProfileFacts } from '../../core/color/profile/facts.ts'
import type { CriticalColour } from '../../core/things/brief/critical.ts'
import type { Result } from '../../core/things/problem/problem.ts'
import { config } from '../config.ts'
import type { LabelSheetTask } from '../documents/label-sheet.ts'
import type { ComposeStripsTask, CriticalDetailTask } from './compose-strips.ts'
import type { InspectedPicture, InspectPictureTask } from './inspect-picture.ts'
import { keepAnswers } from './kept-answers.ts'
import type { Counted, CountTask, MeasureTask } from './measure-picture.ts'
import { createGate } from './one-at-a-time.ts'
import type { PageOf } from './page-rows.ts'
import type { PictureWindowTask } from './picture-window.ts'
import type { PrintFileTask } from './print-file.ts'
import type { RenderPageTask } from './render-page.ts'

/**
 * Does a piece of work, and once more when the worker that did it died under it: the pool has replaced it by then. Work
 * that failed for a reason of its own is not tried again.
 */
export async function oncemore<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    const { message, code } = error as Error & { code?: string }
    if (code === 'ERR_WORKER_OUT_OF_MEMORY' || /worker.*(exited|terminated)|memory limit/i.test(message)) return work()
    throw error
  }
}

/** The picture files that pages are made of. */
const filesOf = (pages: readonly PageOf[]): string[] => pages.flatMap((page) => page.pictures.map(({ file }) => file))

/**
 * Workers stay this long without work, ms: what has done a few pictures does the next in half the time of one that was begun for
 * it, and pictures come with minutes between them.
 */
const STAYS = 10 * 60_000

/** Heavy work on its own threads: decoding, previews, rendering. A worker that dies is replaced by the pool. */
export function openPool() {
  const pool = new Piscina({ filename: config.workerFile, maxThreads: 2, minThreads: 0, idleTimeout: STAYS, maxQueue: 200 })
  const run: typeof pool.run = (task, options) => oncemore(() => pool.run(task, options))
  // Of pictures that have to be held whole in memory one is decoded at a time.
  const gate = createGate()
  const healthOf = keepAnswers((file): Promise<Result<Health>> => run({ file }, { name: 'examineProfile' }))
  let closing = false
  return {
    /** Work that ends now was broken off, and is to be done again after the next start: nothing is wrong with it. */
    get closing(): boolean {
      return closing
    },
    inspectPicture: (task: InspectPictureTask): Promise<InspectedPicture> => gate(task.file, () => run(task, { name: 'inspectPicture' })),
    countPicture: (task: CountTask): Promise<Counted> => gate(task.picture, () => run(task, { name: 'countPicture' })),
    pictureWindow: (task: PictureWindowTask): Promise<Uint8Array> => gate(task.picture, () => run(task, { name: 'pictureWindow' })),
    measurePicture: (task: MeasureTask): Promise<Measures> => run(task, { name: 'measurePicture' }),
    followColour: (task: {
      rgb: [number, number, number]
      source: string | null
      profiles: { id: string; file: string }[]
    }): Promise<Pick<CriticalColour, 'lab' | 'misses'>> => run(task, { name: 'followColour' }),
    findCriticalDetail: (task: CriticalDetailTask): Promise<{ x: number; y: number; mean: number }> =>
      run(task, { name: 'findCriticalDetail' }),
    composeStrips: (task: ComposeStripsTask): Promise<void> => gate(task.picture, () => run(task, { name: 'composeStrips' })),
    renderPage: (task: RenderPageTask): Promise<void> => gate(filesOf(task.pages), () => run(task, { name: 'renderPage' })),
    /** Tells the share that is done while it works. */
    makePrintFile: async (task: Omit<PrintFileTask, 'port'>, tell: (share: number) => void): Promise<void> => {
      const { port1, port2 } = new MessageChannel()
      port1.on('message', (share: number) => tell(share))
      try {
        await gate(filesOf(task.pages), () => pool.run({ ...task, port: port2 }, { name: 'makePrintFile', transferList: [port2] }))
      } finally {
        port1.close()
      }
    },
    labelSheetPdf: (task: LabelSheetTask): Promise<Uint8Array> => run(task, { name: 'labelSheetPdf' }),
    readProfileFile: (task: { file: string }): Promise<Result<{ description: string; facts: ProfileFacts }>> =>
      run(task, { name: 'readProfileFile' }),
    examineProfile: ({ file }: { file: string }): Promise<Result<Health>> => healthOf(file),
    compareProfileFiles: (task: { one: string; other: string }): Promise<ProfileComparison> => run(task, { name: 'compareProfileFiles' }),
    checkProfileFile: (task: { file: string; measurements: string }): Promise<Result<ProfileCheck>> =>
      run(task, { name: 'checkProfileFile' }),
    close: () => {
      closing = true
      return pool.destroy()
    },
  }
}
export type Pool = ReturnType<typeof openPool>
