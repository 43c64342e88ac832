import { z } from 'zod'
import { HouseRulesSchema, RuleChangeSchema } from '../../../things/studio/house-rules.ts'
import { StudioPartsSchema, StudioSchema } from '../../../things/studio/studio.ts'
import { HandSchema, MachineStateSchema } from '../machine.ts'
import { type Call, KeyParam } from './call.ts'

const LoadedEdit = z.object({
  pathId: z.string().max(60),
  lotId: z.string().max(60).nullable(),
  remaining: z.number().int().nonnegative(),
})

export const STUDIO_CALLS = {
  'GET /studio': {
    summary: 'Printers, papers, lots, profiles, pairings, what is loaded, house rules',
    answers: StudioSchema.meta({ id: 'Studio' }),
  },
  'GET /studio/parts': {
    summary: 'The parts of the studio that are not as the caller has them, and what each is at now',
    query: z.object({
      /** What the caller has: “papers:3f.12,lots:3f.80”, as the answer before said it. */
      have: z.string().max(1000).optional(),
    }),
    answers: StudioPartsSchema.meta({ id: 'StudioParts' }),
  },
  'PATCH /studio/rules': {
    summary: 'Set house rules; those that are left out stay as they are',
    takes: RuleChangeSchema,
    answers: HouseRulesSchema,
  },
  'PUT /printers/{id}/loaded': { summary: 'Record what lies in a path', params: KeyParam, takes: LoadedEdit, answers: LoadedEdit },
  'GET /printers/{id}/machine': {
    summary: 'Look at a simulated printer: what really lies in it',
    params: KeyParam,
    answers: MachineStateSchema,
  },
  'POST /printers/{id}/machine': {
    summary: 'Lay hands on a simulated printer: load it, press go, switch it',
    params: KeyParam,
    takes: HandSchema,
    answers: MachineStateSchema,
  },
} as const satisfies Record<string, Call>
