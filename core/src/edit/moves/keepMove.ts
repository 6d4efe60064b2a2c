import { plainBend } from '../../bend/index.ts'
import type {
  MoveHow,
  MoveKey,
  MoveRest,
  MoveRole,
  MoveTrack,
  MoveVariation,
  OwnMove,
} from '../../moves/index.ts'
import type { Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import type { Project } from '../../scene/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { clipEnd, copyKeys, type KeyClipTrack } from '../paste/keyClip.ts'
import type { KeyRef } from '../refs.ts'

export interface KeepMove {
  readonly id: string
  readonly name: string
  readonly role: MoveRole
  readonly varies: readonly MoveVariation[]
}

const REST: Readonly<Record<MoveRole, MoveRest>> = {
  entrance: 'end',
  exit: 'start',
  accent: 'start',
  camera: 'start',
}

/** Sizes and what is seen through are factors of what a layer has; all else is added to it. */
const FACTORS: ReadonlySet<string> = new Set(['scale', 'opacity', 'part scale', 'part opacity'])

/**
 * Selected keys as a move of one's own: how much they differ from what the layer is at rest, at shares of their time.
 * @throws BadEdit for keys of several layers, for keys at one moment only, and for outlines
 */
export function keepMove(
  project: Project,
  refs: readonly KeyRef[],
  { id, name, role, varies }: KeepMove,
): OwnMove {
  const clip = copyKeys(project, refs)
  if (!clip) throw new BadEdit('Select the keys of the move first. Nothing was kept.')
  if (new Set(clip.tracks.map(({ layer }) => layer)).size > 1)
    throw new BadEdit('Select keys of one layer: a move is kept of one. Nothing was kept.')
  const length = clipEnd(clip) - clip.start
  if (length === 0)
    throw new BadEdit('These keys stand at one moment: nothing moves there. Nothing was kept.')
  const rest = REST[role]
  const track = (one: KeyClipTrack): MoveTrack => {
    const timed = one.keys.filter(({ timeless }) => !timeless)
    const { name: property, kind, label } = one.definition
    if (kind === 'outline')
      throw new BadEdit(`${label} is an outline, which fits no other layer. Nothing was kept.`)
    const base = (rest === 'end' ? timed.at(-1)! : timed[0]!).value
    const how = howOf(property, kind, base)
    return {
      property,
      how,
      keys: timed.map(({ t, value, bend, route }): MoveKey => ({
        at: (t - clip.start) / length,
        amount: amountOf(how, value, base),
        bend: plainBend(bend, clip.bends),
        ...(route && property === 'position' ? { route } : {}),
      })),
    }
  }
  return { id, name, role, rest, varies, seconds: secondsOfTicks(length), tracks: clip.tracks.map(track) }
}

function howOf(property: string, kind: KeyClipTrack['definition']['kind'], base: Value): MoveHow {
  if (kind === 'colour' || kind === 'choice') return 'set'
  const numbers = typeof base === 'number' ? [base] : (base as Vec2)
  return FACTORS.has(property) && numbers.every((part) => part !== 0) ? 'multiply' : 'add'
}

function amountOf(how: MoveHow, value: Value, base: Value): Value {
  if (how === 'set') return value
  const change = (part: number, from: number): number => (how === 'multiply' ? part / from : part - from)
  if (typeof value === 'number') return change(value, base as number)
  const [x, y] = value as Vec2
  const [fromX, fromY] = base as Vec2
  return [change(x, fromX), change(y, fromY)]
}
