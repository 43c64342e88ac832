import { z } from 'zod'
import { LotSchema } from '../../../things/media/media.ts'
import { OrderEditSchema, OrderSchema } from '../../../things/media/order.ts'
import { SamplePackEditSchema } from '../../../things/media/sample-pack.ts'
import { AdoptedSchema, SamplePackEntrySchema, SamplePackSaveSchema, TakeOutSchema } from '../samples.ts'
import { type Call, IdParam, KeyParam } from './call.ts'

const SamplePack = SamplePackEntrySchema.meta({ id: 'SamplePack' })
const Order = OrderSchema.meta({ id: 'Order' })

export const SAMPLES_CALLS = {
  'GET /sample-packs': { summary: 'Every sample pack, the last first', answers: z.array(SamplePack) },
  'POST /sample-packs': { summary: 'A sample pack has arrived', takes: SamplePackEditSchema, answers: SamplePack, status: 201 },
  'PUT /sample-packs/{id}': {
    summary: 'Write a sample pack down anew; what was taken out stays so',
    params: IdParam,
    takes: SamplePackSaveSchema,
    answers: SamplePack,
  },
  'DELETE /sample-packs/{id}': { summary: 'Throw a pack away; sheets that were taken out stay', params: IdParam, answers: SamplePack },
  'POST /sample-packs/{id}/sheets': {
    summary: 'Take one sheet out: it gets a mark of its own, and its paper is known from now on',
    params: IdParam,
    takes: TakeOutSchema,
    answers: LotSchema,
    status: 201,
  },
  'POST /papers/{id}/adopt': {
    summary: 'A sample that was liked becomes a paper of the studio, with a line of what is to be bought',
    params: KeyParam,
    takes: OrderEditSchema.omit({ paperId: true }),
    answers: AdoptedSchema,
  },
  'GET /orders': { summary: 'What is to be bought, and what was ordered in the last year', answers: z.array(Order) },
  'POST /orders': { summary: 'Write down that something is to be bought', takes: OrderEditSchema, answers: Order, status: 201 },
  'PATCH /orders/{id}': {
    summary: 'It is ordered, or is to be after all',
    params: IdParam,
    takes: z.strictObject({ done: z.boolean() }),
    answers: Order,
  },
} as const satisfies Record<string, Call>
