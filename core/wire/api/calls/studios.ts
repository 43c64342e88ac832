import { z } from 'zod'
import { NameSchema } from '../../../things/name.ts'
import {
  NewStudioSchema,
  StudioCopySchema,
  StudioEntrySchema,
  StudioRemovalSchema,
  StudioRenameSchema,
  ThingSchema,
  ThingsTakenSchema,
  ThingsWantedSchema,
} from '../studios.ts'
import type { Call } from './call.ts'

const StudioParam = z.object({ studio: z.string().min(1).max(40) })
/** `export` is the name of the archive that was made before; `/api/exports/{name}` hands it out. */
const Removed = z.object({ export: z.string() })

/** The calls that are none of one studio's: their addresses begin with `/studios` instead of with that of a studio. */
export const STUDIOS_CALLS = {
  'GET /studios': { summary: 'The studios of this installation', answers: z.array(StudioEntrySchema) },
  'POST /studios': { summary: 'Make a studio with nothing in it', takes: NewStudioSchema, answers: StudioEntrySchema, status: 201 },
  'POST /studios/demo': {
    summary: 'Make the demo studio, or make it afresh',
    description: 'Takes about half a minute; `making` of its entry says how far it is.',
    answers: StudioEntrySchema,
    status: 202,
  },
  'PUT /studios/archive': {
    summary: 'Open an exported studio as a new one',
    description: 'The body is the archive itself. `name` is what it is called here; left out, what it was called there.',
    query: z.object({ name: NameSchema.max(120).optional() }),
    answers: StudioEntrySchema,
    status: 201,
  },
  'PATCH /studios/{studio}': {
    summary: 'Give a studio another name; its short name stays',
    params: StudioParam,
    takes: StudioRenameSchema,
    answers: StudioEntrySchema,
  },
  'POST /studios/{studio}/copies': {
    summary: 'Make a studio like this one',
    params: StudioParam,
    takes: StudioCopySchema,
    answers: StudioEntrySchema,
    status: 201,
  },
  'GET /studios/{studio}/things': {
    summary: 'Every printer, paper, profile, lot and pairing of another studio, as new, the same or different here',
    params: StudioParam,
    query: z.object({ from: z.string().min(1).max(40) }),
    answers: z.array(ThingSchema),
  },
  'POST /studios/{studio}/things': {
    summary: 'Take things over from another studio, with what they refer to; all of it or nothing',
    params: StudioParam,
    takes: ThingsWantedSchema,
    answers: ThingsTakenSchema,
  },
  'DELETE /studios/{studio}': {
    summary: 'Remove a studio and everything it has, after an export of it; its name is given once more',
    params: StudioParam,
    takes: StudioRemovalSchema,
    answers: Removed,
  },
} as const satisfies Record<string, Call>
