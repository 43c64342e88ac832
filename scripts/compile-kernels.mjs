// Compiles every source.mjs of the core into compiled.ts beside it; run by whoever changes one. A test holds each two together.
import { writeFileSync } from 'node:fs'
import wabt from 'wabt'
import * as tetrahedra from '../core/color/tetrahedra/source.mjs'
import * as enlarge from '../core/output/enlarge/source.mjs'

const { parseWat } = await wabt()
for (const [folder, { SOURCE }] of [
  ['core/color/tetrahedra', tetrahedra],
  ['core/output/enlarge', enlarge],
]) {
  const { buffer } = parseWat('source.wat', SOURCE, { simd: true }).toBinary({})
  writeFileSync(
    `${folder}/compiled.ts`,
    `/** What source.mjs says as a WebAssembly module, base64: made by scripts/compile-kernels.mjs. */\nexport const COMPILED =\n  '${Buffer.from(buffer).toString('base64')}'\n`,
  )
}
