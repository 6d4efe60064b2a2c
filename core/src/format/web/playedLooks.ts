import { LINEAR } from '../../bend/index.ts'
import { playLooks, type PlayedTrack, type PlayOptions } from '../../play/index.ts'

/** What can only be sampled, as `playLooks` does; one look where nothing of it moves. */
export function playedLooks(
  valueInto: (out: Float64Array, time: number) => void,
  width: number,
  { isStill, options }: { readonly isStill: boolean; readonly options: PlayOptions },
): PlayedTrack {
  if (!isStill) return playLooks(valueInto, width, options)
  const numbers = new Float64Array(width)
  valueInto(numbers, 0)
  return { keys: [{ share: 0, numbers: [...numbers], bend: LINEAR }], path: null }
}
