import { compiledOf, playedValueInto } from '../../property/index.ts'
import type { BendLibrary } from '../../bend/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { GAIN } from '../layers/gain.ts'
import type { SceneSampler } from './sceneAt.ts'
import type { Cast, Track } from './track.ts'

/** What is heard of a layer at a moment. */
export interface Sounding {
  /** The same from moment to moment: the layers by which it is heard, from the outermost in. */
  readonly id: string
  /** Asset id. */
  readonly asset: string
  /** Where in it, s; below 0 and past its end nothing is heard. */
  readonly seconds: number
  /** How fast it is played: 1 as it was recorded, below 0 backwards. */
  readonly pace: number
  /** Whether it is heard at other speeds, too. */
  readonly atAnySpeed: boolean
  /** ≥ 0; 1 as it was recorded. */
  readonly gain: number
}

const one = new Float64Array(1)

/** What is heard at the moment a scene was sampled for last: visible layers in their span, of copies the first. */
export const soundingIn = ({ cast, library }: SceneSampler): Sounding[] => heardIn(cast, library, '')

function heardIn({ tracks }: Cast, library: BendLibrary, within: string): Sounding[] {
  return tracks.flatMap((track) => {
    const showing = track.showings[0]!
    if (!showing.shown) return []
    const id = within === '' ? track.layer.id : `${within}/${track.layer.id}`
    if (showing.cast) return heardIn(showing.cast, library, id)
    return heardOf(track, library, id) ?? []
  })
}

function heardOf({ layer, showings, within }: Track, library: BendLibrary, id: string): Sounding | null {
  const { kind, source, properties, heardAtAnySpeed } = layer
  if ((kind !== 'clip' && kind !== 'sound') || !source || !('asset' in source)) return null
  playedValueInto(one, compiledOf(properties[GAIN.name]!, library), within.inner)
  return {
    id,
    asset: source.asset,
    seconds: showings[0]!.inner / TICKS_PER_SECOND,
    pace: showings[0]!.pace,
    atAnySpeed: heardAtAnySpeed === true,
    gain: Math.max(0, one[0]! / 100),
  }
}
