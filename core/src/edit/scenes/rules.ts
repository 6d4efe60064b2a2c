import type { Draft } from 'immer'
import { LIMITS, type Project, type SceneRule } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { moveKeys } from '../timing/moveKeys.ts'
import { layerIn, sceneIn, type KeyRef, type MakeId } from '../refs.ts'

/** What a rule says, without its id. */
export type RuleWords = Omit<SceneRule, 'id'>

/**
 * Sets an order of arrivals a scene is meant to keep.
 * @returns its id
 * @throws BadEdit for fewer than two things, frames that are none, a layer that is gone, or when there are as many as a scene holds
 */
export function addRule(draft: Draft<Project>, sceneId: string, rule: RuleWords, makeId: MakeId): string {
  const scene = sceneIn(draft, sceneId)
  if ((scene.rules?.length ?? 0) >= LIMITS.rules)
    throw new BadEdit(`A scene holds ${LIMITS.rules} rules at most. Nothing was changed.`)
  const id = makeId()
  scene.rules = [...(scene.rules ?? []), { id, ...checked(draft, sceneId, rule) }]
  return id
}

/** Changes what a rule says; what is left out stays. Throws BadEdit as `addRule` does, and when it is gone. */
export function changeRule(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly rule: string },
  change: Partial<RuleWords>,
): void {
  const rules = sceneIn(draft, ref.scene).rules ?? []
  const rule = rules.find(({ id }) => id === ref.rule)
  if (!rule) throw new BadEdit('That rule is no longer there. Nothing was changed.')
  const { kind, of, frames } = rule
  Object.assign(rule, checked(draft, ref.scene, { kind, of, frames, ...change }))
}

/** Takes a rule away. */
export function removeRule(draft: Draft<Project>, sceneId: string, id: string): void {
  const scene = sceneIn(draft, sceneId)
  const left = (scene.rules ?? []).filter((rule) => rule.id !== id)
  if (left.length > 0) scene.rules = left
  else delete scene.rules
}

function checked(draft: Draft<Project>, sceneId: string, { kind, of, frames }: RuleWords): Draft<RuleWords> {
  if (of.length < 2) throw new BadEdit('A rule is about two things at least. Nothing was changed.')
  if (of.length > LIMITS.rulePlaces)
    throw new BadEdit(`A rule is about ${LIMITS.rulePlaces} things at most. Nothing was changed.`)
  if (!Number.isFinite(frames) || frames < 0)
    throw new BadEdit('Frames are a number, 0 or more. Nothing was changed.')
  for (const { layer } of of) layerIn(draft, { scene: sceneId, layer })
  return { kind, frames, of: of.map((member) => ({ ...member })) }
}

/** How far something is to be shifted in time, ticks: all keys of a layer, or those of one property. */
export interface LandingShift {
  readonly layer: string
  readonly property?: string
  readonly byTicks: number
}

/** Shifts what breaks a rule, each thing with all its keys. Throws BadEdit for a locked layer. */
export function shiftLandings(draft: Draft<Project>, sceneId: string, shifts: readonly LandingShift[]): void {
  for (const { layer, property, byTicks } of shifts) {
    const { properties, rolls } = layerIn(draft, { scene: sceneId, layer })
    const refs = Object.entries(properties).flatMap(([name, { keys }]): KeyRef[] =>
      (property === undefined ? !(rolls && name === 'turn') : name === property)
        ? keys.map(({ id }) => ({ scene: sceneId, layer, property: name, key: id }))
        : [],
    )
    moveKeys(draft, refs, byTicks)
  }
}
