import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  anyProperty,
  ease,
  edited,
  ids,
  key,
  layerWith,
  lawful,
  projectOf,
  property,
  propertyOf,
  refsOf,
} from '../../../test/trials.ts'
import { copyKeys, pasteKeys } from '../../edit/index.ts'
import { asTicks } from '../../time/index.ts'
import { readPasted } from '../pasted/index.ts'
import { isKeyClip, readKeyClip, writeKeyClip } from './index.ts'

const linked = {
  ...projectOf([
    layerWith('a', {
      turn: property('turn', [key(0, 0, { kind: 'linked', bendId: 'soft' }), key(1, 90)]),
      position: property('place', [key(0, [0, 0], ease), key(1, [100, 50])]),
    }),
  ]),
  bends: [{ id: 'soft', name: 'Soft', bend: ease }],
}
const text = writeKeyClip(
  copyKeys(linked, [...refsOf(linked, 'a', 'turn'), ...refsOf(linked, 'a', 'position')])!,
)

describe('writeKeyClip and readKeyClip', () => {
  it('bring back just what was copied, linked bends with it', () => {
    const clip = copyKeys(linked, refsOf(linked, 'a', 'turn'))!
    expect(readKeyClip(writeKeyClip(clip))).toEqual(clip)
    expect(isKeyClip(text)).toBe(true)
  })

  it('let any keys be pasted elsewhere as if they had never been text', () => {
    fc.assert(
      fc.property(fc.constantFrom('turn', 'place', 'pair', 'colour' as const), fc.gen(), (kind, g) => {
        const name = { turn: 'turn', place: 'position', pair: 'scale', colour: 'fill' }[kind]
        const given = lawful(g(() => anyProperty(kind, 5)))
        const from = projectOf([layerWith('a', { [name]: given }), layerWith('b', {})])
        const clip = copyKeys(from, refsOf(from, 'a', name))!
        const target = { properties: [{ scene: 'scene', layer: 'b', property: name }], time: asTicks(0) }
        const paste = (copied: typeof clip) =>
          propertyOf(
            edited(from, (draft) => pasteKeys(draft, copied, { ...target, makeId: ids() })),
            'b',
            name,
          )
        expect(paste(readKeyClip(writeKeyClip(clip)))).toEqual(paste(clip))
      }),
      { numRuns: 80, seed: 62 },
    )
  })

  const broken = (change: (data: Record<string, unknown>) => unknown): string =>
    JSON.stringify(change(JSON.parse(text) as Record<string, unknown>))
  it.each([
    ['{"format":"arrow-bend/keys",', 'not valid JSON'],
    [broken((data) => ({ ...data, version: 2 })), 'version'],
    [broken((data) => ({ ...data, tracks: [] })), 'it holds no keys'],
    [broken((data) => ({ ...data, bends: [] })), 'linked to a bend that did not come along'],
    [text.replace('"property":"turn"', '"property":"spin"'), '“spin” of that kind is not known'],
    [text.replace('"value":90', '"value":"ninety"'), 'tracks[0].keys'],
    [text.replace('"t":705600000', '"t":0.5'), 'tracks[0].keys'],
  ])('refuse what is broken with the place of it', (given, sentence) => {
    expect(() => readKeyClip(given)).toThrow(sentence)
    expect(() => readKeyClip(given)).toThrow(/^The copied keys cannot be read: .* Nothing was changed\.$/)
  })
})

describe('readPasted', () => {
  it.each([
    [text, 'keys'],
    // Source of the easing texts: W3C, CSS Easing Functions 2.
    ['cubic-bezier(0.1, 0, 0.2, 1)', 'bend'],
    ['ease-in-out', 'bend'],
    ['animation-timing-function: steps(4, jump-end);', 'bend'],
    ['Frame\tValue\n1\t10', 'table'],
    ['12;40\n24;50', 'table'],
    ['−3.5', 'table'],
  ] as const)('tells %j to be %s', (given, kind) => {
    expect(readPasted(given).kind).toBe(kind)
  })

  it.each([
    ['', 'no text on the clipboard'],
    ['Hello there harbour', 'neither copied keys nor an easing nor a table'],
    ['wobbly(3)', 'wobbly'],
  ])('refuses %j with a sentence', (given, sentence) => {
    expect(() => readPasted(given)).toThrow(sentence)
  })
})
