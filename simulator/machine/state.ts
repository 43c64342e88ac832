import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { RealSheet } from '../../core/wire/api/machine.ts'
import type { Truth } from '../press/press.ts'

/** What a job asks of the machine, as read from its attributes. Lengths in µm. */
export interface JobTicket {
  name: string
  user: string
  copies: number
  source: string | null
  mediaType: string | null
  page: { width: number; length: number } | null
  borderless: boolean
  /** IPP `print-quality`. */
  quality: number
  /** Dots per inch asked for; null where the job does not say. */
  dots?: number | null
  /** Width of the platen gap asked for; null leaves it to the media type. */
  gap: 'normal' | 'wide' | null
  /** A clear coat over the print. */
  coat: boolean
  /** Printed in the machine's own greys. */
  monochrome: boolean
}

export type JobState = 'pending' | 'processing' | 'processing-stopped' | 'canceled' | 'aborted' | 'completed'

export interface Job extends JobTicket {
  id: number
  state: JobState
  reason: string
  message: string
  /** 0…100 of the sheet now printing. */
  progress: number
  delivered: number
  /** Sheets that were begun and spoilt. */
  spoilt: number
  createdAt: number
  doneAt: number | null
  /** Pages of its document. */
  pages: number
  truths: Truth[]
}

export const finished = (job: Job): boolean => job.state === 'completed' || job.state === 'canceled' || job.state === 'aborted'

export interface Tray {
  pathId: string
  sheet: RealSheet | null
  /** Sheets, or µm of roll. */
  remaining: number
}

/** What the panel is set to for one path; null and auto leave it to the job. */
export interface PanelSetting {
  mediaTypeId: string | null
  gap: 'auto' | 'wide'
  /** Its switch for sensing the size of sheets. */
  sensing?: 'on' | 'off'
}

export interface MachineEvent {
  at: number
  says: string
}

export interface Saved {
  nextJob: number
  trays: Tray[]
  jobs: Job[]
  inks: Record<string, number>
  black: 'photo' | 'matte' | 'both'
  panel: Record<string, PanelSetting>
  coverOpen: boolean
  /** Sheets that went through each path since it was serviced. */
  fed: Record<string, number>
  events: MachineEvent[]
  /** When the last sheet came out, ms; 0 before the first. */
  lastOut: number
  /** Simulated seconds that pass in one real second; null is as the process was started. */
  pace: number | null
}

export const KEPT_JOBS = 60
export const KEPT_EVENTS = 200

/** What a machine remembers when it is switched off: one file, replaced whole. */
export class StateFile {
  readonly dir: string

  constructor(dir: string) {
    this.dir = dir
    mkdirSync(join(dir, 'sheets'), { recursive: true })
  }

  private get file(): string {
    return join(this.dir, 'state.json')
  }

  /** What was kept, or null when there is nothing whole. */
  read(): Partial<Saved> | null {
    if (!existsSync(this.file)) return null
    try {
      return JSON.parse(readFileSync(this.file, 'utf8')) as Partial<Saved>
    } catch {
      return null
    }
  }

  write(state: Saved): void {
    const temporary = `${this.file}.new`
    writeFileSync(temporary, JSON.stringify(state))
    renameSync(temporary, this.file)
  }

  sheet(job: number, number: number): string {
    return join(this.dir, 'sheets', `${job}-${number}.png`)
  }
}
