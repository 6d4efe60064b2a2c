import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { compileProperty, speedInto, valueInto } from '../../property/index.ts'
import { playedProperty, projectSchema, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { changeLocalTime, type TimeChange } from './localTime.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const FRAME = 1 / 24

/** A scene of ten seconds that shows another of four from its second second on. */
function trial(more: Partial<Layer> = {}): Project {
  const project = projectOf([
    { ...layerWith('u', {}, 'scene'), source: { scene: 'boat' }, span: [at(2), at(8)], ...more },
    layerWith('g', {}, 'group'),
    { ...layerWith('in', {}, 'rectangle', 'g'), span: [at(0), at(3)] },
    layerWith('r', {}),
  ])
  const boat = { ...projectOf([layerWith('hull', {})]).scenes[0]!, id: 'boat', name: 'Boat', duration: at(4) }
  return { ...project, scenes: [...project.scenes, boat] }
}
function changed(project: Project, layers: readonly string[], ...changes: readonly TimeChange[]): Project {
  const makeId = ids()
  const after = changes.reduce(
    (given, change) =>
      produce(given, (draft) => void changeLocalTime(draft, 'scene', layers, change, makeId)),
    project,
  )
  expect(projectSchema.safeParse(after).error?.issues).toBeUndefined()
  return after
}
const layerOf = (project: Project, id: string): Layer =>
  project.scenes[0]!.layers.find((layer) => layer.id === id)!
/** The local time and its speed, s and s/s. */
function local(project: Project, id = 'u') {
  const compiled = compileProperty(playedProperty(layerOf(project, id), 'local time', []), [])
  const out = new Float64Array(1)
  return {
    value: (seconds: number): number => (valueInto(out, compiled, at(seconds)), out[0]!),
    speed: (seconds: number): number => (speedInto(out, compiled, at(seconds)), out[0]!),
  }
}

describe('the speed inside a layer', () => {
  it('is n % all the way, from where it began; below 0 it runs back', () => {
    const half = local(changed(trial(), ['u'], { kind: 'speed', percent: 50 }))
    expect([2, 4, 8].map(half.value)).toEqual([0, 1, 3])
    const back = local(changed(trial(), ['u'], { kind: 'speed', percent: -100 }))
    expect([2, 3].map(back.value)).toEqual([0, -1])
    expect(back.speed(20)).toBeCloseTo(-1, 9)
  })

  it('ramps from 100 % to 25 % and back, smoothly, and stands still for a second', () => {
    const ramped = local(
      changed(
        trial(),
        ['u'],
        { kind: 'ramp', percent: 25, from: at(3), to: at(4), bend: ease },
        { kind: 'ramp', percent: 100, from: at(5), to: at(6), bend: ease },
        { kind: 'freeze', at: at(7), frames: 24 },
      ),
    )
    expect([2.5, 3.999, 4.5, 4.999].map(ramped.speed)).toEqual([
      expect.closeTo(1, 2),
      expect.closeTo(0.25, 2),
      expect.closeTo(0.25, 2),
      expect.closeTo(0.25, 2),
    ])
    // Half of the way down it is half as fast: the bend is the same both ways.
    expect(ramped.speed(3.5)).toBeCloseTo(0.625, 1)
    expect(ramped.value(4)).toBeCloseTo(1 + 0.625, 3)
    expect(ramped.speed(6.5)).toBeCloseTo(1, 2)
    const still = ramped.value(7)
    expect([7.2, 7.9].map(ramped.value)).toEqual([still, still])
    expect(ramped.value(8.5) - still).toBeCloseTo(0.5, 9)
    // No speed jumps where a ramp begins or ends.
    for (const seconds of [3, 4, 5, 6])
      expect(ramped.speed(seconds + 1e-6)).toBeCloseTo(ramped.speed(seconds - 1e-6), 1)
  })

  it('ramps through 0: it slows down, turns round and runs back', () => {
    const turned = local(
      changed(trial(), ['u'], {
        kind: 'ramp',
        percent: -100,
        from: at(3),
        to: at(5),
        bend: { kind: 'linear' },
      }),
    )
    expect(turned.speed(4)).toBeCloseTo(0, 1)
    expect(turned.value(4)).toBeCloseTo(1.5, 3)
    expect(turned.value(5)).toBeCloseTo(1, 3)
    expect(turned.value(7)).toBeCloseTo(-1, 3)
  })

  it('ramps to a standstill and stays there', () => {
    const stopped = local(
      changed(trial(), ['u'], { kind: 'ramp', percent: 0, from: at(3), to: at(4), bend: ease }),
    )
    expect(stopped.value(4)).toBeCloseTo(1.5, 3)
    expect([5, 9].map(stopped.value)).toEqual([stopped.value(4), stopped.value(4)])
  })

  it('backwards shows the same frames in the other order, and twice is once too often', () => {
    const forward = local(trial())
    const once = changed(trial(), ['u'], { kind: 'reverse' })
    const backward = local(once)
    const frames = Array.from({ length: 144 }, (_, i) => 2 + i * FRAME)
    const seen = (clock: ReturnType<typeof local>): number[] =>
      frames.map((seconds) => Math.round(clock.value(seconds) * 24 * 1e6) / 1e6)
    expect(seen(backward)).toEqual(seen(forward).reverse())
    const again = local(changed(once, ['u'], { kind: 'reverse' }))
    expect(seen(again)).toEqual(seen(forward))
  })

  it('stands still at the frame it is told to, even after its last key', () => {
    const frozen = local(changed(trial(), ['u'], { kind: 'freeze', at: at(9), frames: 12 }))
    expect([9, 9.25, 9.5].map(frozen.value)).toEqual([7, 7, 7])
    expect(frozen.value(10)).toBeCloseTo(7.5, 9)
  })

  it('goes round n times, no frame twice, and the span is as long', () => {
    const project = changed(trial(), ['u'], { kind: 'loop', times: 3 })
    expect(layerOf(project, 'u').span).toEqual([at(2), at(14)])
    const { value } = local(project)
    const frames = Array.from({ length: 288 }, (_, i) => Math.round(value(2 + i * FRAME) * 24 * 1e6) / 1e6)
    expect(frames).toEqual(Array.from({ length: 288 }, (_, i) => i % 96))
  })

  it('fits all of the source in the span; a group lasts as long as what lies in it', () => {
    const project = changed(trial(), ['u', 'g', 'r'], { kind: 'fit' })
    expect([2, 5, 8].map(local(project).value)).toEqual([0, 2, 4])
    expect([0, 10].map(local(project, 'g').value)).toEqual([0, 3])
    expect(layerOf(project, 'r')).toEqual(layerOf(trial(), 'r'))
  })

  it('keeps what a group’s own time was before a ramp begins', () => {
    const keyed = { 'local time': property('number', [key(0, 1), key(4, 9, ease)]) }
    const given = trial()
    const scene = given.scenes[0]!
    const layers = scene.layers.map((layer) => (layer.id === 'g' ? layerWith('g', keyed, 'group') : layer))
    const before = { ...given, scenes: [{ ...scene, layers }, given.scenes[1]!] }
    const after = changed(before, ['g'], {
      kind: 'ramp',
      percent: 100,
      from: at(2),
      to: at(3),
      bend: { kind: 'linear' },
    })
    for (const seconds of [0, 0.7, 1.9])
      expect(local(after, 'g').value(seconds)).toBeCloseTo(local(before, 'g').value(seconds), 6)
    expect(local(after, 'g').speed(5)).toBeCloseTo(1, 6)
  })
})

describe('a change of local time', () => {
  const refused = (layers: readonly string[], change: TimeChange, project = trial()): string => {
    try {
      produce(project, (draft) => void changeLocalTime(draft, 'scene', layers, change, ids()))
    } catch (caught) {
      expect(caught).toBeInstanceOf(BadEdit)
      return (caught as Error).message
    }
    return ''
  }
  it('is refused with a sentence where it makes no sense', () => {
    expect(refused(['r'], { kind: 'fit' })).toMatch(/no time of their own/)
    expect(refused(['u'], { kind: 'speed', percent: NaN })).toMatch(/up to 100,000 %/)
    expect(refused(['u'], { kind: 'speed', percent: 1e9 })).toMatch(/up to 100,000 %/)
    expect(refused(['u'], { kind: 'loop', times: 0.5 })).toMatch(/1 to 1,000 times/)
    expect(refused(['u'], { kind: 'freeze', at: at(3), frames: 0 })).toMatch(/one frame at least/)
    const ramp = { kind: 'ramp', percent: 50, bend: ease } as const
    expect(refused(['u'], { ...ramp, from: at(3), to: at(3) })).toMatch(/start before it ends/)
    expect(refused(['u'], { kind: 'fit' }, trial({ locked: true }))).toMatch(/locked/)
    expect(refused(['g'], { kind: 'loop', times: 2 }, projectOf([layerWith('g', {}, 'group')]))).toMatch(
      /nothing that lasts/,
    )
  })
})
