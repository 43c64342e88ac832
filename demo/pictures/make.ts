import sharp from 'sharp'
import { chartSvg } from './chart.ts'
import { coast, fog, keepsake, lampRoom, lens, type Painter, seaState } from './painters.ts'
import { tideTablesSvg } from './tide-tables.ts'
import { embedInJpeg, wideGamutProfile } from './wide-gamut.ts'

/** Fills pixels in levels of 0 to `most`. */
function fill<P extends Uint8Array | Uint16Array>(out: P, most: number, painter: Painter, width: number): P {
  const level = (v: number) => Math.round(Math.min(1, Math.max(0, v)) * most)
  for (let y = 0, at = 0; at < out.length; y++)
    for (let x = 0; x < width; x++) {
      const rgb = painter((x + 0.5) / width, (y + 0.5) / width)
      out[at++] = level(rgb[0])
      out[at++] = level(rgb[1])
      out[at++] = level(rgb[2])
    }
  return out
}
const paint = (painter: Painter, width: number, height: number) => fill(Buffer.alloc(width * height * 3), 255, painter, width)
const paint16 = (painter: Painter, width: number, height: number) => fill(new Uint16Array(width * height * 3), 65_535, painter, width)

const raw = (data: Buffer, width: number, height: number) => sharp(data, { raw: { width, height, channels: 3 } })

/** The museum's pictures, made by code: file name and how to make the file. */
export const DEMO_PICTURES: Record<string, () => Promise<Buffer>> = {
  // In a wide working space: reds and greens that most papers cannot hold.
  'signal-lens-red.jpg': async () =>
    embedInJpeg(
      await raw(paint(lens([0.16, 0, 0.01], [0.98, 0.05, 0.03], 2 / 3), 2100, 1400), 2100, 1400)
        .jpeg({ quality: 92, chromaSubsampling: '4:4:4' })
        .toBuffer(),
      wideGamutProfile(),
    ),
  'signal-lens-green.jpg': async () =>
    embedInJpeg(
      await raw(paint(lens([0, 0.09, 0.05], [0.06, 0.95, 0.3], 2 / 3), 1800, 1200), 1800, 1200)
        .jpeg({ quality: 92 })
        .toBuffer(),
      wideGamutProfile(),
    ),
  'signal-lens-blue.png': async () =>
    raw(paint(lens([0.03, 0, 0.16], [0.16, 0.12, 1], 2 / 3), 1800, 1200), 1800, 1200)
      .withIccProfile('srgb')
      .withMetadata({ density: 240, icc: 'srgb' })
      .png()
      .toBuffer(),
  'fog-bank.tif': async () =>
    sharp(paint16(fog, 1700, 1130), { raw: { width: 1700, height: 1130, channels: 3 } })
      .toColourspace('rgb16')
      .withMetadata({ density: 300, icc: 'srgb' })
      .tiff({ compression: 'deflate', predictor: 'horizontal' })
      .toBuffer(),
  'sea-state.jpg': async () =>
    raw(paint(seaState, 1900, 1267), 1900, 1267)
      .greyscale()
      .toColourspace('b-w')
      .jpeg({ quality: 92 })
      .toBuffer(),
  'coastline-strip.jpg': async () =>
    raw(paint(coast, 3600, 1200), 3600, 1200)
      .withIccProfile('srgb')
      .withMetadata({ density: 300, icc: 'srgb' })
      .jpeg({ quality: 90 })
      .toBuffer(),
  'harbour-chart.png': async () =>
    sharp(Buffer.from(chartSvg(3000, 2122)))
      .flatten({ background: '#fff' })
      .withIccProfile('srgb')
      .withMetadata({ density: 300, icc: 'srgb' })
      .png({ palette: false })
      .toBuffer(),
  'tide-tables.png': async () =>
    sharp(Buffer.from(tideTablesSvg(2100, 2970)))
      .flatten({ background: '#fff' })
      .withIccProfile('srgb')
      .withMetadata({ density: 200, icc: 'srgb' })
      .png({ palette: false })
      .toBuffer(),
  'lamp-room.jpg': async () =>
    raw(paint(lampRoom, 1500, 1440), 1500, 1440)
      .withIccProfile('srgb')
      .withMetadata({ density: 300, icc: 'srgb' })
      .jpeg({ quality: 92 })
      .toBuffer(),
  // Without a profile, as things come from somebody’s telephone.
  'keepsake-view.jpg': async () =>
    raw(paint(keepsake, 1500, 1000), 1500, 1000)
      .jpeg({ quality: 90 })
      .toBuffer(),
}
