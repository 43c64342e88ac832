import { DEFAULT_RULES, type HouseRules } from '../../core/things/studio/house-rules.ts'
import { type Scope, table } from './table.ts'

const HOUSE = 'house'

export function rules(scope: Scope) {
  const rows = table('rules', scope)
  return {
    read: async (): Promise<HouseRules> => (await rows.one({ id: HOUSE }))?.record ?? DEFAULT_RULES,
    /** Whether the studio has ever said. */
    said: async (): Promise<boolean> => (await rows.one({ id: HOUSE }, { only: ['id'] })) !== null,
    /** Changes the rules named; the others stay as somebody else has left them. */
    async change(change: Partial<HouseRules>): Promise<HouseRules> {
      const row = await rows.one({ id: HOUSE }, { lock: true })
      const record = { ...(row?.record ?? DEFAULT_RULES), ...change }
      await (row ? rows.change(row, { record }) : rows.add({ id: HOUSE, record }))
      return record
    },
  }
}
