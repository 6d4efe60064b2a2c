import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../../core/test/trials.ts'
import { useDocument } from './document.ts'
import { useIdle } from './idle.ts'

vi.mock('../../storage/index.ts', () => ({ projectStorage: { append: () => Promise.resolve() } }))

const project = projectOf([layerWith('a', { turn: property('turn', [key(0, 0, ease), key(2, 90)]) })])
const FRAME_MS = 16

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  vi.stubGlobal('requestAnimationFrame', (work: () => void) => setTimeout(work, FRAME_MS))
  setActivePinia(createPinia())
  useDocument().load(project)
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const rename = (name: string) =>
  useDocument().apply('Renamed', (draft) => {
    draft.name = name
  })

describe('idle', () => {
  it('ends with an edit and comes back once that was painted', async () => {
    const idle = useIdle()
    expect(idle.isIdle).toBe(true)
    rename('One')
    expect(idle.isIdle).toBe(false)
    await vi.advanceTimersByTimeAsync(FRAME_MS - 1)
    expect(idle.isIdle).toBe(false)
    await vi.advanceTimersByTimeAsync(2)
    expect(idle.isIdle).toBe(true)
    expect(idle.isSliding).toBe(false)
  })

  it('waits for the end of a drag, however long it rests', async () => {
    const idle = useIdle()
    const gesture = useDocument().begin('Dragged', 'deck')
    await vi.advanceTimersByTimeAsync(5000)
    expect(idle.isIdle).toBe(false)
    expect(idle.coarse).toBe(true)
    gesture.cancel()
    expect(idle.isIdle).toBe(false)
    await vi.advanceTimersByTimeAsync(FRAME_MS + 1)
    expect(idle.isIdle).toBe(true)
    expect(idle.coarse).toBe(false)
  })

  it('takes steps of zooming that follow one another as one', async () => {
    const idle = useIdle()
    for (let i = 0; i < 6; i += 1) {
      idle.slide()
      await vi.advanceTimersByTimeAsync(100)
      expect(idle.isIdle).toBe(false)
      expect(idle.isSliding).toBe(true)
    }
    await vi.advanceTimersByTimeAsync(300)
    expect(idle.isIdle).toBe(true)
    expect(idle.isSliding).toBe(false)
  })

  it('begins to wait anew when something is done while it waits', async () => {
    const idle = useIdle()
    rename('One')
    await vi.advanceTimersByTimeAsync(FRAME_MS)
    rename('Two')
    await vi.advanceTimersByTimeAsync(1)
    expect(idle.isIdle).toBe(false)
    await vi.advanceTimersByTimeAsync(2 * FRAME_MS)
    expect(idle.isIdle).toBe(true)
  })
})
