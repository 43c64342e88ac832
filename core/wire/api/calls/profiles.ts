import { z } from 'zod'
import { ComparisonSchema } from '../../../color/health/compare-profiles.ts'
import { HealthSchema } from '../../../color/health/health.ts'
import { ImportOutcomeSchema, KeptCheckSchema, ProfileEntrySchema, ProfileUsesSchema } from '../dto.ts'
import { ProfilesAskedSchema, ProfilesPageSchema } from '../profiles.ts'
import { type Call, KeyParam } from './call.ts'

const CheckParam = KeyParam.extend({
  check: z.coerce.number().int().positive(),
})

const CheckQuery = z.object({ name: z.string().trim().min(1).max(255), measured: z.iso.date() })

export const PROFILES_CALLS = {
  'GET /profiles': {
    summary: 'A page of the profile shelf',
    query: ProfilesAskedSchema,
    answers: ProfilesPageSchema,
  },
  'GET /profiles/{id}': { summary: 'One profile of the shelf', params: KeyParam, answers: ProfileEntrySchema },
  'PUT /profiles': {
    summary: 'Add an ICC profile (the file as the request body)',
    query: z.object({ name: z.string().max(255).default('') }),
    answers: ProfileEntrySchema.extend({ known: z.boolean() }),
  },
  'PUT /profiles/archive': {
    summary: 'Add every ICC profile in a ZIP (the file as the request body)',
    answers: z.array(ImportOutcomeSchema),
  },
  'PUT /profiles/{id}/binding': {
    summary: 'Say what a profile was made for',
    params: KeyParam,
    takes: ProfileEntrySchema.pick({ boundTo: true }),
    answers: ProfileEntrySchema,
  },
  'GET /profiles/{id}/uses': {
    summary: 'What refers to a profile: to be looked at before it is removed',
    params: KeyParam,
    answers: ProfileUsesSchema,
  },
  'DELETE /profiles/{id}': {
    summary: 'Remove a profile from the shelf with its checks; what was printed with it keeps it',
    params: KeyParam,
    answers: ProfileUsesSchema,
  },
  'GET /profiles/{id}/health': { summary: 'How good a profile is in itself', params: KeyParam, answers: HealthSchema },
  'GET /profiles/{id}/comparison': {
    summary: 'One profile held against another',
    params: KeyParam,
    query: z.object({ with: z.string().max(60) }),
    answers: ComparisonSchema,
  },
  'GET /profiles/{id}/checks': {
    summary: 'Every check of this profile, and of others bound to the same printer, paper, media type and resolution',
    params: KeyParam,
    answers: z.array(KeptCheckSchema),
  },
  'PUT /profiles/{id}/checks': {
    summary: 'Hold a profile against a measurement file (CGATS text as the request body)',
    params: KeyParam,
    query: CheckQuery,
    answers: KeptCheckSchema,
  },
  'DELETE /profiles/{id}/checks/{check}': {
    summary: 'Take back a check that was entered wrongly',
    params: CheckParam,
    answers: z.object({ removed: z.boolean() }),
  },
} as const satisfies Record<string, Call>
