import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { textLines, textParts, type Layer, type TextLook } from '@arrow-bend/core/scene'
import type { Property, Value } from '@arrow-bend/core/property'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { expectLikePage, FAMILY } from './againstPage.ts'
import { addLayer, newProject, savedFile, type } from './desk.ts'
import { apartFromBefore, pixels } from './stage.ts'
import { key } from './trialScene.ts'

// Texts with several lines, whose letters move by themselves, and that count.

const look = (text: string, more: Partial<TextLook> = {}): TextLook => ({
  text,
  align: 'left',
  width: 0,
  lineHeight: 1.2,
  fontSize: 60,
  weight: 600,
  letterSpacing: 0,
  ...more,
})
const textOf = (content: string, values: Readonly<Record<string, Value>>, more = {}): Layer =>
  drawnLayer('words', 'text', { content, position: [640, 300], fill: '#1f2b33', ...values }, { more })

/** Widths of all stretches of a text as the browser's canvas has them. */
async function measures(page: Page, { text, fontSize, weight }: TextLook): Promise<(part: string) => number> {
  const characters = [...text]
  const stretches = characters.flatMap((_, from) =>
    characters.slice(from).map((_one, length) => characters.slice(from, from + length + 1).join('')),
  )
  const widths = await page.evaluate(
    async ({ parts, font }) => {
      await document.fonts.load(font)
      const context = new OffscreenCanvas(1, 1).getContext('2d')!
      context.font = font
      context.fontKerning = 'normal'
      return parts.map((part) => context.measureText(part).width)
    },
    { parts: stretches, font: `${weight} ${fontSize}px ${FAMILY}` },
  )
  const known = new Map(stretches.map((part, i) => [part, widths[i]!]))
  return (part) => known.get(part)!
}

// Source: the browser's own SVG text (W3C, SVG 2, 11: getExtentOfChar).
test('letters stand where the browser’s own text has them, kerned, in every writing', async ({ page }) => {
  await newProject(page)
  for (const text of ['AVA To Yours, Ty.', 'WAVE “Té”', '👩‍🚀 a🏮b', 'שלום אור']) {
    const given = look(text)
    const measure = await measures(page, given)
    const parts = textParts(textLines(given, measure), 'letters', { font: given, measure })
    const theirs = await page.evaluate(
      ({ words, starts, family }) => {
        const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
        const shown = document.createElementNS('http://www.w3.org/2000/svg', 'text')
        // Styles written in markup are not let in here.
        shown.style.cssText = `font:600 60px ${family};white-space:pre`
        svg.append(shown)
        document.body.append(svg)
        shown.textContent = words
        // Of a word from right to left the last letter is the left one.
        const lefts = starts.map(([from, to]) =>
          Math.min(...Array.from({ length: to! - from! }, (_, i) => shown.getExtentOfChar(from! + i).x)),
        )
        svg.remove()
        return lefts
      },
      {
        words: text,
        family: FAMILY,
        starts: (() => {
          let from = 0
          return parts.map((part) => {
            const at = text.indexOf(part.text, from)
            from = at + part.text.length
            return [at, from]
          })
        })(),
      },
    )
    expect(parts.length).toBeGreaterThan(1)
    parts.forEach((part, i) => expect(part.x, `${part.text} of ${text}`).toBeCloseTo(theirs[i]!, 0))
  }
})

// Source: the browser's own CSS line breaking (W3C, CSS Text 3).
test('lines are broken where the browser breaks them', async ({ page }) => {
  await newProject(page)
  const texts = [
    'A far-off shore, and lanterns by the dozen upon the water; some call it a festival (so I hear).',
    '灯籠流し、夏の夜の水辺に、灯りがともる。',
  ]
  for (const text of texts) {
    const given = look(text, { fontSize: 30 })
    const measure = await measures(page, given)
    for (const width of [90, 160, 230, 300, 410, 555, 700]) {
      const ours = textLines({ ...given, width }, measure).map((line) => line.text)
      expect(ours, `${width} px`).toEqual(await brokenByBrowser(page, text, width))
    }
  }
})

/** The lines the browser makes of a text in a box. */
const brokenByBrowser = (page: Page, text: string, width: number): Promise<string[]> =>
  page.evaluate(
    ({ words, wide, family }) => {
      const box = document.createElement('div')
      box.style.cssText = `position:fixed;left:0;top:0;width:${wide}px;font:600 30px ${family};white-space:pre-wrap;overflow-wrap:normal`
      box.textContent = words
      document.body.append(box)
      const range = document.createRange()
      const lines: string[] = []
      let last = NaN
      for (let i = 0; i < words.length; i += 1) {
        range.setStart(box.firstChild!, i)
        range.setEnd(box.firstChild!, i + 1)
        const { top } = range.getBoundingClientRect()
        if (words[i] === ' ') {
          lines.push(`${lines.pop() ?? ''} `)
          continue
        }
        if (Math.abs(top - last) > 10 || lines.length === 0) lines.push('')
        last = top
        lines.push(`${lines.pop()!}${words[i]!}`)
      }
      box.remove()
      return lines.map((line) => line.trimEnd())
    },
    { words: text, wide: width, family: FAMILY },
  )

test('a text that moves by letters, words or lines rests as it is seen in one piece', async ({ page }) => {
  const lines = 'AVA To Yours\nשלום אור\n👩‍🚀 lantern'
  const values = { 'font size': 70, 'letter spacing': 3, alignment: 'right' }
  await openLayers(page, [textOf(lines, values)])
  const whole = await pixels(page)
  for (const parts of ['letters', 'words', 'lines']) {
    await openLayers(page, [textOf(lines, { ...values, parts })])
    await expect.poll(() => apartFromBefore(page, whole), { message: parts }).toBeLessThanOrEqual(0.25)
  }
  await openLayers(page, [textOf(lines, { ...values, parts: 'letters', 'part turn': 20 })])
  await expect.poll(() => apartFromBefore(page, whole)).toBeGreaterThan(0.5)
})

const keyed = (kind: Property['kind'], keys: Property['keys']): Property => ({
  kind,
  value: keys.at(-1)!.value,
  keys,
})

// Source: the browser's own text and animations (W3C, SVG 2, CSS Transforms 2, CSS Animations 1).
test('letters on their way, paragraphs and numbers are in the page as on the stage', async ({ page }) => {
  const ease = { kind: 'family', family: 'power', power: 3, mode: 'out' } as const
  const moving = {
    'part offset': keyed('pair', [key(0, [0, 60], ease), key(24, [0, 0])]),
    'part turn': keyed('turn', [key(0, -40, ease), key(24, 0)]),
    'part scale': keyed('pair', [key(0, [150, 50]), key(24, [100, 100])]),
    'part opacity': keyed('number', [key(0, 0), key(12, 100)]),
    fill: keyed('colour', [key(0, '#c8401a'), key(24, '#0e6b75')]),
  }
  const cases: readonly (readonly [string, Layer, number])[] = [
    [
      'letters',
      textOf('Lantern AVA', { parts: 'letters', 'font size': 80, 'part order': 'middle out' }, moving),
      14,
    ],
    ['words, turned', textOf('oil and lamps', { parts: 'words', turn: 10, 'font size': 60 }, moving), 20],
    [
      'paragraph',
      textOf('Lanterns by the dozen upon the water', {
        alignment: 'middle',
        'paragraph width': 300,
        'line height': 110,
        'font size': 40,
      }),
      0,
    ],
    [
      'a paragraph that is cropped',
      textOf('Lanterns\nby the dozen', { 'font size': 70, 'crop left': 30, 'crop bottom': 20 }),
      0,
    ],
    ['right', textOf('one\nlonger line', { alignment: 'right', 'font size': 60 }), 0],
    [
      'number',
      textOf(
        '{number} lamps',
        { 'number separator': 'comma', 'font size': 70 },
        { number: keyed('number', [key(0, 0), key(48, 12_500)]) },
      ),
      31,
    ],
  ]
  for (const [name, layer, frame] of cases) {
    const isStill = layer.properties['parts']!.value === 'whole'
    const other = isStill ? {} : { other: { frames: -6, least: 1.2 } }
    await expectLikePage(page, [layer], { frames: [frame], name, most: 0.6, ...other })
  }
})

test('a title comes in letter by letter with the keys it had, and one undo takes it back', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Text')
  await type(page, 'Text content', 'Lanterns')
  await page.getByRole('button', { name: 'Text opacity: Animate: set the first key here' }).click()
  await type(page, 'Text opacity, %', '0')
  await type(page, 'Current time', '24f')
  await type(page, 'Text opacity, %', '100')
  await page.getByRole('button', { name: 'More of Text' }).click()
  await page.getByRole('combobox', { name: 'moves by' }).selectOption('letters')
  await expect(page.getByText('Each letter plays the keys of opacity now.')).toBeVisible()
  await page.keyboard.press('Escape')
  const properties = async () => (await savedFile(page)).project.scenes[0]!.layers[0]!.properties
  const parted = await properties()
  expect(parted['parts']!.value).toBe('letters')
  expect(parted['part opacity']!.keys.map(({ value }) => value)).toEqual([0, 100])
  expect(parted['opacity']).toMatchObject({ value: 100, keys: [] })
  await page.keyboard.press('ControlOrMeta+z')
  const whole = await properties()
  expect(whole['parts']!.value).toBe('whole')
  expect(whole['opacity']!.keys).toHaveLength(2)

  // The row in the list hands the keys over as the menu does.
  await page.getByRole('button', { name: 'More of Text' }).click()
  await page
    .getByRole('group', { name: 'Also list' })
    .getByRole('button', { name: 'Letters', exact: true })
    .click()
  await page.keyboard.press('Escape')
  await page.getByRole('combobox', { name: 'Text moves by', exact: true }).selectOption('words')
  await expect(page.getByText('Each word plays the keys of opacity now.')).toBeVisible()
  expect((await properties())['part opacity']!.keys).toHaveLength(2)
})
