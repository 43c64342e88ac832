import { z } from 'zod'
import { type Item, pictureOf } from '../../things/brief/item.ts'
import type { PictureKind } from '../../things/brief/picture.ts'
import { borrowedBy } from '../../things/media/profiled.ts'
import { type Candidate, declare } from './decision.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

const ColourModeSchema = z.object({
  mode: z.enum(['colour', 'grey']),
  /** Tone of the printer's own greys, in its words; null where it has none. */
  tone: z.string().nullable(),
})
type ColourMode = z.infer<typeof ColourModeSchema>

/** What kind of picture an item is, said or told; null where nothing says. */
function kindOf(item: Item): PictureKind | null {
  const { channels, told } = pictureOf(item)
  return item.kind ?? told ?? (channels === 'grey' ? 'black-and-white' : null)
}

/** IPP `print-color-mode` (PWG 5100.13). */
const KEYWORD = { colour: 'color', grey: 'monochrome' } as const

export const colourModeDecision = declare({
  key: 'colour-mode',
  title: 'Colour or greys',
  question: 'Are greys mixed by the program, or by the printer’s own mode for black and white?',
  group: 'colour',
  needs: [printerDecision, stockDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: 'colour-mode',
  candidates: ({ printer, paper, studio, brief, pairing }): Candidate<ColourMode>[] => {
    // One mode prints all pictures of a job.
    const kinds = new Set(brief.items.map(kindOf))
    const grey = kinds.size === 1 && kinds.has('black-and-white')
    const unknown = kinds.has(null)
    const several = brief.items.length > 1
    const profiled = studio.profiles.some(
      (p) => (p.boundTo?.printerId === printer.id && p.boundTo.paperId === paper.id) || p.id === borrowedBy(pairing),
    )
    const has = printer.monochromeMode !== ''
    const tones = printer.monochromeTones.length > 0 ? printer.monochromeTones : [null]
    return [
      {
        id: 'colour',
        label: 'Colour',
        value: { mode: 'colour', tone: null },
        ruledOut: null,
        costs: grey && has ? [{ points: 1, says: 'greys of several inks can shift under other light' }] : [],
        by: 'rule',
        reason: grey
          ? has
            ? profiled
              ? 'The proof foretells it and the profile holds its greys.'
              : 'It is the usual way; without a profile for this paper a strip of both is worth its paper.'
            : `${printer.name} has no mode of its own for black and white.`
          : unknown
            ? `Nothing says that ${several ? 'every' : 'the'} picture is black and white.`
            : several && kinds.has('black-and-white')
              ? 'Not every picture is black and white.'
              : `The ${several ? 'pictures have' : 'picture has'} colours.`,
      },
      ...tones.map(
        (tone, i): Candidate<ColourMode> => ({
          id: tone === null ? 'grey' : `grey:${tone}`,
          label: has ? `${printer.monochromeMode}${tone === null ? '' : `, ${tone}`}` : 'The printer’s own greys',
          value: { mode: 'grey', tone },
          ruledOut: !has
            ? `${printer.name} has no mode of its own for black and white.`
            : !grey
              ? unknown
                ? `Its colours would be lost: nothing says that ${several ? 'every' : 'the'} picture is black and white.`
                : `Its colours would be lost: ${several ? 'not every picture is' : 'the picture is not'} black and white.`
              : null,
          costs: [
            { points: 2, says: 'it takes no profile: the proof shows neutral greys between white and black, a strip the real tones' },
            ...(i > 0 ? [{ points: 0.5, says: 'a tint over the whole print' }] : []),
          ],
          by: 'rule',
          reason: 'Fewer coloured inks: greys shift less from one light to another.',
        }),
      ),
    ]
  },
  accept: (colourMode) => ({ colourMode }),
  keeps: { colourMode: ColourModeSchema },
  keep: ({ colourMode }) => ({ colourMode }),
  before: { colourMode: (): ColourMode => ({ mode: 'colour', tone: null }) },
  wire: ({ colourMode }) => ({ 'print-color-mode': { tag: 'keyword', value: KEYWORD[colourMode.mode] } }),
})
