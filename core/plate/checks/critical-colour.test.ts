import { afterFix, finding, plateOf } from '../../testing/fixtures.ts'
import type { CriticalColour } from '../../things/brief/critical.ts'

const plain = plateOf({})
const profileId = plain.setup?.profile?.id ?? ''
const intent = plain.setup?.intent === 'perceptual' ? 'perceptual' : 'relative'
const other = intent === 'perceptual' ? 'relative' : 'perceptual'
const colour = (misses: Record<string, number>): CriticalColour => ({
  name: 'Lamp blue',
  rgb: [0, 0, 200],
  lab: [25, 50, -90],
  misses: { [profileId]: { 'relative+': 0, 'perceptual+': 0, ...misses } },
})

test('a critical colour within two is not mentioned', () => {
  const off = (miss: number) => finding(plateOf({ brief: { critical: [colour({ [`${intent}+`]: miss })] } }), 'critical-colour:0')
  expect([off(1.9), off(2), off(2.01)?.numbers]).toEqual([undefined, undefined, { deltaE2000: 2.01 }])
})

test('one that is missed is a finding with its number, and the nearer intent is one press away', () => {
  const plate = plateOf({ brief: { critical: [colour({ [`${intent}+`]: 6.2, [`${other}+`]: 1.1 })] } })
  expect(finding(plate, 'critical-colour:0')).toMatchObject({ level: 'warn', numbers: { deltaE2000: 6.2 } })
  expect(finding(afterFix(plate, 'critical-colour:0'), 'critical-colour:0')).toBeUndefined()
})

test('where nothing comes nearer it is said and nothing is offered', () => {
  const plate = plateOf({ brief: { critical: [colour({ [`${intent}+`]: 3, [`${other}+`]: 3.5 })] } })
  expect(finding(plate, 'critical-colour:0')).toMatchObject({ level: 'note', fix: null })
})

test('a colour that was not followed to this profile says so', () => {
  const plate = plateOf({ brief: { critical: [{ ...colour({}), misses: {} }] } })
  expect(finding(plate, 'critical-colour:0')?.says).toContain('has not been followed')
})

test('what is said of the other intent is so: it may come nearer, and not visibly', () => {
  const says = (miss: number) =>
    finding(plateOf({ brief: { critical: [colour({ [`${intent}+`]: 3, [`${other}+`]: miss })] } }), 'critical-colour:0')
  expect(says(2.01)?.says).toBe(`“Lamp blue” prints 3.0 ΔE2000 off; ${other} would not come visibly nearer.`)
  expect(says(2)).toMatchObject({
    says: `“Lamp blue” prints 3.0 ΔE2000 off; ${other} would miss it by 2.0.`,
    fix: { label: `Use ${other}` },
  })
})

test('of an intent that was not followed nothing is said; beside saturation both others are named', () => {
  const alone = { ...colour({}), misses: { [profileId]: { [`${intent}+`]: 3 } } }
  expect(finding(plateOf({ brief: { critical: [alone] } }), 'critical-colour:0')?.says).toBe('“Lamp blue” prints 3.0 ΔE2000 off.')
  const third = plateOf({
    brief: { critical: [colour({ 'saturation+': 4, 'relative+': 3.4, 'perceptual+': 5 })] },
    pins: { intent: 'saturation' },
  })
  expect(finding(third, 'critical-colour:0')?.says).toBe(
    '“Lamp blue” prints 4.0 ΔE2000 off; neither relative nor perceptual would come visibly nearer.',
  )
})

test('up to five it is noted, beyond it is another colour and warned of', () => {
  const level = (miss: number) =>
    finding(plateOf({ brief: { critical: [colour({ [`${intent}+`]: miss, [`${other}+`]: miss })] } }), 'critical-colour:0')?.level
  expect([level(5), level(5.01)]).toEqual(['note', 'warn'])
})
