import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import { compileBend, type PlainBend } from '@arrow-bend/core/bend'
import { easingText, readEasing } from '@arrow-bend/core/format/css'
import { compileProperty, hexOf, valueAt, type Mix, type OklabAlpha } from '@arrow-bend/core/property'
import { arcLength, compileRoute, type Cubic } from '@arrow-bend/core/route'
import { identityMatrix, transformInto } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'

/** The browser's own progress of an easing at elapsed fractions. Source: Web Animations, getComputedTiming(). */
const BROWSER_PROGRESS = ([easing, times]: readonly [string, readonly number[]]): number[] => {
  const animation = document.body.animate([{ opacity: 0 }, { opacity: 1 }], {
    duration: 1000,
    fill: 'both',
    easing,
  })
  animation.pause()
  return times.map((u) => {
    animation.currentTime = u * 1000
    return animation.effect!.getComputedTiming().progress!
  })
}

const TIMES = Array.from({ length: 401 }, (_, i) => i / 400)
// Just off the boundaries of steps, which the browser meets with rounded times.
const OFF_TIMES = TIMES.map((u) => Math.min(1, u + 1e-4))

/** How far a bend is from the browser's progress at any of some elapsed fractions. */
const farthest = (
  ours: ReturnType<typeof compileBend>,
  times: readonly number[],
  theirs: readonly number[],
): number => Math.max(...times.map((u, i) => Math.abs(ours.progress(u) - theirs[i]!)))

test.describe('the browser’s engine agrees with the core', () => {
  for (const easing of [
    'cubic-bezier(0.25, 0.1, 0.25, 1)',
    'cubic-bezier(0.4, 0, 0.6, 1)',
    'cubic-bezier(0.9, 0, 0.1, 1)',
    'cubic-bezier(0.7, -0.6, 0.3, 1.8)',
    'cubic-bezier(0, 0, 1, 1.3)',
    'ease-in-out',
    'linear(0, 0.3 20%, 0.2 60%, 1)',
    'linear(0, 0.5 25% 75%, 1)',
  ]) {
    test(`on ${easing}`, async ({ page }) => {
      const theirs = await page.evaluate(BROWSER_PROGRESS, [easing, TIMES] as const)
      const ours = compileBend(readEasing(easing))
      expect(farthest(ours, TIMES, theirs)).toBeLessThan(1e-5)
    })
  }

  for (const easing of [
    'steps(4, jump-end)',
    'steps(4, jump-start)',
    'steps(3, jump-both)',
    'steps(5, jump-none)',
    'step-start',
  ]) {
    test(`on ${easing}`, async ({ page }) => {
      const theirs = await page.evaluate(BROWSER_PROGRESS, [easing, OFF_TIMES] as const)
      const ours = compileBend(readEasing(easing))
      expect(farthest(ours, OFF_TIMES, theirs)).toBeLessThan(5e-13)
    })
  }

  const written: readonly PlainBend[] = [
    { kind: 'family', family: 'elastic', mode: 'out' },
    { kind: 'family', family: 'bounce', mode: 'out', bounces: 5, restitution: 0.7 },
    { kind: 'family', family: 'spring', mode: 'out', dampingRatio: 0.15 },
    { kind: 'family', family: 'circular', mode: 'inOut' },
    { kind: 'family', family: 'back', mode: 'in', overshoot: 0.4 },
    { kind: 'family', family: 'power', mode: 'inOut', power: 7 },
  ]
  for (const bend of written) {
    test(`on the linear() written for ${JSON.stringify(bend)}`, async ({ page }) => {
      const theirs = await page.evaluate(BROWSER_PROGRESS, [easingText(bend), TIMES] as const)
      const ours = compileBend(bend)
      expect(farthest(ours, TIMES, theirs)).toBeLessThanOrEqual(0.0005)
    })
  }

  test('on lengths of paths and points along them', async ({ page }) => {
    const cubics: Cubic[] = [
      { from: [0, 0], leave: [300, -200], arrive: [500, 600], to: [800, 100] },
      { from: [0, 0], leave: [100, 0], arrive: [100, 55], to: [100, 100] },
      { from: [0, 0], leave: [900, 0], arrive: [-500, 300], to: [400, 300] },
    ]
    for (const cubic of cubics) {
      const data = `M${cubic.from} C${cubic.leave} ${cubic.arrive} ${cubic.to}`
      const theirs = await page.evaluate((d) => {
        const path = document.createElementNS('http://www.w3.org/2000/svg', 'path')
        path.setAttribute('d', d)
        const length = path.getTotalLength()
        return {
          length,
          points: Array.from({ length: 21 }, (_, i) => path.getPointAtLength((i / 20) * length)).map(
            ({ x, y }) => [x, y] as const,
          ),
        }
      }, data)
      const route = compileRoute(cubic)
      // The browser measures chords; a third of a pixel in a thousand is its own error.
      expect(Math.abs(arcLength(cubic) - theirs.length)).toBeLessThan(0.5)
      const out = new Float64Array(2)
      theirs.points.forEach(([x, y], i) => {
        route.pointInto(out, (i / 20) * route.length)
        expect(Math.hypot(out[0]! - x, out[1]! - y)).toBeLessThan(0.5)
      })
    }
  })

  const spaces: readonly [Mix, string][] = [
    ['oklab', 'oklab'],
    ['oklch', 'oklch'],
    ['oklch-longer', 'oklch longer hue'],
    ['srgb', 'srgb'],
    ['srgb-linear', 'srgb-linear'],
  ]
  for (const [mix, space] of spaces) {
    test(`on colours mixed in ${space}, alpha included`, async ({ page }) => {
      const [from, to] = ['#c8401a', '#0e6b75a0']
      const key = (t: number, value: string) =>
        ({ id: String(t), t: asTicks(t), value, bend: { kind: 'linear' }, through: 'corner' }) as const
      const compiled = compileProperty(
        {
          kind: 'colour',
          mix,
          value: from,
          keys: [key(0, from), key(TICKS_PER_SECOND, to)],
        },
        [],
      )
      for (const p of [0, 0.2, 0.5, 0.77, 1]) {
        const bytes = await page.evaluate(
          (text) => {
            const canvas = new OffscreenCanvas(1, 1)
            const context = canvas.getContext('2d')!
            const probe = document.createElement('div')
            probe.style.color = text
            document.body.append(probe)
            // Opaque, so that the canvas's own premultiplied rounding does not count.
            context.fillStyle = getComputedStyle(probe).color
            context.fillRect(0, 0, 1, 1)
            const [r, g, b, alpha] = context.getImageData(0, 0, 1, 1).data
            probe.remove()
            return [r!, g!, b!, alpha!]
          },
          `color-mix(in ${space}, ${from}, ${to} ${p * 100}%)`,
        )
        const hex = hexOf(valueAt(compiled, p * TICKS_PER_SECOND) as OklabAlpha).padEnd(9, 'f')
        const ours = [1, 3, 5, 7].map((at) => parseInt(hex.slice(at, at + 2), 16))
        ours.forEach((part, i) => expect(Math.abs(part - bytes[i]!)).toBeLessThanOrEqual(1))
      }
    })
  }

  test('on the order of transforms', async ({ page }) => {
    const theirs = await page.evaluate(() =>
      [
        ...new DOMMatrix()
          .translate(320, 140)
          .rotate(37)
          .scale(1.5, -0.4)
          .translate(-30, -50)
          .toFloat64Array(),
      ].filter((_, i) => [0, 1, 4, 5, 12, 13].includes(i)),
    )
    const ours = identityMatrix()
    transformInto(ours, { position: [320, 140], turnDegrees: 37, scale: [150, -40], pivot: [30, 50] })
    ours.forEach((part, i) => expect(part).toBeCloseTo(theirs[i]!, 6))
  })
})
