import { spawn } from 'node:child_process'
import { DEMO_STUDIO } from '../core/things/studio/short-name.ts'
import { config } from './config.ts'
import type { Installation } from './installation.ts'
import { log } from './log.ts'
import { writtenElsewhere } from './store/snapshots.ts'

let working = false

/**
 * Makes the demo studio, afresh where there is one, in a process of its own: it paints pictures for half a minute. How far
 * it is stands in the studio's entry. Begun twice it is made once. One that is there has been closed before.
 */
export async function makeDemo({ studios }: Pick<Installation, 'studios'>): Promise<void> {
  if (working) return
  working = true
  try {
    const there = await studios.tryFind(DEMO_STUDIO)
    if (there) await studios.making(DEMO_STUDIO, 'clearing')
    else await studios.begin({ name: 'Lantern Wharf', wanted: DEMO_STUDIO, demo: true, making: 'beginning' })
  } catch (error) {
    working = false
    throw error
  }
  const maker = spawn(process.execPath, [config.seedFile], { cwd: config.root, stdio: ['ignore', 'ignore', 'inherit'] })
  const over = async (failure: unknown) => {
    if (!working) return
    working = false
    writtenElsewhere(DEMO_STUDIO)
    if (failure === null) return
    log.error({ err: failure }, 'the demo could not be made')
    await studios.remove(DEMO_STUDIO).catch((error) => log.error({ err: error }, 'what was made of the demo'))
  }
  maker.once('error', (error) => void over(error))
  maker.once('exit', (code) => void over(code === 0 ? null : new Error(`its maker ended with ${code}`)))
}
