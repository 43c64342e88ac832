// Compiles core/color/tetrahedra/tetrahedra.wat into compiled.ts beside it; run by whoever changes the first. A test holds the two together.
import { readFileSync, writeFileSync } from 'node:fs'
import wabt from 'wabt'

const dir = 'core/color/tetrahedra'
const { parseWat } = await wabt()
const { buffer } = parseWat('tetrahedra.wat', readFileSync(`${dir}/tetrahedra.wat`, 'utf8'), { simd: true }).toBinary({})
writeFileSync(
  `${dir}/compiled.ts`,
  `/** tetrahedra.wat as a WebAssembly module, base64: made by scripts/compile-tetrahedra.mjs. */\nexport const COMPILED =\n  '${Buffer.from(buffer).toString('base64')}'\n`,
)
