import { inject, provide, type InjectionKey } from 'vue'

const TAB_STOP: InjectionKey<number> = Symbol('tab stop')

/** Takes the controls inside out of the Tab order: what they stand in is walked by arrow keys. */
export function provideNoTabStop(): void {
  provide(TAB_STOP, -1)
}

/** The `tabindex` of a control; undefined for what it is by itself. */
export function useTabStop(): number | undefined {
  return inject(TAB_STOP, undefined)
}
