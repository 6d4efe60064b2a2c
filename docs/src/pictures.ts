import { compileBend, FAMILIES, type Bend, type Mode, type PlainBend } from '@arrow-bend/core/bend'
import { fitCurve } from '@arrow-bend/core/fit'
import { compileProperty, speedAt, valueAt, type Key, type Outline, type Outside, type Property } from '@arrow-bend/core/property'
import { compileRoute, smoothRouteHandles, type Cubic, type Vec2 } from '@arrow-bend/core/route'
import { outlinePathData } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { bead, curve, frame, handle, HUES, INK, picture, place, RULE, words, type Panel, type Point } from './drawing.ts'

const at = (seconds: number): number => Math.round(seconds * TICKS_PER_SECOND)
const key = (seconds: number, value: Key['value'], bend: Bend = { kind: 'linear' }, more: Partial<Key> = {}): Key => ({
  id: String(seconds),
  t: asTicks(at(seconds)),
  value,
  bend,
  through: 'corner',
  ...more,
})
const ease: PlainBend = { kind: 'handles', leave: { reach: 0.5, rise: 0 }, arrive: { reach: 0.4, rise: 0 } }

/** A property's value over a panel's time, as the core has it. */
function travel(panel: Panel, property: Property, colour: string): string {
  const compiled = compileProperty(property, [])
  const points = Array.from({ length: 401 }, (_, i): Point => {
    const seconds = panel.x[0] + (i / 400) * (panel.x[1] - panel.x[0])
    return [seconds, valueAt(compiled, at(seconds))[0]!]
  })
  const beads = property.keys.map(({ t, value }) => bead(panel, [t / TICKS_PER_SECOND, value as number], colour))
  return curve(panel, points, colour) + beads.join('')
}

/** One span: its unit square with handles, and the value it makes of two keys. */
export function spanPicture(): string {
  const bend = { kind: 'handles', leave: { reach: 0.55, rise: 0.05 }, arrive: { reach: 0.35, rise: -0.2 } } as const
  const square: Panel = { left: 40, top: 30, width: 220, height: 220, x: [0, 1], y: [-0.1, 1.3] }
  const lane: Panel = { left: 330, top: 30, width: 380, height: 220, x: [0, 3], y: [0, 140] }
  const unit = compileBend(bend)
  const points = Array.from({ length: 201 }, (_, i): Point => [i / 200, unit.progress(i / 200)])
  const property: Property = { kind: 'number', value: 0, keys: [key(0.5, 20, bend), key(2.5, 110)] }
  return picture(750, 290, 'A bend in its unit square, and the same bend between two keys', [
    frame(square, [0, 1]),
    curve(square, points, HUES.turn),
    handle(square, [0, 0], [0.55, 0.05]),
    handle(square, [1, 1], [0.65, 1.2]),
    words('leave: reach 55 %, rise 5 %', [254, 247], 'end'),
    words('arrive: reach 35 %, rise −20 %', [150, 24], 'middle'),
    words('elapsed fraction u', [150, 272], 'middle'),
    frame(lane, [20, 110]),
    travel(lane, property, HUES.turn),
    words('20 at 0.5 s', [400, 238]),
    words('110 at 2.5 s', [646, 62], 'middle'),
    words('time', [520, 272], 'middle'),
  ])
}

/** Every family in its three modes. */
export function familiesPicture(): string {
  const modes: readonly Mode[] = ['in', 'out', 'inOut']
  const colours = [HUES.place, HUES.turn, HUES.colour]
  const parts = Object.values(FAMILIES).flatMap(({ name, label, natural }, i) => {
    const panel: Panel = {
      left: 20 + (i % 5) * 146,
      top: 34 + Math.floor(i / 5) * 176,
      width: 130,
      height: 130,
      x: [0, 1],
      y: [-0.4, 1.4],
    }
    const curves = (natural ? modes : (['in'] as const)).map((mode, k) => {
      const bend = compileBend({ kind: 'family', family: name, ...(natural ? { mode } : {}) })
      const points = Array.from({ length: 261 }, (_, j): Point => [j / 260, bend.progress(j / 260)])
      return curve(panel, points, colours[k]!, 'stroke-width="1.6"')
    })
    return [words(label, [panel.left, panel.top - 6]), frame(panel, [0, 1]), ...curves]
  })
  const legend = modes.map((mode, i) => `<g fill="${colours[i]}">${words(mode, [612 + i * 44, 360])}</g>`)
  return picture(760, 380, 'The families of bends in their modes in, out and inOut', [...parts, ...legend])
}

/** Corner, joined and smooth at the same keys. */
export function throughPicture(): string {
  const rows = (['corner', 'joined', 'smooth'] as const).map((through, i) => {
    const panel: Panel = { left: 20 + i * 246, top: 30, width: 226, height: 180, x: [0, 3], y: [-10, 115] }
    const joined = { kind: 'handles', leave: { reach: 0.4, rise: 0.2 }, arrive: { reach: 0.35, rise: 0.6 } } as const
    const after = { kind: 'handles', leave: { reach: 0.4, rise: 1.6 }, arrive: { reach: 0.5, rise: 0 } } as const
    const keys = [
      key(0.2, 0, through === 'joined' ? joined : ease, { through: through === 'smooth' ? 'smooth' : 'corner' }),
      key(1.4, 70, through === 'joined' ? after : ease, { through }),
      key(2.2, 105, ease, { through: through === 'smooth' ? 'smooth' : 'corner' }),
      key(2.8, 105, ease, { through: through === 'smooth' ? 'smooth' : 'corner' }),
    ]
    return words(through, [panel.left, 22]) + frame(panel) + travel(panel, { kind: 'number', value: 0, keys }, HUES.place)
  })
  return picture(760, 230, 'How a key passes motion through: corner, joined, smooth', rows)
}

/** A bump on a span whose two keys are equal. */
export function liftPicture(): string {
  const panel: Panel = { left: 20, top: 20, width: 720, height: 150, x: [0, 4], y: [-30, 90] }
  const bump = { kind: 'handles', leave: { reach: 0.3, rise: 0, lift: [120] }, arrive: { reach: 0.5, rise: 0, lift: [-45] } } as const
  const keys = [key(0.4, 20, ease), key(1.2, 20, bump), key(3.4, 20)]
  return picture(760, 190, 'A lift: a bump between two equal keys', [
    frame(panel, [20]),
    travel(panel, { kind: 'number', value: 0, keys }, HUES.size),
    words('+120', [panel.left + 290, 44]),
    words('−45', [panel.left + 540, 152]),
  ])
}

/** A route with its smooth handles and a mark a frame: marks stand where the distance says, not the parameter. */
export function routePicture(): string {
  const points: readonly Vec2[] = [
    [60, 190],
    [230, 60],
    [430, 190],
    [690, 70],
  ]
  const smooth = points.map((point, i) => {
    const [before, after] = [points[i - 1], points[i + 1]]
    const handles = before && after ? smoothRouteHandles(before, point, after) : null
    return { arrive: [0, 0] as Vec2, leave: [0, 0] as Vec2, ...handles, through: 'smooth' as const }
  })
  const keys = points.map((value, i) => key(i, value, ease, { route: smooth[i]! }))
  const compiled = compileProperty({ kind: 'place', value: [0, 0], keys }, [])
  const marks = Array.from({ length: 73 }, (_, i) => {
    const [x, y] = valueAt(compiled, at(i / 24)) as [number, number]
    return `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="1.8" fill="${INK}"/>`
  })
  const cubics = points.slice(1).map((to, i): Cubic => {
    const from = points[i]!
    const [leave, arrive] = [smooth[i]!.leave, smooth[i + 1]!.arrive]
    return { from, leave: [from[0] + leave[0], from[1] + leave[1]], arrive: [to[0] + arrive[0], to[1] + arrive[1]], to }
  })
  const lines = cubics.map(
    ({ from, leave, arrive, to }) =>
      `<path d="M${from.join(' ')}C${leave.join(' ')} ${arrive.join(' ')} ${to.join(' ')}" fill="none" stroke="${HUES.place}" stroke-width="2"/>`,
  )
  const lengths = cubics.map((cubic, i) =>
    words(`${compileRoute(cubic).length.toFixed(0)} px`, [(points[i]![0] + points[i + 1]![0]) / 2, 228], 'middle'),
  )
  const whole: Panel = { left: 0, top: 0, width: 750, height: 240, x: [0, 750], y: [240, 0] }
  return picture(750, 240, 'A smooth route through four keys with a mark for every frame', [
    ...lines,
    ...marks,
    ...points.map((point) => bead(whole, point, HUES.place)),
    ...lengths,
  ])
}

/** What goes on before and after the keys. */
export function outsidePicture(): string {
  const passing = { ...ease, arrive: { reach: 0.35, rise: 0.3 } }
  const rules: readonly Outside[] = ['hold', 'loop', 'carryOn', 'thereAndBack', 'continue']
  const parts = rules.map((rule, i) => {
    const panel: Panel = { left: 120, top: 12 + i * 84, width: 620, height: 72, x: [-2, 5], y: [-130, 130] }
    const property: Property = {
      kind: 'number',
      value: 0,
      keys: [key(0, 0, ease), key(0.8, 50, passing), key(1.4, 25)],
      before: rule,
      after: rule,
    }
    return words(rule, [20, panel.top + 40]) + frame(panel, [0]) + travel(panel, property, HUES.turn)
  })
  return picture(760, 440, 'What goes on before the first and after the last key', parts)
}

/** A wave and the pieces the fitter follows it with. */
export function fitPicture(): string {
  const wave = (t: number): number => 40 * Math.sin(2.2 * t) * Math.exp(-0.25 * t) + (t > 4 ? 25 : 0)
  const panel: Panel = { left: 20, top: 20, width: 720, height: 190, x: [0, 7], y: [-40, 60] }
  const { pieces, error } = fitCurve(
    { width: 1, valueInto: (out, t) => out.set([wave(t)]) },
    0,
    7,
    { within: 1, step: 1 / 24, breaks: [4] },
  )
  const points = Array.from({ length: 701 }, (_, i): Point => [i / 100, wave(i / 100)])
  const beads = pieces.flatMap(({ start, end, from, to }) => [
    bead(panel, [start, from[0]!], HUES.colour),
    bead(panel, [end, to[0]!], HUES.colour),
  ])
  return picture(760, 240, 'A curve with a jump, followed by a few pieces', [
    frame(panel, [0]),
    curve(panel, points, HUES.colour),
    ...beads,
    words(`${pieces.length} pieces, off by ${error.toFixed(2)} at most of the 1 allowed`, [24, 230]),
  ])
}

/** Speed of one span, the slope of its value. */
export function speedPicture(): string {
  const property: Property = { kind: 'number', value: 0, keys: [key(0, 0, ease), key(2, 100)] }
  const compiled = compileProperty(property, [])
  const value: Panel = { left: 20, top: 24, width: 350, height: 160, x: [0, 2], y: [-5, 105] }
  const speed: Panel = { left: 390, top: 24, width: 350, height: 160, x: [0, 2], y: [-5, 110] }
  const points = Array.from({ length: 201 }, (_, i): Point => [i / 100, speedAt(compiled, at(i / 100))[0]!])
  const [baseX, baseY] = place(speed, [2, 0])
  const area = points.map((point) => place(speed, point).map((part) => part.toFixed(1)).join(' '))
  return picture(760, 205, 'The value of a span and its speed, whose area is the change', [
    words('value', [20, 18]),
    frame(value, [0, 100]),
    travel(value, property, HUES.turn),
    words('speed: the area is the change, 100', [390, 18]),
    frame(speed, [0]),
    `<path d="M${speed.left} ${baseY.toFixed(1)}L${area.join('L')}L${baseX.toFixed(1)} ${baseY.toFixed(1)}Z" fill="${HUES.turn}" fill-opacity="0.2"/>`,
    curve(speed, points, HUES.turn),
  ])
}

/** Rounded corners: circles that touch both edges. */
export function cornerPicture(): string {
  const arm = { angle: 0, length: 0 }
  const outline = (x: number, corner: number): Outline => ({
    closed: true,
    vertices: [
      { at: [x, 30], arrive: arm, leave: arm, corner },
      { at: [x + 150, 50], arrive: arm, leave: { angle: 120, length: 70 }, corner },
      { at: [x + 110, 170], arrive: { angle: -40, length: 60 }, leave: arm, corner },
      { at: [x + 20, 150], arrive: arm, leave: arm, corner },
    ],
  })
  const shapes = [0, 16, 40, 400].map((corner, i) => {
    const sharp = corner > 0 ? `<path d="${outlinePathData(outline(20 + i * 185, 0))}" fill="none" stroke="${RULE}"/>` : ''
    return `${sharp}<path d="${outlinePathData(outline(20 + i * 185, corner))}" fill="#fffdf8" stroke="${HUES.size}" stroke-width="2"/>${words(corner === 400 ? 'as much as fits' : `${corner} px`, [20 + i * 185, 198])}`
  })
  return picture(760, 210, 'An outline with its corners rounded more and more', shapes)
}
