import { createHash } from 'node:crypto'
import { chromium, type Page } from '@playwright/test'
import { writeBendFile } from '@arrow-bend/core/format/project'
import { makeLayer, PROJECT_VERSION, type Project } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { wavBytes } from '../../core/test/wavBytes.ts'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from '../../e2e/src/chromium.ts'
import { serveBuilt } from '../../e2e/src/serveBuilt.ts'

/**
 * Measures in Chromium how far the picture is from what is heard by the sound device's clock, as a project plays: a bar that
 * moves a fixed way each frame is looked for in the picture. `tsx bench/src/benchDrift.ts [SECONDS]`, 300 when left out.
 */
const SECONDS = Number(process.argv[2] ?? 300)
const RATE = 24
/** The bar goes so far a frame, px of the stage, and begins anew after so many frames. */
const STEP = 4
const ROUND = 300
const [WIDTH, HEIGHT] = [1280, 720]
const SAMPLES_A_SECOND = 8000

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))

function trial(sha256: string): Project {
  const length = at(SECONDS + 20)
  const bar = makeLayer({
    id: 'bar',
    name: 'Bar',
    kind: 'rectangle',
    span: [at(0), length],
    values: { size: [6, HEIGHT], fill: '#ffffff', 'stroke width': 0, position: [2, HEIGHT / 2] },
  })
  const bell = makeLayer({ id: 'bell', name: 'Bell', kind: 'sound', span: [at(0), length] })
  const keys = [0, ROUND].map((frame) => ({
    id: String(frame),
    t: at(frame / RATE),
    value: [2 + frame * STEP, HEIGHT / 2] as const,
    bend: { kind: 'linear' } as const,
    through: 'corner' as const,
  }))
  const position = { ...bar.properties['position']!, keys, after: 'loop' as const }
  return {
    format: 'arrow-bend/project',
    version: PROJECT_VERSION,
    id: 'drift',
    name: 'Drift',
    scenes: [
      {
        id: 'scene',
        name: 'Scene',
        size: [WIDTH, HEIGHT],
        rate: { num: RATE, den: 1 },
        duration: length,
        background: '#000000',
        layers: [
          { ...bar, properties: { ...bar.properties, position } },
          { ...bell, source: { asset: 'tone' } },
        ],
        markers: [],
        playRange: null,
      },
    ],
    bends: [],
    assets: [{ id: 'tone', kind: 'sound', name: 'Tone', type: 'audio/wav', duration: length, sha256 }],
  }
}

interface Watch {
  /** The sound that plays: where it began, and by the device's clock when, s. */
  sound: { offset: number; since: number; context: AudioContext } | null
  begun: number
  /** Picture less sound, s, one for each new frame, with how long it has been playing. */
  apart: { seconds: number; by: number }[]
}

/** Looks at the picture as often as the page draws. */
async function watchPicture(page: Page): Promise<void> {
  await page.evaluate(
    ({ rate, step, round, width }) => {
      const watch: Watch = { sound: null, begun: 0, apart: [] }
      Object.assign(window, { watch })
      const { start } = AudioBufferSourceNode.prototype
      AudioBufferSourceNode.prototype.start = function (when?: number, offset = 0) {
        watch.begun += 1
        const context = this.context as AudioContext
        watch.sound = { offset, since: context.currentTime, context }
        return start.call(this, when, offset)
      }
      const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
      const frame = document.querySelector('svg.overlay rect')!.getBoundingClientRect()
      const left = frame.left - canvas.getBoundingClientRect().left
      const ratio = canvas.width / canvas.getBoundingClientRect().width
      const strip = new OffscreenCanvas(canvas.width, 1).getContext('2d', { willReadFrequently: true })!
      const y = Math.round((frame.top + frame.height / 2 - canvas.getBoundingClientRect().top) * ratio)
      let last = -1
      const look = (stamp: number): void => {
        requestAnimationFrame(look)
        if (!watch.sound) return
        strip.drawImage(canvas, 0, y, canvas.width, 1, 0, 0, canvas.width, 1)
        const { data } = strip.getImageData(0, 0, canvas.width, 1)
        let [sum, weight] = [0, 0]
        const [from, to] = [Math.ceil(left * ratio), Math.floor((left + frame.width) * ratio)]
        for (let x = from; x < to; x += 1) {
          sum += x * data[x * 4]!
          weight += data[x * 4]!
        }
        const place = ((sum / weight + 0.5) / ratio - left) * (width / frame.width)
        const shown = Math.round((place - 2) / step)
        if (shown === last) return
        last = shown
        const { context, offset, since } = watch.sound
        const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp()
        const heard = offset + contextTime + (stamp - performanceTime) / 1000 - since
        // Which round it is in follows from the sound: they are never half a round apart.
        const rounds = Math.round((heard * rate - shown) / round)
        watch.apart.push({ seconds: heard, by: (rounds * round + shown) / rate - heard })
      }
      requestAnimationFrame(look)
    },
    { rate: RATE, step: STEP, round: ROUND, width: WIDTH },
  )
}

const served = await serveBuilt(4321)
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS })
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript('globalThis.__name = (named) => named')
  await page.addInitScript(() => Reflect.deleteProperty(window, 'showOpenFilePicker'))
  const samples = Int16Array.from({ length: (SECONDS + 20) * SAMPLES_A_SECOND }, (_, i) =>
    Math.round(3000 * Math.sin(i / 3)),
  )
  const sound = wavBytes([samples], { rate: SAMPLES_A_SECOND })
  const sha256 = createHash('sha256').update(sound).digest('hex')
  const file = await writeBendFile({ project: trial(sha256), assets: new Map([[sha256, new Blob([sound])]]) })
  await page.goto(served.address)
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Open a file…' }).first().click()
  await (
    await chooser
  ).setFiles([
    { name: 'drift.bend', mimeType: 'application/zip', buffer: Buffer.from(await file.arrayBuffer()) },
  ])
  await page.getByRole('region', { name: 'Deck' }).waitFor()
  await page.waitForTimeout(2000)
  await watchPicture(page)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await page.waitForTimeout((SECONDS + 8) * 1000)
  const { apart, begun } = await page.evaluate(() => {
    const { watch } = window as unknown as { watch: Watch }
    return { apart: watch.apart, begun: watch.begun }
  })
  const meanBetween = (from: number, to: number): number => {
    const within = apart.filter(({ seconds }) => seconds >= from && seconds < to).map(({ by }) => by * 1000)
    return within.reduce((sum, by) => sum + by, 0) / within.length
  }
  const [first, last] = [meanBetween(3, 8), meanBetween(SECONDS, SECONDS + 5)]
  console.log(
    `picture against sound after 5 s and after ${SECONDS} s: ${first.toFixed(1)} and ${last.toFixed(1)} ms`,
  )
  console.log(
    `drift over ${SECONDS} s: ${Math.abs(last - first).toFixed(1)} ms  (wanted: ≤ 10); sounds set anew: ${begun - 1}`,
  )
} finally {
  await browser.close()
  served.stop()
}
process.exit(0)
