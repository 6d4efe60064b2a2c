import { compileBend } from '../bend/index.ts'
import type { CompiledProperty } from './compileProperty.ts'

/** Looks at a span. */
const LOOKS = 128
/** Less than this is not turning back but rounding, share of the change. */
const NOTHING = 1e-6

/** The spans in which a property goes back on its way for a while, by their places among the spans. */
export function turnsBack({ bends }: CompiledProperty): number[] {
  return bends.flatMap((bend, i) => {
    if (bend.kind === 'linear' || bend.kind === 'hold') return []
    const curve = compileBend(bend)
    let last = curve.progress(0)
    for (let look = 1; look <= LOOKS; look += 1) {
      const now = curve.progress(look / LOOKS)
      if (now < last - NOTHING) return [i]
      last = now
    }
    return []
  })
}
