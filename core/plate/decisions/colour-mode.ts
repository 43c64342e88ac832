import { z } from 'zod'
import { pictureOf } from '../../things/brief/item.ts'
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
  candidates: ({ printer, paper, studio, item, pairing }): Candidate<ColourMode>[] => {
    const { channels, told } = pictureOf(item)
    const kind = item.kind ?? told ?? (channels === 'grey' ? 'black-and-white' : null)
    const grey = kind === 'black-and-white'
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
          : kind === null
            ? 'Nothing says that the picture is black and white.'
            : 'The picture has colours.',
      },
      ...tones.map(
        (tone, i): Candidate<ColourMode> => ({
          id: tone === null ? 'grey' : `grey:${tone}`,
          label: has ? `${printer.monochromeMode}${tone === null ? '' : `, ${tone}`}` : 'The printer’s own greys',
          value: { mode: 'grey', tone },
          ruledOut: !has
            ? `${printer.name} has no mode of its own for black and white.`
            : !grey
              ? kind === null
                ? 'Its colours would be lost: nothing says that the picture is black and white.'
                : 'Its colours would be lost: the picture is not black and white.'
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
