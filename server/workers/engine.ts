import { instantiate } from 'lcms-wasm'
import { createEngine, type Engine } from '../../core/color/engine/engine.ts'

let engine: Promise<Engine> | null = null

/** The colour engine of this thread, started at the first use. */
export const loadEngine = (): Promise<Engine> => {
  engine ??= instantiate().then((cms) => createEngine(cms))
  return engine
}
