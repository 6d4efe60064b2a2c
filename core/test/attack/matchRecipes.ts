import * as edit from '../../src/edit/index.ts'
import type { RuleMember } from '../../src/scene/index.ts'
import { anyTicks, keysOf, layerOf, one, propertyOf, SCENE, type Draw } from './draw.ts'
import type { Recipe } from './shapeRecipes.ts'

/** A run of a property as it stands, or none. */
function runOf(w: Draw): edit.RunRef {
  const ref = propertyOf(w)
  const keys = edit.findProperty(w.project, ref)?.keys.filter(({ timeless }) => !timeless) ?? []
  const first = w.pick(Math.max(1, keys.length - 1))
  const last = first + 1 + w.pick(Math.max(1, keys.length - first - 1))
  return { ...ref, from: keys[first]?.id ?? 'none', to: keys[last]?.id ?? 'none' }
}
const runs = (w: Draw): edit.RunRef[] => [runOf(w), runOf(w)]
const members = (w: Draw): RuleMember[] => [
  { layer: layerOf(w) },
  { layer: layerOf(w), property: one(w, ['position', 'opacity', 'none']) },
]
const ruleOf = (w: Draw): edit.RuleWords => ({
  kind: one(w, ['together', 'before']),
  of: members(w),
  frames: w.number(),
})

/** Recipes for what has to move as one: libraries, runs and orders of arrivals. */
export const MATCH_RECIPES: Readonly<Record<string, Recipe>> = {
  alignRuns: (d, w) => edit.alignRuns(d, runOf(w), runs(w), one(w, ['starts', 'ends', 'both', 'lengths'])),
  giveRun: (d, w) => edit.giveRun(d, runOf(w), runs(w), { mirrored: w.pick(2) === 0 }),
  linkRuns: (d, w) => edit.linkRuns(d, runOf(w), runs(w), { name: w.text() || 'Run', makeId: w.makeId }),
  makeOne: (d, w) => edit.makeOne(d, runOf(w), runs(w), w.makeId),
  matchPeaks: (d, w) => edit.matchPeaks(d, runOf(w), [runOf(w)]),
  addRule: (d, w) => edit.addRule(d, SCENE, ruleOf(w), w.makeId),
  changeRule: (d, w) =>
    edit.changeRule(d, { scene: SCENE, rule: d.scenes[0]!.rules?.[0]?.id ?? 'none' }, ruleOf(w)),
  removeRule: (d) => edit.removeRule(d, SCENE, d.scenes[0]!.rules?.[0]?.id ?? 'none'),
  shiftLandings: (d, w) =>
    edit.shiftLandings(
      d,
      SCENE,
      members(w).map((member) => ({ ...member, byTicks: anyTicks(w) })),
    ),
  takeNamedBends: (d, w) =>
    edit.takeNamedBends(d, [{ name: w.text(), bend: w.bend(), tags: [w.text(), 'a'] }], w.makeId),
  setBendTags: (d, w) => edit.setBendTags(d, d.bends[0]?.id ?? 'none', [w.text(), w.text()]),
  replaceNamedBend: (d) => edit.replaceNamedBend(d, d.bends[0]?.id ?? 'none', d.bends.at(-1)?.id ?? 'none'),
  linkAlike: (d, w) => {
    const [bend] = w.project.bends
    edit.linkBends(d, bend ? edit.spansLike(w.project, bend.id) : keysOf(w), bend?.id ?? 'none')
  },
}
