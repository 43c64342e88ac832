import fc from 'fast-check'
import { countColours, createColourCounter, isCurrent, packCount, readCount } from './colour-count.ts'

const noise = (width: number, height: number, seed = 3) => {
  let state = seed
  return Uint8Array.from({ length: width * height * 3 }, () => {
    state = (state * 48_271) % 2_147_483_647
    return state & 255
  })
}

test('every pixel is counted once', () => {
  const rgb = Uint8Array.from([10, 20, 30, 12, 22, 28, 200, 100, 50])
  const count = countColours(rgb, 3, 1)
  expect(count.total).toBe(3)
  expect([...count.counts].reduce((a, b) => a + b, 0)).toBe(3)
})
test('of every so many fours of pixels one is counted, wherever they lie in memory, and the total says how many', () => {
  // Thirty pixels, each in a cell of its own: eight levels apart in red, and in green from the sixteenth on.
  const of = (shift: number) => {
    const bytes = new Uint8Array(30 * 3 + shift)
    for (let n = 0; n < 30; n++) bytes.set([(n % 16) * 16, n < 16 ? 0 : 128, 40], shift + n * 3)
    return bytes.subarray(shift)
  }
  const counted = (shift: number, every: number) => {
    const counter = createColourCounter()
    counter.add(of(shift), every)
    const { total, colours, counts } = counter.finish()
    expect(counts.reduce((a, b) => a + b, 0)).toBe(total)
    return Array.from(counts, (_, i) => (colours[i * 3] as number) / 16 + (colours[i * 3 + 1] === 0 ? 0 : 16)).sort((a, b) => a - b)
  }
  const all = [...Array(30).keys()]
  for (const shift of [0, 1, 4]) {
    expect([shift, counted(shift, 1)]).toEqual([shift, all])
    expect([shift, counted(shift, 2)]).toEqual([shift, all.filter((n) => (n >> 2) % 2 === 0 || (shift !== 1 && n >= 28))])
    expect([shift, counted(shift, 3)]).toEqual([shift, all.filter((n) => (n >> 2) % 3 === 0 || (shift !== 1 && n >= 28))])
  }
})
test.each([255, 256, 257, 511, 512, 513, 66_000])(
  'a colour that is there %d times is counted as often, and its neighbour by itself',
  (many) => {
    const pixels = Array.from({ length: many + 300 }, (_, n) => (n < many ? [9, 130, 251] : n < many + 3 ? [10, 130, 251] : [200, 4, 66]))
    for (let again = 0; again < 2; again++) {
      const { colours, counts } = countColours(Uint8Array.from(pixels.flat()), pixels.length, 1)
      const told = [...counts].map((count, n) => [...colours.slice(n * 3, n * 3 + 3), count].join(' '))
      expect(told.sort()).toEqual(['10 130 251 3', '200 4 66 297', `9 130 251 ${many}`])
    }
  },
)

test('the mean colour of the picture is that of its count', () => {
  const rgb = noise(120, 80)
  const { colours, counts, total } = countColours(rgb, 120, 80)
  for (let c = 0; c < 3; c++) {
    const exact = rgb.filter((_, i) => i % 3 === c).reduce((a, b) => a + b, 0) / total
    const counted = [...counts].reduce((sum, n, i) => sum + n * (colours[i * 3 + c] as number), 0) / total
    expect(Math.abs(counted - exact)).toBeLessThan(0.6)
  }
})
test('pairs are neighbours of the picture: on a flat one both are the same, on a ramp they differ by its slope at four distances', () => {
  const flat = countColours(new Uint8Array(300 * 200 * 3).fill(90), 300, 200)
  expect(flat.pairs.every((v) => v === 90)).toBe(true)
  const ramp = Uint8Array.from({ length: 800 * 10 * 3 }, (_, i) => Math.floor((Math.floor(i / 3) % 800) / 4))
  const { pairs } = countColours(ramp, 800, 10)
  // One level in four pixels; two, eight, 32 and 128 pixels apart in turn, across or, in so low a picture, not down.
  for (let n = 0; n < pairs.length; n += 6) {
    const apart = [2, 8, 32, 128][(n / 6) % 4] as number
    const slope = Math.abs((pairs[n] as number) - (pairs[n + 3] as number))
    expect([0, Math.floor(apart / 4), Math.ceil(apart / 4)]).toContain(slope)
  }
  expect(pairs.some((v, i) => i % 6 === 0 && Math.abs(v - (pairs[i + 3] as number)) === 32)).toBe(true)
})
test('of a large picture neighbours are squares of pixels, and the very ones that lie there', () => {
  // Every square of two by two says where it lies: red and green the column, blue the row, four levels apart.
  const [width, height] = [3000, 40]
  const rgb = new Uint8Array(width * height * 3)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      // The four pixels of a square differ by as much as they add up to nothing.
      const grain = (x + y) % 2 ? 1 : -1
      rgb.set([((x >> 1) & 63) * 4 + 1 + grain, ((x >> 7) & 63) * 4 + 1 + grain, (y >> 1) * 4 + 1 + grain], (y * width + x) * 3)
    }
  const { pairs } = countColours(rgb, width, height)
  const at = (n: number) => {
    const [r, g, b] = [...pairs.slice(n, n + 3)].map((v) => (v - 1) / 4) as [number, number, number]
    return [r + g * 64, b] as const
  }
  const [columns, rows, ways] = [new Set<number>(), new Set<number>(), new Set<string>()]
  for (let n = 0; n < pairs.length; n += 6) {
    const [[x, y], [u, v]] = [at(n), at(n + 3)]
    const apart = [4, 16, 64, 256][(n / 6) % 4]
    ways.add(`${apart} ${u > x ? 'across' : 'down'}`)
    expect([u - x, v - y]).toEqual(u > x ? [apart, 0] : [0, apart])
    for (const one of [x, u]) columns.add(one)
    for (const one of [y, v]) rows.add(one)
  }
  // The low picture has room for two of the distances downwards; both ends of it are looked at.
  expect([...ways].sort()).toEqual(['16 across', '16 down', '256 across', '4 across', '4 down', '64 across'])
  expect([Math.min(...rows), Math.max(...rows), Math.min(...columns) < 3, Math.max(...columns) > 1496]).toEqual([0, 19, true, true])
})
test('kept as bytes and read back it is the same, and the same picture counts the same', () => {
  const count = countColours(noise(64, 48), 64, 48)
  const read = readCount(packCount(count))
  expect(read.ok && read.value).toEqual(count)
  expect(countColours(noise(64, 48), 64, 48)).toEqual(count)
})
test('one pixel, one row and one column are counted', () => {
  for (const [w, h] of [
    [1, 1],
    [500, 1],
    [1, 500],
  ] as const)
    expect(countColours(noise(w, h), w, h).total).toBe(w * h)
})
test('bytes that are cut or changed are refused or read, never thrown over', () => {
  const bytes = packCount(countColours(noise(32, 32), 32, 32))
  fc.assert(
    fc.property(fc.nat(bytes.length), fc.nat(19), fc.nat(255), (cut, at, byte) => {
      const changed = bytes.slice()
      changed[at] = byte
      return typeof readCount(bytes.slice(0, cut)).ok === 'boolean' && typeof readCount(changed).ok === 'boolean'
    }),
  )
  expect(readCount(bytes.slice(0, -1)).ok).toBe(false)
})
test('in pieces of any length, wherever they lie in memory, the count is that of the whole', () => {
  const rgb = noise(97, 31)
  const { total, colours, counts } = countColours(rgb, 97, 31)
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 900 }), { maxLength: 12 }), fc.nat(3), (lengths, shift) => {
      const moved = new Uint8Array(rgb.length + shift)
      moved.set(rgb, shift)
      const counter = createColourCounter()
      let at = 0
      for (const length of [...lengths, rgb.length]) {
        const end = Math.min(rgb.length, at + length * 3)
        counter.add(moved.subarray(shift + at, shift + end))
        at = end
      }
      expect(counter.finish()).toEqual({ total, colours, counts })
    }),
    { numRuns: 12 },
  )
})
test('of the blackest cube, too, every colour is told where it is common', () => {
  const levels = [...Array(40).fill([0, 0, 0]), ...Array(30).fill([3, 1, 2]), ...Array(30).fill([90, 160, 240])].flat()
  const { colours, counts } = countColours(Uint8Array.from(levels), 100, 1)
  expect([...colours]).toEqual([0, 0, 0, 3, 1, 2, 90, 160, 240])
  expect([...counts]).toEqual([40, 30, 30])
})

test('black, white and a hair of pure blue are found exactly', () => {
  const rgb = Uint8Array.from([...Array(300).fill(0), ...Array(300).fill(255), 0, 0, 255])
  const { total, colours, counts } = countColours(rgb, 201, 1)
  expect(total).toBe(201)
  expect([...colours]).toEqual([0, 0, 0, 0, 0, 255, 255, 255, 255])
  expect([...counts]).toEqual([100, 1, 100])
})

/** Pixels of so many of each colour. */
const pixels = (...of: [number, readonly [number, number, number]][]) =>
  Uint8Array.from(of.flatMap(([many, rgb]) => Array.from({ length: many }, () => rgb).flat()))
const toldOf = (rgb: Uint8Array) => {
  const { colours, counts } = countColours(rgb, rgb.length / 3, 1)
  return Array.from(counts, (many, n) => [many, ...colours.subarray(n * 3, n * 3 + 3)])
}

test('a cube of four levels is one colour, the mean, up to a two-hundredth of the picture; beyond, each of its colours is told', () => {
  const common = [120, 121, 120] as const
  const [one, other] = [
    [200, 41, 3],
    [203, 40, 1],
  ] as const
  // A cube begins at a multiple of four: 199 is in another, and so are 44 and 4.
  const beside = [199, 44, 4] as const
  for (const [many, told] of [
    [
      [20, 30],
      [
        [50, 202, 40, 2],
        [9000, ...common],
        [950, ...beside],
      ],
    ],
    [
      [20, 31],
      [
        [20, ...one],
        [31, ...other],
        [8999, ...common],
        [950, ...beside],
      ],
    ],
  ] as const) {
    const rest = 10_000 - 950 - many[0] - many[1]
    const found = toldOf(pixels([many[0], one], [rest, common], [many[1], other], [950, beside]))
    expect(found.sort()).toEqual([...told].sort())
  }
})

test('a cube of eight levels is one colour up to a five-hundredth of the picture, one of sixteen up to a five-thousandth', () => {
  const common = [0, 0, 0] as const
  for (const [width, limit] of [
    [8, 20],
    [16, 2],
  ] as const) {
    // Opposite corners of a cube, and what lies just outside of it.
    const [low, high, outside] = [
      [64, 128, 192],
      [64 + width - 1, 128 + width - 1, 192 + width - 1],
      [64, 128, 192 - 4],
    ] as const
    const middle = [low, high].map((rgb, at) => rgb.map((v) => v * (at === 0 ? limit - 1 : 1)))
    const mean = [0, 1, 2].map((c) => Math.round(((middle[0]?.[c] ?? 0) + (middle[1]?.[c] ?? 0)) / limit))
    const others = 3 * limit
    const at = toldOf(pixels([limit - 1, low], [1, high], [others, outside], [10_000 - others - limit, common]))
    expect(at.filter(([, , , blue]) => (blue as number) >= 192)).toEqual([[limit, ...mean]])
    const over = toldOf(pixels([limit, low], [1, high], [others, outside], [10_000 - others - limit - 1, common]))
    expect(over.filter(([, , , blue]) => (blue as number) >= 192).sort()).toEqual(
      [
        [limit, ...low],
        [1, ...high],
      ].sort(),
    )
  }
})

test('of a grey picture every grey is told, of one of all colours no more than can be followed', () => {
  const greys = Uint8Array.from({ length: 256 * 300 }, (_, i) => Math.floor(i / 3) % 256)
  expect(toldOf(greys)).toEqual(Array.from({ length: 256 }, (_, v) => [100, v, v, v]))
  const all = countColours(noise(800, 600), 800, 600)
  expect(all.counts.length).toBeLessThanOrEqual(32 ** 3)
  expect(all.counts.reduce((a, b) => a + b, 0)).toBe(480_000)
})

test('what one counter has counted the next knows nothing of, and two can count beside each other', () => {
  const [red, blue] = [pixels([7, [250, 3, 9]]), pixels([5, [2, 4, 251]])]
  const [first, second] = [createColourCounter(), createColourCounter()]
  first.add(red)
  second.add(blue)
  first.add(red)
  const told = ({ total, colours, counts }: ReturnType<typeof first.finish>) => [total, ...counts, ...colours]
  expect(told(first.finish())).toEqual([14, 14, 250, 3, 9])
  expect(told(second.finish())).toEqual([5, 5, 2, 4, 251])
  const third = createColourCounter()
  third.add(blue)
  expect(told(third.finish())).toEqual([5, 5, 2, 4, 251])
})

test('a count of another version, or of something else, is refused by name', () => {
  const bytes = (magic: number, version: number) => {
    const head = new Uint8Array(20)
    const view = new DataView(head.buffer)
    view.setUint32(0, magic)
    view.setUint32(4, version)
    return head
  }
  const said = (read: ReturnType<typeof readCount>) => (read.ok ? 'read' : read.problem.message)
  const other = 'This is not a colour count this version reads.'
  expect(said(readCount(bytes(0x41504343, 2)))).toBe(other)
  expect(said(readCount(bytes(0x41504344, 3)))).toBe(other)
  expect(said(readCount(bytes(0x41504343, 3)))).not.toBe(other)
})

test('a kept count is known by its head: the first eight bytes are enough, seven are not, and another version is another', () => {
  const bytes = packCount(countColours(noise(20, 20), 20, 20))
  expect([isCurrent(bytes), isCurrent(bytes.slice(0, 8)), isCurrent(bytes.slice(0, 7))]).toEqual([true, true, false])
  // Where it lies in memory does not matter.
  const shifted = new Uint8Array([9, 9, 9, ...bytes.slice(0, 8)]).subarray(3)
  expect(isCurrent(shifted)).toBe(true)
  const older = bytes.slice(0, 8)
  older[7] = (older[7] as number) + 1
  expect(isCurrent(older)).toBe(false)
})
