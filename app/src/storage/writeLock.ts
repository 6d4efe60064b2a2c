import { onScopeDispose, readonly, ref, watch, type Ref } from 'vue'

/** Whether this tab may write the project: one tab at a time does. */
export interface WriteLock {
  readonly state: Readonly<Ref<'asking' | 'held' | 'elsewhere'>>
  /** Takes the lock from the tab that has it; that tab becomes read-only. */
  takeOver(): void
}

/** Asks for the right to write a project and keeps it until the scope ends. Source: W3C, Web Locks API. */
export function useWriteLock(projectId: Ref<string>): WriteLock {
  const state = ref<'asking' | 'held' | 'elsewhere'>('asking')
  let release: (() => void) | null = null

  const ask = (options: LockOptions): void => {
    const hold = (lock: Lock | null): Promise<void> | undefined => {
      state.value = lock ? 'held' : 'elsewhere'
      if (!lock) return undefined
      return new Promise((resolve) => (release = resolve))
    }
    navigator.locks.request(`arrow-bend:${projectId.value}`, options, hold).catch(() => {
      // Another tab took the lock over.
      state.value = 'elsewhere'
    })
  }
  const letGo = (): void => {
    release?.()
    release = null
  }
  watch(
    projectId,
    () => {
      letGo()
      state.value = 'asking'
      ask({ ifAvailable: true })
    },
    { immediate: true },
  )
  onScopeDispose(letGo)
  return { state: readonly(state), takeOver: () => ask({ steal: true }) }
}
