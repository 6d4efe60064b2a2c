import * as d3 from 'd3-ease'
import { compileBend, type FamilyBend } from '@arrow-bend/core/bend'
import { shortestOfBoth, type Result } from './result.ts'

const COUNT = 40_000

/** Families whose formulas are d3-ease's, each against it. */
const FAMILIES: readonly (readonly [FamilyBend, (u: number) => number])[] = [
  [{ kind: 'family', family: 'sine', mode: 'inOut' }, d3.easeSinInOut],
  [{ kind: 'family', family: 'power', power: 3, mode: 'inOut' }, d3.easeCubicInOut],
  [{ kind: 'family', family: 'exponential', mode: 'out' }, d3.easeExpOut],
  [{ kind: 'family', family: 'circular', mode: 'in' }, d3.easeCircleIn],
  [{ kind: 'family', family: 'back', mode: 'in' }, d3.easeBackIn],
  [{ kind: 'family', family: 'elastic', mode: 'out' }, d3.easeElasticOut],
  [{ kind: 'family', family: 'bounce', mode: 'out' }, d3.easeBounceOut],
]

/** Progress of families against d3-ease, and their largest difference. */
export function benchFamilies(): Result[] {
  let kept = 0
  let worst = 0
  const results = FAMILIES.map(([bend, theirs]): Result => {
    const curve = compileBend(bend)
    // The back family solves its constant from the overshoot; the published one is of 0.100004.
    if (bend.family !== 'back')
      for (let i = 0; i <= 1000; i += 1)
        worst = Math.max(worst, Math.abs(curve.progress(i / 1000) - theirs(i / 1000)))
    const [ours, reference] = shortestOfBoth(
      () => {
        for (let i = 0; i < COUNT; i += 1) kept += curve.progress(i / COUNT)
      },
      () => {
        for (let i = 0; i < COUNT; i += 1) kept += theirs(i / COUNT)
      },
    ).map((ms) => (ms / COUNT) * 1e6) as [number, number]
    return { name: `${bend.family} ${bend.mode} (reference: d3-ease)`, unit: 'ns', ours, reference }
  })
  if (!Number.isFinite(kept)) throw new Error('a family gave no number')
  return [
    ...results,
    {
      name: 'families, largest difference from d3-ease × 1e12',
      unit: 'error',
      ours: worst * 1e12,
      wanted: '≤ 1',
    },
  ]
}
