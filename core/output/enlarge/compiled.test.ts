import wabt from 'wabt'
import { COMPILED } from './compiled.ts'
import { SOURCE } from './source.mjs'

test('what is run is what the source says', async () => {
  const { buffer } = (await wabt()).parseWat('source.wat', SOURCE, { simd: true }).toBinary({})
  expect(COMPILED).toBe(Buffer.from(buffer).toString('base64'))
})
