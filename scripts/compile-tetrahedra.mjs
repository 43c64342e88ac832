// Compiles core/color/tetrahedra/source.mjs into compiled.ts beside it; run by whoever changes the first. A test holds the two together.
import { writeFileSync } from 'node:fs'
import wabt from 'wabt'
import { SOURCE } from '../core/color/tetrahedra/source.mjs'

const { buffer } = (await wabt()).parseWat('source.wat', SOURCE, { simd: true }).toBinary({})
writeFileSync(
  'core/color/tetrahedra/compiled.ts',
  `/** What source.mjs says as a WebAssembly module, base64: made by scripts/compile-tetrahedra.mjs. */\nexport const COMPILED =\n  '${Buffer.from(buffer).toString('base64')}'\n`,
)
