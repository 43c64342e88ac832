import { z } from 'zod'
import { borrowedBy } from '../../things/media/profiled.ts'
import { colourModeDecision } from './colour-mode.ts'
import { type Candidate, declare } from './decision.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

const MANAGERS = ['program', 'driver', 'both', 'none'] as const
export type ColourManagement = (typeof MANAGERS)[number]

const LABEL: Record<ColourManagement, string> = {
  program: 'Arch Plate manages; colour off in the driver',
  driver: 'The driver manages; handed over untouched',
  both: 'Both manage',
  none: 'Nobody manages',
}

export const colourManagementDecision = declare({
  key: 'colour-management',
  title: 'Who manages colour',
  question: 'Which one place turns the picture’s colours into ink?',
  group: 'colour',
  needs: [printerDecision, stockDecision, colourModeDecision],
  about: 'plate',
  ofTheWay: false,
  agreement: 'management',
  candidates: ({ printer, paper, studio, colourMode, pairing }): Candidate<ColourManagement>[] => {
    const greys = colourMode.mode === 'grey'
    const own = studio.profiles.some((p) => p.boundTo?.printerId === printer.id && p.boundTo.paperId === paper.id)
    const borrowed = !own && studio.profiles.some((p) => p.id === borrowedBy(pairing))
    const profile = own || borrowed
    const option = (
      id: ColourManagement,
      ruledOut: string | null,
      points: number,
      says: string,
      reason: string,
    ): Candidate<ColourManagement> => ({
      id,
      label: LABEL[id],
      value: id,
      ruledOut,
      costs: points > 0 ? [{ points, says }] : [],
      by: 'rule',
      reason,
    })
    return [
      option(
        'program',
        greys ? 'The printer’s own greys take no profile: a program that converts beforehand would only tint them.' : null,
        profile ? 0 : 6,
        'no profile for this paper to manage with',
        borrowed
          ? 'A profile is borrowed for this paper on this printer, so the program applies it and the driver keeps its hands off.'
          : 'There is a profile for this paper on this printer, so the program applies it and the driver keeps its hands off.',
      ),
      option(
        'driver',
        null,
        profile ? 5 : 0,
        'the printer’s own tables know nothing of this paper',
        greys
          ? 'The printer mixes its own greys, so the picture is handed over untouched.'
          : 'Without a profile for this paper the driver’s own tables are the safer guess.',
      ),
      option('both', 'The colours would be converted twice: dull, dark and shifted.', 30, 'double profiling', ''),
      option('none', 'Nothing would fit the colours to this ink and paper.', 30, 'unmanaged colour', ''),
    ]
  },
  accept: (management) => ({ management }),
  keeps: { management: z.enum(MANAGERS) },
  keep: ({ management }) => ({ management }),
  before: 'from the first',
})
