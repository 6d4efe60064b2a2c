import { inject, provide, shallowRef, watch, type InjectionKey, type Ref } from 'vue'

const GOING: InjectionKey<() => boolean> = Symbol('rows going by')

/** Lets the rows of a deck know whether they go by, up or down. */
export function provideRowsMoving(going: () => boolean): void {
  provide(GOING, going)
}

/** Whether a row may have all its parts: those not seen come when no rows go by any more, and then they stay. */
export function useRowsIdle(): Readonly<Ref<boolean>> {
  const going = inject(GOING, () => false)
  const rested = shallowRef(!going())
  if (!rested.value) watch(going, () => (rested.value = true), { once: true })
  return rested
}
