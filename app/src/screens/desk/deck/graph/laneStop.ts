import { computed, inject, provide, type ComputedRef, type InjectionKey } from 'vue'

const LANE_STOP: InjectionKey<ComputedRef<0 | -1>> = Symbol('stop in an open lane')

/** What stands in an open lane are stops of the Tab key once the keyboard is in it, not on the way past it. */
export function provideLaneStop(isInside: () => boolean): void {
  provide(
    LANE_STOP,
    computed(() => (isInside() ? 0 : -1)),
  )
}

/** The `tabindex` of what stands in an open lane. */
export function useLaneStop(): ComputedRef<0 | -1> {
  return inject(LANE_STOP)!
}
