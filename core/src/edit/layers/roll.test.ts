import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  anyProperty,
  ease,
  edited,
  key,
  layerWith,
  lawful,
  projectOf,
  property,
  propertyOf,
} from '../../../test/trials.ts'
import { compileProperty, speedInto, valueAt, type Property } from '../../property/index.ts'
import {
  parentMatrixAt,
  playedProperty,
  projectSchema,
  sceneAt,
  type Layer,
  type LayerRoll,
  type Project,
} from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { rollAsKeys, setRolls, setTurnAlongRoute, setValueAt, splitPosition } from '../index.ts'

const ref = { scene: 'scene', layer: 'a' }
const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const straight = property('place', [key(0, [0, 0], ease), key(2, [300, 400], ease), key(4, [0, 0])])
const rolling = (position: Property, rolls: LayerRoll, more: Partial<Layer> = {}): Project =>
  edited(projectOf([{ ...layerWith('a', { position }), ...more }]), (draft) => setRolls(draft, ref, rolls))
const turnAt = (project: Project, time: number): number => {
  const layer = project.scenes[0]!.layers[0]!
  return valueAt(compileProperty(playedProperty(layer, 'turn', project.bends), project.bends), time)[0]!
}
/** As it is drawn, within one turn. */
const drawnAt = (project: Project, time: number): number => {
  const { matrix } = sceneAt(project.scenes[0]!, time, project.bends)[0]!
  return (Math.atan2(matrix[1]!, matrix[0]!) * 180) / Math.PI
}
const within = (degrees: number): number => degrees - 360 * Math.round(degrees / 360)

describe('a layer that rolls', () => {
  it('has turned by the way over 2πr, to the right or to the left, from its offset on', () => {
    const radius = 40
    const whole = (360 * 500) / (2 * Math.PI * radius)
    const right = rolling(straight, { radius, offset: 15 })
    expect([0, 2, 4, 9].map((time) => turnAt(right, at(time)))).toEqual([
      15,
      expect.closeTo(15 + whole, 9),
      expect.closeTo(15 + 2 * whole, 9),
      expect.closeTo(15 + 2 * whole, 9),
    ])
    const left = rolling(straight, { radius, side: 'left' })
    expect(turnAt(left, at(2))).toBeCloseTo(-whole, 9)
    for (const time of [0.3, 1, 1.7, 3.3])
      expect(within(drawnAt(right, at(time)) - turnAt(right, at(time)))).toBeCloseTo(0, 9)
  })

  // Source: a wheel that does not skid: the speed of its rim is that of its axle, v = ω · r.
  it('never skids: its rim is as fast as it, forward and backing up, on any route with any bends', () => {
    fc.assert(
      fc.property(fc.gen(), fc.double({ min: 5, max: 300, noNaN: true }), (g, radius) => {
        const position = lawful(g(() => anyProperty('place', 5)))
        const project = rolling(position, { radius })
        const [place, turn] = [position, playedProperty(project.scenes[0]!.layers[0]!, 'turn', [])].map(
          (one) => compileProperty(one, []),
        )
        const [speed, spin] = [new Float64Array(1), new Float64Array(1)]
        for (let i = 0; i < 40; i += 1) {
          const time = at(-1 + i * 0.21 + 0.003)
          speedInto(speed, place!, time)
          speedInto(spin, turn!, time)
          if (!Number.isFinite(speed[0]!) || !Number.isFinite(spin[0]!)) continue
          const rim = ((spin[0]! * Math.PI) / 180) * radius
          expect(Math.abs(rim - speed[0]!)).toBeLessThan(1e-6 * Math.max(1, Math.abs(speed[0]!)))
        }
      }),
      { numRuns: 60, seed: 22 },
    )
  })

  it('is lifted off as keys that play the same at every moment', () => {
    fc.assert(
      fc.property(fc.gen(), (g) => {
        const project = rolling(lawful(g(() => anyProperty('place', 5))), {
          radius: 33,
          offset: -70,
          side: 'left',
        })
        const lifted = edited(project, (draft) => void rollAsKeys(draft, ref))
        expect(lifted.scenes[0]!.layers[0]!.rolls).toBeUndefined()
        for (let i = 0; i < 50; i += 1) {
          const time = at(-2 + i * 0.27)
          expect(turnAt(lifted, time)).toBe(turnAt(project, time))
        }
      }),
      { numRuns: 40, seed: 23 },
    )
  })

  it('turns neither by keys of its own nor along its route, and gives its turn back when it is let go', () => {
    const turning = {
      ...layerWith('a', { position: straight, turn: property('turn', [key(0, 0), key(1, 90)]) }),
      turnAlongRoute: 5,
    }
    const project = edited(projectOf([turning]), (draft) => setRolls(draft, ref, { radius: 10, offset: 30 }))
    const [layer] = project.scenes[0]!.layers
    expect(layer!.turnAlongRoute).toBeUndefined()
    expect(propertyOf(project, 'a', 'turn').keys).toEqual([])
    const turned = { value: 5, time: at(1), autoKey: true, makeId: () => 'k' }
    expect(() =>
      edited(project, (draft) => setValueAt(draft, { ...ref, property: 'turn' }, at(1), turned)),
    ).toThrow(/rolls, so that its turn follows its route/)
    const free = edited(project, (draft) => setRolls(draft, ref, null))
    expect(propertyOf(free, 'a', 'turn').value).toBe(30)
    const along = edited(project, (draft) => setTurnAlongRoute(draft, ref, 0))
    expect(along.scenes[0]!.layers[0]!.rolls).toBeUndefined()
  })

  it('carries what rides on it', () => {
    const project = edited(
      projectOf([layerWith('a', { position: straight }), layerWith('b', {}, 'rectangle', 'a')]),
      (draft) => setRolls(draft, ref, { radius: 25 }),
    )
    const matrix = parentMatrixAt(project.scenes[0]!, 'b', at(1.3), [])
    expect(
      within((Math.atan2(matrix[1]!, matrix[0]!) * 180) / Math.PI - turnAt(project, at(1.3))),
    ).toBeCloseTo(0, 9)
  })

  it.each([
    [{ radius: 0 }, {}, /above 0/],
    [{ radius: -3 }, {}, /above 0/],
    [{ radius: NaN }, {}, /above 0/],
    [{ radius: 5, offset: Infinity }, {}, /has to be a number/],
    [{ radius: 5 }, { locked: true }, /is locked/],
  ])('refuses %o', (rolls, more, sentence) => {
    expect(() => rolling(straight, rolls, more)).toThrow(sentence)
  })

  it('refuses a position that is split, and to be lifted off where it does not roll', () => {
    const split = edited(
      projectOf([layerWith('a', { position: straight })]),
      (draft) => void splitPosition(draft, ref, { within: 0.1, makeId: () => Math.random().toString(36) }),
    )
    expect(() => edited(split, (draft) => setRolls(draft, ref, { radius: 5 }))).toThrow(/Join it first/)
    expect(() => edited(split, (draft) => void rollAsKeys(draft, ref))).toThrow(/does not roll/)
    const wheel = rolling(straight, { radius: 5 })
    expect(() => edited(wheel, (draft) => void splitPosition(draft, ref, { makeId: () => 'k' }))).toThrow(
      /rolls along its route, which X and Y do not have/,
    )
  })

  it('is read from a file with a radius above 0 only', () => {
    const project = rolling(straight, { radius: 12, side: 'left', offset: 3 })
    expect(projectSchema.safeParse(project).success).toBe(true)
    const broken = JSON.parse(JSON.stringify(project).replace('"radius":12', '"radius":0')) as unknown
    expect(projectSchema.safeParse(broken).success).toBe(false)
  })
})
