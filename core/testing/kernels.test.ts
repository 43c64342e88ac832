import wabt from 'wabt'
import * as tetrahedra from '../color/tetrahedra/compiled.ts'
import * as tetrahedraSource from '../color/tetrahedra/source.mjs'
import * as enlarge from '../output/enlarge/compiled.ts'
import * as enlargeSource from '../output/enlarge/source.mjs'

test.each([
  ['tetrahedra', tetrahedra, tetrahedraSource],
  ['enlarge', enlarge, enlargeSource],
])('%s: what is run is what the source says', async (_, { COMPILED }, { SOURCE }) => {
  const { buffer } = (await wabt()).parseWat('source.wat', SOURCE, { simd: true }).toBinary({})
  expect(COMPILED).toBe(Buffer.from(buffer).toString('base64'))
})
