import { defineStore } from 'pinia'
import { computed } from 'vue'
import { ruleStates, type RuleState } from '@arrow-bend/core/match'
import type { RuleMember } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import { shiftLandings, type LandingShift } from '@arrow-bend/core/edit'
import { useDeferredViews } from '../document/deferredViews.ts'
import { useDocument } from '../document/document.ts'

/** What of a layer breaks a rule. */
export interface BrokenRule {
  readonly state: RuleState
  /** Its place in the rule. */
  readonly place: number
  readonly member: RuleMember
  /** When it lands, ticks. */
  readonly land: number
  /** How many frames later it would have to land; below 0 earlier. */
  readonly frames: number
}

/** How the rules of the scene are kept: on the Desk beside a drag as far as that fits into its frames. */
export const useRuleStates = defineStore('rule states', () => {
  const document = useDocument()
  const deferred = useDeferredViews()
  const states = computed(() => {
    const { scene } = deferred.panel
    return scene?.rules ? ruleStates(scene, document.bends) : []
  })
  const broken = computed((): readonly BrokenRule[] =>
    states.value.flatMap((state) =>
      [...state.shifts].map(([place, frames]) => ({
        state,
        place,
        member: state.rule.of[place]!,
        land: state.arrivals[place]!.land,
        frames,
      })),
    ),
  )
  const shiftsOf = (list: readonly BrokenRule[]): LandingShift[] =>
    list.map(({ member, frames }) => ({ ...member, byTicks: frames * frameTicks(document.rate) }))
  /** Shifts what breaks a rule so that it is kept; all of a rule’s things when none is named. */
  const mend = (list: readonly BrokenRule[]): boolean =>
    document.apply('Arrivals mended', (draft) => {
      shiftLandings(draft, document.sceneId, shiftsOf(list))
      return true
    }) ?? false
  return { states, broken, mend }
})
