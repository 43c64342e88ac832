import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { parse } from '@babel/parser'

/** Screens compose the parts: what is native, and what a part looks like, is in web/ui alone. */
const SCREENS = execFileSync(
  'git',
  ['ls-files', '-co', '--exclude-standard', 'web/routes/**.tsx', 'web/features/**.tsx', 'web/shell/**.tsx'],
  {
    encoding: 'utf8',
  },
)
  .trim()
  .split('\n')

/** Elements that have a part. */
const NATIVE = ['select', 'option', 'input', 'textarea', 'progress', 'details', 'summary', 'datalist', 'dialog', 'meter']
/** Classes of web/ui/parts.css that make a part of something. */
const PARTS = ['btn', 'field', 'tick', 'tick-line', 'tab', 'over', 'over-item', 'veil', 'kbd', 'skeleton', 'calendar-day']
/** Names of colours that are no tokens of ours, and utilities that take them. */
const PALETTE =
  /^(white|black|slate|gray|zinc|neutral|stone|red|orange|amber|yellow|lime|green|emerald|teal|cyan|sky|blue|indigo|violet|purple|fuchsia|pink|rose)(-|\/|$)/
const COLOURS = /^(bg|text|border(-[trblxy])?|fill|stroke|outline|ring|divide|decoration|accent|caret|from|via|to|shadow)-(.+)$/
const SPACES = /^-?(p[trblxy]?|m[trblxy]?|gap(-[xy])?|space-[xy])-\[/
const FONTS = /^(font|leading|tracking)-\[/

/** What is wrong with one class, or null. */
function wrongClass(name: string): string | null {
  const utility = name.replace(/^(?:[a-z-]+(?:\[[^\]]*\])?:)+/, '').replace(/!$/, '')
  if (PARTS.includes(utility) || /^btn-/.test(utility)) return 'the look of a part'
  if (SPACES.test(utility)) return 'a space that is no token'
  if (FONTS.test(utility)) return 'a font that is no token'
  const value = COLOURS.exec(utility)?.at(-1)
  if (value && (PALETTE.test(value) || value.startsWith('['))) return 'a colour that is no token'
  return null
}

// biome-ignore lint/suspicious/noExplicitAny: a tree of any kind of node
type Node = any
function* walk(node: Node): Generator<Node> {
  if (!node || typeof node.type !== 'string') return
  yield node
  for (const key of Object.keys(node)) {
    if (key === 'loc' || key.endsWith('Comments')) continue
    for (const child of [node[key]].flat()) yield* walk(child)
  }
}

/** Everything in a screen that belongs into a part. */
function wrongIn(source: string): string[] {
  const found: string[] = []
  for (const node of walk(parse(source, { sourceType: 'module', plugins: ['jsx', 'typescript'] }).program)) {
    const line = node.loc?.start.line
    if (node.type === 'JSXOpeningElement' && NATIVE.includes(node.name.name)) found.push(`${line}: <${node.name.name}> has a part`)
    if (node.type === 'JSXAttribute' && node.name.name === 'className')
      for (const part of walk(node.value))
        if (part.type === 'StringLiteral' || part.type === 'TemplateElement')
          for (const name of String(part.value.raw ?? part.value).split(/\s+/)) {
            const why = wrongClass(name)
            if (why) found.push(`${line}: ${name} is ${why}`)
          }
    if (node.type === 'JSXAttribute' && node.name.name === 'style')
      for (const part of walk(node.value))
        if (
          part.type === 'ObjectProperty' &&
          /^(color|background|backgroundColor|borderColor|font|fontSize|fontFamily|fontWeight|padding|margin)/.test(part.key.name ?? '') &&
          part.value.type === 'StringLiteral'
        )
          found.push(`${line}: ${part.key.name} by hand`)
  }
  return found
}

test('screens hold no native controls, no looks of parts, and only tokens', () => {
  expect(SCREENS.length).toBeGreaterThan(80)
  expect(SCREENS.flatMap((file) => wrongIn(readFileSync(file, 'utf8')).map((wrong) => `${file}:${wrong}`))).toEqual([])
})

test.each([
  ['<select value="a" />', /<select> has a part/],
  ['<input type="date" />', /<input> has a part/],
  ['<p className="btn mt-2" />', /btn is the look of a part/],
  ['<p className="bg-[#777] p-2" />', /bg-\[#777\] is a colour/],
  // biome-ignore lint/suspicious/noTemplateCurlyInString: a piece of a screen
  ['<p className={`mt-2 ${a ? "text-white" : ""}`} />', /text-white is a colour/],
  ['<p className="hover:border-red-500" />', /border-red-500 is a colour/],
  ['<p className="max-sm:p-[3px]" />', /p-\[3px\] is a space/],
  ['<p className="font-[Arial]" />', /font-\[Arial\] is a font/],
  ['<p style={{ color: "#fff" }} />', /color by hand/],
])('%s would be found', (source, says) => expect(wrongIn(source).join()).toMatch(says))

test.each([
  '<p className="bg-paper text-soft p-3 text-2xl max-w-[40rem] grid-cols-[1fr_2fr]" />',
  '<p style={{ width: 3, background: grey(v) }} />',
])('%s is fine', (source) => expect(wrongIn(source)).toEqual([]))
