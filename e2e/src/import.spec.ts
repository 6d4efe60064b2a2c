import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { strToU8, zipSync } from 'fflate'
import { readFile } from 'node:fs/promises'
import { pngBytes } from '../../core/test/pngBytes.ts'
import { applyMatrix, sceneAt, type Project } from '@arrow-bend/core/scene'
import { newProject, openDemo, savedFile } from './desk.ts'
import { frameOnScreen } from './stage.ts'

interface Given {
  readonly name: string
  readonly mimeType: string
  readonly buffer: Buffer
}
const file = (name: string, mimeType: string, bytes: Uint8Array | string): Given => ({
  name,
  mimeType,
  buffer: Buffer.from(bytes),
})
const svgFile = (inside: string, attributes: string): Given =>
  file('Art.svg', 'image/svg+xml', `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`)

async function choose(page: Page, ...files: readonly Given[]): Promise<void> {
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  await (await waiting).setFiles([...files])
}
const add = (page: Page): Promise<void> => page.getByRole('button', { name: 'Add', exact: true }).click()
const project = async (page: Page): Promise<Project> => (await savedFile(page)).project

/** Largest and mean difference between two pictures of the same size, 0 … 255, transparent parts taken as white. */
const difference = (
  page: Page,
  ours: string,
  theirs: string,
): Promise<{ mean: number; share: number; most: number }> =>
  page.evaluate(
    async ([one, other]) => {
      const read = async (source: string): Promise<ImageData> => {
        const image = new Image()
        image.src = source
        await image.decode()
        const canvas = new OffscreenCanvas(image.naturalWidth, image.naturalHeight)
        const context = canvas.getContext('2d')!
        context.fillStyle = '#fff'
        context.fillRect(0, 0, canvas.width, canvas.height)
        context.drawImage(image, 0, 0)
        return context.getImageData(0, 0, canvas.width, canvas.height)
      }
      const [a, b] = [await read(one!), await read(other!)]
      if (a.width !== b.width || a.height !== b.height)
        throw new Error(`${a.width}×${a.height}, ${b.width}×${b.height}`)
      let sum = 0
      let far = 0
      let most = 0
      for (let i = 0; i < a.data.length; i += 4) {
        const gap = Math.max(...[0, 1, 2].map((c) => Math.abs(a.data[i + c]! - b.data[i + c]!)))
        sum += gap
        most = Math.max(most, gap)
        if (gap > 24) far += 1
      }
      return { mean: sum / (a.data.length / 4), share: far / (a.data.length / 4), most }
    },
    [ours, theirs],
  )

/** The frame as it is exported, as a data link. */
async function exportedFrame(page: Page): Promise<string> {
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^This frame/ }).click()
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save PNG…' }).click()
  const bytes = await readFile((await (await waiting).path())!)
  await page.getByRole('link', { name: 'Desk' }).click()
  return `data:image/png;base64,${bytes.toString('base64')}`
}

// Source: W3C, SVG 2, chapter 10: the basic shapes of its examples in one drawing (from memory).
const BASIC_SHAPES = `
  <rect width="1280" height="720" fill="white"/>
  <g id="boxes"><rect x="40" y="40" width="300" height="150" fill="yellow" stroke="navy" stroke-width="10" stroke-linejoin="round"/>
  <rect x="400" y="40" width="300" height="150" rx="50" fill="green"/>
  <g transform="translate(760 110) rotate(-20)"><rect width="300" height="150" rx="40" fill="none" stroke="purple" stroke-width="20"/></g></g>
  <g id="rounds"><circle cx="140" cy="330" r="90" fill="red" stroke="blue" stroke-width="10"/>
  <ellipse transform="translate(420 330) rotate(-30)" rx="170" ry="70" fill="none" stroke="blue" stroke-width="20"/></g>
  <g stroke="green" stroke-linecap="round"><line x1="620" y1="420" x2="720" y2="260" stroke-width="5"/><line x1="680" y1="420" x2="780" y2="260" stroke-width="15"/></g>
  <polyline fill="none" stroke="blue" stroke-width="10" stroke-linejoin="round" stroke-linecap="round" points="50,650 150,650 150,600 250,600 250,650 350,650 350,550 450,550 450,650 550,650"/>
  <polygon fill="lime" fill-opacity="0.6" stroke="blue" stroke-width="10" stroke-linejoin="round" points="850,275 879,361 969,361 897,415 923,501 850,450 777,501 803,415 731,361 821,361"/>
  <path d="M600 650 Q700 480 800 600 T 1000 600 C 1050 600 1050 700 1100 700 A 40 60 20 1 1 1180 640 Z" fill="#9a3b63"/>
  <path d="M1050 300h180v180h-180z M1090 340v100h100v-100z" fill="#0e6b75"/>`

test('shapes of an SVG become layers that look as the browser draws the file itself', async ({ page }) => {
  await newProject(page)
  const svg = svgFile(BASIC_SHAPES, 'viewBox="0 0 1280 720" width="1280" height="720"')
  await choose(page, svg)
  await add(page)
  await expect(page.getByRole('button', { name: 'Art', exact: true })).toBeVisible()
  const { layers } = (await project(page)).scenes[0]!
  expect(layers.every(({ kind }) => kind === 'group' || kind === 'path')).toBe(true)
  expect(layers.map(({ name }) => name)).toEqual(
    expect.arrayContaining(['Art', 'boxes', 'rounds', 'Polygon', 'Line']),
  )
  const theirs = `data:image/svg+xml;base64,${svg.buffer.toString('base64')}`
  const { mean, share } = await difference(page, await exportedFrame(page), theirs)
  test.info().annotations.push({
    type: 'difference',
    description: `mean ${mean.toFixed(3)} of 255, ${(100 * share).toFixed(3)} % of the pixels over 24`,
  })
  expect(mean).toBeLessThan(0.25)
  expect(share).toBeLessThan(0.001)
})

test('what is more than shapes comes as pictures in its place, and the whole file as one on request', async ({
  page,
}) => {
  await newProject(page)
  const svg = svgFile(
    `<defs><linearGradient id="dusk" x2="0" y2="1"><stop stop-color="#241a4a"/><stop offset="1" stop-color="#c86a5a"/></linearGradient><clipPath id="round"><circle cx="900" cy="300" r="120"/></clipPath></defs>
     <rect id="sky" width="1280" height="720" fill="url(#dusk)"/><rect x="200" y="400" width="300" height="80" fill="#fffdf8"/>
     <g clip-path="url(#round)"><rect x="800" y="200" width="200" height="200" fill="gold"/></g>`,
    'viewBox="0 0 1280 720" width="1280" height="720"',
  )
  const theirs = `data:image/svg+xml;base64,${svg.buffer.toString('base64')}`
  await choose(page, svg)
  await add(page)
  await expect(page.getByText('What is more than plain shapes came as pictures.')).toBeVisible()
  expect((await project(page)).scenes[0]!.layers.map(({ kind }) => kind)).toEqual([
    'group',
    'image',
    'path',
    'image',
  ])
  // The 200 px of the square that the circle leaves are a picture as large as that, with a pixel round it; the sky fills the canvas.
  const sizes = (await project(page)).assets.flatMap((asset) =>
    asset.kind === 'picture' ? [asset.size] : [],
  )
  expect(sizes).toEqual(expect.arrayContaining([[1280, 720]]))
  const [round] = sizes.filter(([width]) => width < 1280)
  for (const side of round!) expect(Math.abs(side - 201)).toBeLessThanOrEqual(1)
  expect((await difference(page, await exportedFrame(page), theirs)).mean).toBeLessThan(0.6)
  await page.keyboard.press('ControlOrMeta+z')
  await choose(page, svg)
  await page.getByLabel('As one picture').check()
  await add(page)
  await expect(page.getByRole('button', { name: 'Art', exact: true })).toBeVisible()
  expect((await project(page)).scenes[0]!.layers.map(({ kind }) => kind)).toEqual(['image'])
  expect((await difference(page, await exportedFrame(page), theirs)).mean).toBeLessThan(0.6)
})

test('a picture of the frame’s size comes in at once, another is asked about, and both are kept', async ({
  page,
}) => {
  await newProject(page)
  await choose(page, file('Still.png', 'image/png', pngBytes([1280, 720], [20, 60, 90, 255])))
  await expect(page.getByRole('button', { name: 'Still', exact: true })).toBeVisible()
  await choose(page, file('Narrow.png', 'image/png', pngBytes([200, 400], [200, 64, 26, 255])))
  await expect(page.getByLabel('At its own size')).toBeChecked()
  await page.getByLabel('Covering the frame').check()
  await add(page)
  await expect(page.getByRole('button', { name: 'Narrow', exact: true })).toBeVisible()
  const scene = (await project(page)).scenes[0]!
  expect(scene.layers.map(({ name }) => name)).toEqual(['Narrow', 'Still'])
  // 200 px cover 1280.
  expect(scene.layers[0]!.properties['scale']!.value).toEqual([640, 640])
  await page.reload()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  const { x, y, scale } = await frameOnScreen(page, 1280)
  await expect
    .poll(() =>
      page.evaluate(
        ([left, top]) => {
          const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
          const box = canvas.getBoundingClientRect()
          return [...canvas.getContext('2d')!.getImageData(left! - box.left, top! - box.top, 1, 1).data]
        },
        [x + 900 * scale, y + 200 * scale],
      ),
    )
    .toEqual([200, 64, 26, 255])
})

test('layers of an OpenRaster come in with their names, places and opacity', async ({ page }) => {
  await newProject(page)
  const ora = zipSync({
    mimetype: [strToU8('image/openraster'), { level: 0 }],
    'stack.xml': strToU8(
      '<image w="400" h="200"><stack><layer name="Sail" src="data/a.png" x="300" y="20" opacity="0.5"/><stack name="Hull"><layer name="Plank" src="data/b.png" x="40" y="150"/></stack></stack></image>',
    ),
    'data/a.png': pngBytes([50, 60], [255, 253, 248, 255]),
    'data/b.png': pngBytes([120, 30], [90, 60, 20, 255]),
  })
  await choose(page, file('Boat.ora', 'image/openraster', ora))
  await add(page)
  await expect(page.getByRole('button', { name: 'Boat', exact: true })).toBeVisible()
  const scene = (await project(page)).scenes[0]!
  expect(scene.layers.map(({ name }) => name)).toEqual(['Boat', 'Sail', 'Hull', 'Plank'])
  const places = sceneAt(scene, 0, []).map(({ layer, matrix, opacity }) => [
    layer.name,
    applyMatrix(matrix, 0, 0),
    opacity,
  ])
  const [left, top] = [640 - 200, 360 - 100]
  expect(places).toEqual([
    ['Plank', [left + 40 + 60, top + 150 + 15], 1],
    ['Sail', [left + 300 + 25, top + 20 + 30], 0.5],
  ])
})

test('damaged, huge, hostile and foreign files are refused with a sentence; the good ones beside them come in', async ({
  page,
}) => {
  await newProject(page)
  const whole = pngBytes([64, 64], [9, 9, 9, 255])
  const cases: readonly [Given, RegExp][] = [
    [file('Cut.png', 'image/png', whole.slice(0, 70)), /“Cut” is damaged/],
    [file('Huge.png', 'image/png', pngBytes([2, 2], [0, 0, 0, 255], [9000, 9000])), /81 megapixels/],
    [
      file(
        'Bomb.svg',
        'image/svg+xml',
        '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><svg>&b;</svg>',
      ),
      /declares entities/,
    ],
    [file('Note.png', 'image/png', 'only words'), /“Note.png” is no picture/],
  ]
  await choose(page, ...cases.map(([given]) => given))
  for (const [, sentence] of cases) await expect(page.getByText(sentence)).toBeVisible()
  const { layers } = (await project(page)).scenes[0]!
  expect(layers).toHaveLength(0)
  await choose(page, cases[0]![0], file('Good.png', 'image/png', whole))
  await add(page)
  await expect(page.getByRole('button', { name: 'Good', exact: true })).toBeVisible()
  await choose(
    page,
    svgFile(
      '<script>document.title="stolen"</script><image href="https://example.invalid/a.png" width="9" height="9"/><rect width="40" height="40"/>',
      'width="40" height="40"',
    ),
  )
  await add(page)
  await expect(page.getByText(/links to other files were left out/)).toBeVisible()
  await expect(page).not.toHaveTitle('stolen')
})

test('pictures are dropped on the desk and pasted', async ({ page }) => {
  await newProject(page)
  const png = [...pngBytes([80, 60], [50, 60, 20, 255])]
  const give = (type: 'drop' | 'paste', name: string): Promise<void> =>
    page.evaluate(
      ([kind, bytes, called]) => {
        const data = new DataTransfer()
        data.items.add(
          new File([Uint8Array.from(bytes as number[])], called as string, { type: 'image/png' }),
        )
        const event =
          kind === 'drop'
            ? new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true })
            : new ClipboardEvent('paste', { clipboardData: data, bubbles: true })
        document.body.dispatchEvent(event)
      },
      [type, png, name] as const,
    )
  await give('drop', 'Dropped.png')
  await add(page)
  await expect(page.getByRole('button', { name: 'Dropped', exact: true })).toBeVisible()
  await give('paste', 'Pasted.png')
  await add(page)
  await expect(page.getByRole('button', { name: 'Pasted', exact: true })).toBeVisible()
  // The same bytes are kept once.
  expect((await project(page)).assets).toHaveLength(1)
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData(
      'text/plain',
      '<svg xmlns="http://www.w3.org/2000/svg" width="30" height="30"><circle cx="15" cy="15" r="15"/></svg>',
    )
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  })
  await add(page)
  await expect.poll(async () => (await project(page)).scenes[0]!.layers[0]!.kind).toBe('path')
})

test('the stage at actual size and the exported frame are the same drawing, pixel by pixel', async ({
  page,
}) => {
  await page.setViewportSize({ width: 2700, height: 2400 })
  await openDemo(page)
  const exported = await exportedFrame(page)
  await page.getByRole('button', { name: 'Actual size' }).click()
  const { x, y, scale } = await frameOnScreen(page, 1920)
  expect(scale).toBeCloseTo(1, 2)
  const stage = await page.evaluate(
    ([left, top]) => {
      const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
      const box = canvas.getBoundingClientRect()
      const cut = document.createElement('canvas')
      cut.width = 1920
      cut.height = 1080
      cut.getContext('2d')!.drawImage(canvas, box.left - left!, box.top - top!)
      return cut.toDataURL()
    },
    [Math.round(x), Math.round(y)],
  )
  const { mean, most } = await difference(page, stage, exported)
  test.info().annotations.push({ type: 'difference', description: `mean ${mean}, most ${most} of 255` })
  // The same code draws both; where the frame lies moves the last bits of a few colours on edges.
  expect(most).toBeLessThanOrEqual(6)
  expect(mean).toBeLessThan(0.001)
})
