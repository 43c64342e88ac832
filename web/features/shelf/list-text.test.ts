import { listText } from './list-text.ts'

const words = 'Papier;Qualität;“Œuvre”'
test('UTF-8, with its mark or without', () => {
  expect(listText(new TextEncoder().encode(words))).toBe(words)
  expect(listText(Uint8Array.from([0xef, 0xbb, 0xbf, ...new TextEncoder().encode(words)]))).toBe(words)
})
test('UTF-16 of either order, by its mark', () => {
  const little = Uint8Array.from(Buffer.from(`\ufeff${words}`, 'utf16le'))
  expect(listText(little)).toBe(words)
  expect(listText(Uint8Array.from(Buffer.from(little).swap16()))).toBe(words)
})
test('else what older programs write', () => {
  expect(listText(Uint8Array.from([0x51, 0x75, 0x61, 0x6c, 0x69, 0x74, 0xe4, 0x74, 0x3b, 0xa7]))).toBe('Qualität;§')
})
test('nothing is nothing', () => expect(listText(new Uint8Array())).toBe(''))
