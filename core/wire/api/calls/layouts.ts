import { z } from 'zod'
import { LayoutNewSchema, LayoutSchema } from '../../../things/brief/layout.ts'
import { type Call, IdParam } from './call.ts'

const Layout = LayoutSchema.meta({ id: 'Layout' })

export const LAYOUTS_CALLS = {
  'GET /layouts': { summary: 'Layouts kept by name, without pictures', answers: z.array(Layout) },
  'POST /layouts': { summary: 'Keep a layout under a name', takes: LayoutNewSchema, answers: Layout, status: 201 },
  'DELETE /layouts/{id}': { summary: 'Remove a kept layout', params: IdParam, answers: z.array(Layout) },
} as const satisfies Record<string, Call>
