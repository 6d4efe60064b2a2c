import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { applyMatrix, ownMatrixAt, type Project } from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { fitFrame, makePlain, type ArtFit } from '../index.ts'

const STILL = [4000, 3000] as const
const ref = { scene: 'scene', layer: 'a' }
const options = { time: asTicks(0), autoKey: true, makeId: () => 'made' }
const fitted = (fit: ArtFit, given: Project): { project: Project; scale: number } => {
  let scale = 0
  const project = produce(
    given,
    (draft) => void (scale = fitFrame(draft, ref, { ...options, still: STILL, fit })),
  )
  return { project, scale }
}
const still = (): Project => projectOf([layerWith('a', {})])
const cornersOf = (project: Project): number[][] => {
  const matrix = ownMatrixAt(project.scenes[0]!, 'a', 0, [])
  return [
    [-2000, -1500],
    [2000, 1500],
  ].map(([x, y]) => applyMatrix(matrix, x!, y!))
}
const around = (corners: readonly (readonly number[])[], wanted: readonly (readonly number[])[]): void =>
  corners.forEach((corner, i) =>
    corner.forEach((part, axis) => expect(part).toBeCloseTo(wanted[i]![axis]!, 9)),
  )

describe('a picture in the frame of 1920 × 1080', () => {
  it('is whole in it, covers it, or stands in its middle as large as it is', () => {
    const whole = fitted('fit', still())
    expect(whole.scale).toBeCloseTo(36, 9)
    around(cornersOf(whole.project), [
      [240, 0],
      [1680, 1080],
    ])
    const cover = fitted('fill', still())
    expect(cover.scale).toBeCloseTo(48, 9)
    around(cornersOf(cover.project), [
      [0, -180],
      [1920, 1260],
    ])
    expect(fitted('asIs', still()).scale).toBe(100)
  })
  it('lies so wherever its pivot is, and gets keys there where it moves', () => {
    const project = projectOf([
      layerWith('a', {
        pivot: { kind: 'pair', value: [300, -700], keys: [] },
        scale: property('pair', [key(0, [10, 10], ease), key(1, [20, 20])]),
      }),
    ])
    const { project: after } = fitted('fill', project)
    around(cornersOf(after), [
      [0, -180],
      [1920, 1260],
    ])
    expect(after.scenes[0]!.layers[0]!.properties['scale']!.keys).toHaveLength(2)
  })
  it('goes back to its plain state, without keys of what places it', () => {
    const moved = projectOf([
      layerWith('a', {
        scale: property('pair', [key(0, [10, 10], ease), key(1, [20, 20])]),
        turn: { kind: 'turn', value: 40, keys: [] },
      }),
    ])
    const { properties } = produce(moved, (draft) => makePlain(draft, ref, options)).scenes[0]!.layers[0]!
    const plain = { position: [960, 540], pivot: [0, 0], scale: [100, 100], turn: 0, opacity: 100 }
    for (const [name, value] of Object.entries(plain)) {
      expect(properties[name]!.value, name).toEqual(value)
      expect(properties[name]!.keys, name).toEqual([])
    }
  })
  it('is refused where something else places it', () => {
    const riding = produce(projectOf([layerWith('a', {}), layerWith('b', {})]), (draft) => {
      draft.scenes[0]!.layers[0]!.parent = 'b'
    })
    expect(() => fitted('fit', riding)).toThrow('rides on another layer')
    const locked = produce(still(), (draft) => void (draft.scenes[0]!.layers[0]!.locked = true))
    expect(() => fitted('fit', locked)).toThrow('locked')
    expect(() => produce(locked, (draft) => makePlain(draft, ref, options))).toThrow('locked')
  })
})
