import { readFileSync } from 'node:fs'
import wabt from 'wabt'
import { COMPILED } from './compiled.ts'

test('what is run is what the source says', async () => {
  const { parseWat } = await wabt()
  const source = readFileSync('core/color/tetrahedra/tetrahedra.wat', 'utf8')
  const { buffer } = parseWat('tetrahedra.wat', source, { simd: true }).toBinary({})
  expect(COMPILED).toBe(Buffer.from(buffer).toString('base64'))
})
