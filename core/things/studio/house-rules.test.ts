import { DEFAULT_RULES, HOUSE_RULE_KEYS, HOUSE_RULES, HouseRulesSchema, RULE_GROUPS, RuleChangeSchema } from './house-rules.ts'

const takes = (rule: string, value: unknown) => RuleChangeSchema.safeParse({ [rule]: value }).success

test('what can be entered in a rule is what the studio takes: no more, no less, and no part of one', () => {
  const counts = HOUSE_RULE_KEYS.flatMap((key) => {
    const { control } = HOUSE_RULES[key]
    return control.as === 'count' ? [[key, control.max] as const] : []
  })
  expect(counts.length).toBeGreaterThan(2)
  for (const [key, max] of counts)
    expect([key, takes(key, max), takes(key, max + 1), takes(key, max - 0.5), takes(key, -1)]).toEqual([key, true, false, false, false])
})

test('every rule stands in one of the groups, begins with something it takes itself, and says what it is', () => {
  expect(HouseRulesSchema.parse({})).toEqual(DEFAULT_RULES)
  for (const key of HOUSE_RULE_KEYS) {
    const { group, label } = HOUSE_RULES[key]
    expect([key, RULE_GROUPS.includes(group), label.length > 3, takes(key, DEFAULT_RULES[key])]).toEqual([key, true, true, true])
  }
  expect([takes('nobodys-rule', 1), RuleChangeSchema.safeParse({}).success]).toEqual([false, true])
})

test('backups may be none, files for other programs are kept an hour at least', () => {
  expect([takes('nightlyBackups', 0), takes('keepPrintFilesHours', 0), takes('keepPrintFilesHours', 1)]).toEqual([true, false, true])
})
