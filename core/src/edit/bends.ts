import type { Draft } from 'immer'
import { plainBend, type Bend, type BendLibrary, type Handle, type PlainBend } from '../bend/index.ts'
import { asPoints, convertBend } from '../fit/index.ts'
import {
  compileProperty,
  pinSmooth,
  timedKeys,
  type Key,
  type Property,
  type Through,
} from '../property/index.ts'
import type { Project } from '../scene/index.ts'
import { BadEdit } from './badEdit.ts'
import { editProperty } from './editProperty.ts'
import { byProperty, type KeyRef } from './refs.ts'

/**
 * Gives spans a bend. A key that was smooth becomes joined, its other side written down as it was, so that the bend
 * is what is seen; where two sides of a joined key differ afterwards the other side turns with the new one.
 * @param refs the keys the spans begin at; a last key begins none and is left alone
 */
export function setBends(draft: Draft<Project>, refs: readonly KeyRef[], bend: Bend): void {
  changeBends(draft, refs, () => bend)
}

/**
 * Makes each span's bend anew from the one it has, with the care `setBends` takes of its neighbours.
 * @param change gets the bend itself, a link's from the library, and the id of the key it begins at
 */
export function changeBends(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  change: (bend: PlainBend, key: string) => Bend,
): void {
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property, library) => withBends(property, keys, library, change), {
      led: keys,
    })
  }
}

/** A property with some spans' bends made anew. */
function withBends(
  property: Property,
  spans: ReadonlySet<string>,
  library: BendLibrary,
  change: (bend: PlainBend, key: string) => Bend,
): Property {
  const timed = timedKeys(property)
  const touched = (i: number): boolean => spans.has(timed[i]!.id) || (i > 0 && spans.has(timed[i - 1]!.id))
  const pinned = pinSmooth(property, touched, library)
  const last = timed[timed.length - 1]?.id
  const keys = pinned.keys.map((key) => {
    if (!spans.has(key.id) || key.id === last || key.timeless) return key
    return { ...key, bend: change(plainBend(key.bend, library), key.id) }
  })
  return { ...pinned, keys }
}

/** Makes both ends of spans smooth: the program works their slopes out. */
export function makeSpansSmooth(draft: Draft<Project>, refs: readonly KeyRef[]): void {
  const third: Handle = { reach: 1 / 3, rise: 1 / 3 }
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property) => {
      const timed = timedKeys(property)
      const places = new Map(timed.map(({ id }, i) => [id, i]))
      return {
        ...property,
        keys: property.keys.map((key): Key => {
          const i = places.get(key.id)
          if (i === undefined) return key
          const begins = keys.has(key.id) && i < timed.length - 1
          const ends = i > 0 && keys.has(timed[i - 1]!.id)
          const through: Through = begins || ends ? 'smooth' : key.through
          return begins
            ? { ...key, through, bend: { kind: 'handles', leave: third, arrive: third } }
            : { ...key, through }
        }),
      }
    })
  }
}

/** Nearer than this a bend takes more pieces than it may have points. */
const LEAST_WITHIN = 1e-6

export interface ConversionReport {
  /** Largest error of progress over all converted bends. */
  readonly error: number
}

/**
 * Turns bends of any kind into handles (where one Bézier is near enough) or points, so that they can be shaped on.
 * @param to 'handles' leaves points where one Bézier cannot follow; 'points' always makes points
 * @param within largest error of progress, ≥ LEAST_WITHIN
 * @throws BadEdit for less
 */
export function convertBends(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { to, within = 0.002 }: { readonly to: 'handles' | 'points'; readonly within?: number },
): ConversionReport {
  if (!(within >= LEAST_WITHIN))
    throw new BadEdit(`A bend can be followed to ${LEAST_WITHIN} of its change at best. Nothing was changed.`)
  let error = 0
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property, library) => {
      const shown = compileProperty(property, library)
      const converted = new Map(
        shown.bends.flatMap((bend, i) => {
          const { id } = shown.keys[i]!
          if (!keys.has(id)) return []
          const made = to === 'points' ? asPoints(bend, within) : convertBend(bend, within)
          error = Math.max(error, made.error)
          return [[id, made.bend] as const]
        }),
      )
      const touched = (i: number): boolean =>
        keys.has(shown.keys[i]!.id) || (i > 0 && keys.has(shown.keys[i - 1]!.id))
      const pinned = pinSmooth(property, touched, library)
      return {
        ...pinned,
        keys: pinned.keys.map((key) => ({ ...key, bend: converted.get(key.id) ?? key.bend })),
      }
    })
  }
  return { error }
}
