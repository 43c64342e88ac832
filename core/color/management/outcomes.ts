/** What the data a program hands over is marked as. */
const TAGS = ['device', 'srgb'] as const
export type Tag = (typeof TAGS)[number]

export type Outcome = 'right' | 'double' | 'none'

/** One combination of switches with what comes of it. */
export interface Managed {
  program: boolean
  driver: boolean
  tag: Tag
  outcome: Outcome
  /** What happens, in words. */
  says: string
}

const SAYS: Record<string, string> = {
  'on off device': 'The program converts to the profile and marks the data as the printer’s own; the printer prints them as sent. Right.',
  'on off srgb':
    'Converted once, but marked as sRGB: a printer that obeys the mark converts again. It only goes well where it ignores marks.',
  'on on device':
    'Marked as the printer’s own: a driver that obeys the mark leaves the data alone, one that does not converts twice. Switch it off.',
  'on on srgb': 'Double profiling: converted by the program, taken for sRGB and converted again. Flat and wrong in hue.',
  'off on device':
    'Nobody converts: the driver obeys the mark and sends the picture’s numbers to the inks. Usually too dark and too strong.',
  'off on srgb': 'The driver converts what it takes for sRGB. Right for sRGB pictures; a wider space comes out dull.',
  'off off device': 'Nobody converts: the picture’s numbers go straight to the inks. Usually too dark and too strong.',
  'off off srgb': 'Not converted here, but marked as sRGB: the printer converts by itself. Right for sRGB pictures if it does.',
}

/**
 * What comes of a combination for a printer that obeys the mark: data marked as device colour are printed as sent, data
 * marked sRGB are managed (PWG 5102.4: `device3_8` and `srgb_8`).
 * @param driver colour management switched on in the driver
 */
function managed(program: boolean, driver: boolean, tag: Tag): Managed {
  const again = tag === 'srgb'
  const outcome: Outcome = program ? (again ? 'double' : 'right') : again ? 'right' : 'none'
  const switched = (on: boolean) => (on ? 'on' : 'off')
  return { program, driver, tag, outcome, says: SAYS[`${switched(program)} ${switched(driver)} ${tag}`] ?? '' }
}

/** All eight combinations, the program's switch first. */
export const OUTCOMES: readonly Managed[] = [true, false].flatMap((program) =>
  [false, true].flatMap((driver) => TAGS.map((tag) => managed(program, driver, tag))),
)
