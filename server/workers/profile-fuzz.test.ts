import { readdirSync, readFileSync } from 'node:fs'
import { ColorError } from '../../core/color/engine/engine.ts'
import { readProfile, requirePrinterProfile } from '../../core/color/icc/read.ts'
import { profileFacts } from '../../core/color/profile/facts.ts'
import { SENTENCE } from '../../core/testing/sentence.ts'
import { loadEngine } from './engine.ts'

const FILES = readdirSync('demo/profiles').map((name) => new Uint8Array(readFileSync(`demo/profiles/${name}`)))
const MUTANTS = 2000
/** Every so many of those that are let through are measured whole; the others are only joined to a space and run. */
const WHOLE = 25

/** Park–Miller: the same mutants every time. */
function uniform(seed: number): (below: number) => number {
  let state = seed
  return (below) => {
    state = (state * 48_271) % 2_147_483_647
    return state % below
  }
}

/** One way of spoiling a profile. */
function mutate(file: Uint8Array, pick: (below: number) => number): Uint8Array {
  const bytes = file.slice()
  const view = new DataView(bytes.buffer)
  const tags = view.getUint32(128)
  const entry = 132 + pick(tags) * 12
  const [offset, size] = [view.getUint32(entry + 4), view.getUint32(entry + 8)]
  switch (pick(9)) {
    case 0: // cut off anywhere
      return bytes.slice(0, pick(bytes.length))
    case 1: // cut off at a tag's boundary
      return bytes.slice(0, offset + (pick(2) ? size : 0))
    case 2: // a tag that points elsewhere, or is of another size
      view.setUint32(entry + (pick(2) ? 4 : 8), pick(2) ? pick(bytes.length * 2) : pick(0x7fffffff))
      return bytes
    case 3: // header fields
      bytes[pick(128)] = pick(256)
      return bytes
    case 4: // the head of a tag: types, channels, grids, counts
      bytes[Math.min(bytes.length - 1, offset + pick(Math.min(size, 56)))] = pick(256)
      return bytes
    case 5: // numbers anywhere in a tag
      for (let n = 0; n < 40; n++) bytes[Math.min(bytes.length - 1, offset + pick(size))] = pick(256)
      return bytes
    case 6: // a hole
      bytes.fill(pick(2) ? 0 : 255, offset, offset + pick(size))
      return bytes
    case 7: // two tags laid over one another
      view.setUint32(entry + 4, view.getUint32(132 + pick(tags) * 12 + 4) + pick(64))
      return bytes
    default: // another signature
      for (let n = 0; n < 4; n++) bytes[entry + n] = 32 + pick(95)
      return bytes
  }
}

test(`${MUTANTS} spoilt profiles are refused in words or used without harm, and the engine works on`, async () => {
  const pick = uniform(20_261)
  const engine = await loadEngine()
  const seen = { refused: 0, unusable: 0, used: 0 }
  const grey = new Uint8Array([128, 128, 128])
  for (let n = 0; n < MUTANTS; n++) {
    const bytes = mutate(FILES[pick(FILES.length)] as Uint8Array, pick)
    const read = readProfile(bytes)
    const checked = read.ok ? requirePrinterProfile(read.value) : read
    if (!checked.ok) {
      expect(checked.problem.message).toMatch(SENTENCE)
      seen.refused++
      continue
    }
    try {
      if (n % WHOLE === 0) profileFacts(engine, bytes, checked.value)
      else {
        const t = engine.transform('srgb', 'rgb8', bytes, 'rgb8', 'relative', { precise: true })
        expect(t.run(grey, 1)).toHaveLength(3)
        t.free()
      }
      seen.used++
    } catch (error) {
      expect(error).toBeInstanceOf(ColorError)
      seen.unusable++
    }
  }
  // All three ends are met, or the mutants are not worth their name.
  expect([seen.refused > 400, seen.used > 200]).toEqual([true, true])
  const sound = engine.transform('srgb', 'rgb8', FILES[0] as Uint8Array, 'rgb8', 'relative', { precise: true })
  expect(sound.run(new Uint8Array([255, 255, 255]), 1)).toEqual(new Uint8Array([255, 255, 255]))
  sound.free()
}, 240_000)

test('a profile cut off at every tag boundary is refused every time', () => {
  for (const file of FILES.slice(0, 4)) {
    const view = new DataView(file.buffer, file.byteOffset)
    for (let i = 0; i < view.getUint32(128); i++) {
      const at = 132 + i * 12
      for (const end of [view.getUint32(at + 4), view.getUint32(at + 4) + view.getUint32(at + 8) - 1])
        expect(readProfile(file.slice(0, end)).ok).toBe(false)
    }
  }
})

test.each([
  ['an absurd grid', 10, 255, 'profile-table-size'],
  ['too many inputs', 8, 16, 'profile-table-size'],
  ['no outputs', 9, 0, 'profile-table-size'],
])('%s is refused before anything is made of it', (_name, at, value, code) => {
  const bytes = (FILES[0] as Uint8Array).slice()
  const read = readProfile(bytes)
  const table = read.ok ? read.value.tables[0] : undefined
  bytes[(table?.offset ?? 0) + at] = value
  const again = readProfile(bytes)
  expect(again.ok ? 'ok' : again.problem.code).toBe(code)
})
