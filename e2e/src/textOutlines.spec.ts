import { expect, test } from '@playwright/test'
import { dotLottie, exportLottie, leftOutOfLottie } from '@arrow-bend/core/format/lottie'
import { exportSvg } from '@arrow-bend/core/format/web'
import type { Letters } from '@arrow-bend/core/letters'
import type { Property } from '@arrow-bend/core/property'
import { textFontUrl, textLetters } from '../../cli/src/textFont.ts'
import { drawnLayer, projectOf } from './againstBrowser.ts'
import { pictureByOther, play, playedAt } from './lottiePlayers.ts'
import { farthestApart, pictureAt } from './pagePictures.ts'
import { key } from './trialScene.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

let letters: Letters
let fontUrl: string
test.beforeAll(async () => {
  letters = await textLetters()
  fontUrl = await textFontUrl()
})

const choice = (value: string, keys: Property['keys'] = []): Property => ({ kind: 'choice', value, keys })
const HOLD = { kind: 'hold' } as const

/** Titles with all that letters can be set by: kerned, wide apart, heavy, broken into lines, turning, changing what they say. */
function titles(parts: 'letters' | 'whole'): ReturnType<typeof projectOf> {
  const text = (id: string, content: string, values: Parameters<typeof drawnLayer>[2], more = {}) =>
    drawnLayer(id, 'text', { content, fill: '#1f2b33', ...values }, { more })
  return projectOf([
    text(
      'title',
      'AVAST Tonight',
      { position: [640, 150], 'font size': 110, weight: 700 },
      {
        turn: { kind: 'turn', value: 0, keys: [key(0, -8), key(48, 12)] },
        fill: { kind: 'colour', value: '#c8401a', keys: [key(0, '#c8401a'), key(48, '#0e6b75')] },
      },
    ),
    text(
      'lines',
      'Lamps on the water,\nports & quays',
      { position: [1200, 330], 'font size': 54, weight: 300, 'letter spacing': 6 },
      { alignment: choice('right') },
    ),
    text('paragraph', 'Boats leave the harbour one after the other as the lamps are lit', {
      position: [80, 520],
      'font size': 44,
      weight: 500,
      'paragraph width': 520,
    }),
    text(
      'letters',
      'One by one',
      { position: [330, 360], 'font size': 60, weight: 600 },
      {
        parts: choice(parts),
        'part offset': { kind: 'pair', value: [0, 0], keys: [key(0, [0, 30]), key(20, [0, 0])] },
      },
    ),
    text(
      'word',
      'Cast off',
      { position: [980, 600], 'font size': 80 },
      { content: choice('Cast off', [key(0, 'Cast off', HOLD), key(24, 'Berth 7%', HOLD)]) },
    ),
  ])
}

/** The mean of a square of 16 px, of 255: glyphs and paths are not smoothed alike. */
const APART = 14

test('texts leave an SVG as shapes that look as the browser’s own text', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 720 })
  const project = titles('letters')
  const scene = project.scenes[0]!
  const options = { pictureUrl: () => '', fontUrl, letters, measureText: letters.measure }
  for (const flavour of ['css', 'smil'] as const) {
    const shaped = exportSvg(project, scene, { ...options, flavour, texts: 'outlines' })
    // No letter is left that would need a font.
    expect(shaped).not.toMatch(/<text|@font-face/)
    const plain = exportSvg(project, scene, { ...options, flavour })
    for (const frame of [3, 30, 44]) {
      const [wanted, found] = [
        await pictureAt(page, plain, (frame * 1000) / 24),
        await pictureAt(page, shaped, (frame * 1000) / 24),
      ]
      expect(await farthestApart(page, wanted, found), `${flavour} at ${frame}`).toBeLessThanOrEqual(APART)
      const later = await pictureAt(page, shaped, (frame * 1000) / 24 + 400)
      expect(await farthestApart(page, wanted, later)).toBeGreaterThan(4 * APART)
    }
  }
})

test('texts are in Lottie as shapes, and look in two players as in the page', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 720 })
  const project = titles('whole')
  const scene = project.scenes[0]!
  expect(leftOutOfLottie(scene.layers, letters)).toEqual([])
  expect(leftOutOfLottie(scene.layers)).toHaveLength(1)
  const animation = exportLottie(project, scene, { pictureUrl: () => '', letters })
  const plain = exportSvg(project, scene, {
    pictureUrl: () => '',
    fontUrl,
    flavour: 'css',
    measureText: letters.measure,
  })
  for (const frame of [3, 30, 44]) {
    const wanted = await pictureAt(page, plain, (frame * 1000) / 24)
    await play(page, animation)
    expect(await farthestApart(page, wanted, await playedAt(page, frame)), `${frame}`).toBeLessThanOrEqual(
      APART,
    )
    const other = await pictureByOther(page, dotLottie(JSON.stringify(animation), scene.name), frame)
    expect(await farthestApart(page, wanted, other), `other at ${frame}`).toBeLessThanOrEqual(APART)
  }
})

test('what changes its letters stays text in an SVG, and is named before it leaves as Lottie', () => {
  const project = titles('whole')
  const scene = project.scenes[0]!
  const [title, ...others] = scene.layers as [(typeof scene.layers)[0], ...typeof scene.layers]
  const growing: Property = { kind: 'number', value: 40, keys: [key(0, 40), key(24, 90)] }
  const changes = [
    { ...title, properties: { ...title.properties, weight: growing } },
    { ...title, properties: { ...title.properties, content: choice('灯籠') } },
  ]
  for (const changed of changes) {
    const layers = [changed, ...others]
    const written = exportSvg(
      project,
      { ...scene, layers },
      {
        pictureUrl: () => '',
        fontUrl,
        letters,
        texts: 'outlines',
        flavour: 'css',
      },
    )
    expect(written.match(/<text/g)?.length).toBe(1)
    expect(written).toContain('@font-face')
    expect(leftOutOfLottie(layers, letters)).toHaveLength(1)
  }
})
