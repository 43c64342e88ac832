import { execFileSync } from 'node:child_process'
import { copyFileSync, existsSync, mkdirSync, renameSync } from 'node:fs'
import { join, resolve } from 'node:path'

/** Characterisation data of a press: FOGRA39L, a free CGATS file in Debian's icc-profiles-free. */
export const PRESS_DATA = '/usr/share/color/icc/FOGRA39L.ti3'
export const PRESS_DIR = resolve('var/press')

/** A CMYK profile of that data made by Debian's colprof (argyll); made once, kept in the data directory. */
export function pressProfile(): string {
  const target = join(PRESS_DIR, 'press.icc')
  if (!existsSync(target)) {
    mkdirSync(PRESS_DIR, { recursive: true })
    copyFileSync(PRESS_DATA, join(PRESS_DIR, 'press.ti3'))
    execFileSync('colprof', ['-ql', '-bl', '-D', 'Press data', '-O', join(PRESS_DIR, 'making.icc'), join(PRESS_DIR, 'press')], {
      stdio: 'ignore',
    })
    renameSync(join(PRESS_DIR, 'making.icc'), target)
  }
  return target
}
