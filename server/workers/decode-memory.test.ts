import { decodeMemory, MOST_DECODE_BYTES } from './decode-memory.ts'

const large = { width: 20_000, height: 15_000 }

// By hand: 300 megapixels; coefficients of two bytes, samples as subsampled; whole pixels for PNG.
test.each([
  [{ format: 'jpeg', isProgressive: true, chromaSubsampling: '4:2:0', channels: 3 }, 900_000_000],
  [{ format: 'jpeg', isProgressive: true, chromaSubsampling: '4:2:2', channels: 3 }, 1_200_000_000],
  [{ format: 'jpeg', isProgressive: true, chromaSubsampling: '4:4:4', channels: 3 }, 1_800_000_000],
  [{ format: 'jpeg', isProgressive: true, chromaSubsampling: 'unheard of', channels: 3 }, 1_800_000_000],
  [{ format: 'jpeg', isProgressive: true, channels: 1 }, 600_000_000],
  [{ format: 'jpeg', isProgressive: true, channels: 4 }, 2_400_000_000],
  [{ format: 'png', isProgressive: true, channels: 3, depth: 'uchar' }, 900_000_000],
  [{ format: 'png', isProgressive: true, channels: 4, depth: 'ushort' }, 2_400_000_000],
  [{ format: 'jpeg', isProgressive: false, chromaSubsampling: '4:4:4', channels: 3 }, 0],
  [{ format: 'tiff', isProgressive: true, channels: 3 }, 0],
] as const)('%j takes %i bytes', (meta, bytes) => expect(decodeMemory({ ...large, ...meta } as never)).toBe(bytes))

test('a 300-megapixel picture as cameras and programs save it is taken, at most a gigabyte is given', () => {
  expect(decodeMemory({ ...large, format: 'jpeg', isProgressive: true, chromaSubsampling: '4:2:0', channels: 3 } as never)).toBeLessThan(
    MOST_DECODE_BYTES,
  )
})
