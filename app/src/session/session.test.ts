import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { shallowRef } from 'vue'
import { ease, key, layerWith, projectOf, property } from '../../../core/test/trials.ts'
import { deferUntilIdle } from './document/deferUntilIdle.ts'
import { EMPTY_HISTORY, remember, stepBack, stepForward, type Step } from './document/history.ts'
import { NOTHING_SELECTED, useSelection } from './selection/selection.ts'
import { spansOf, spanTarget, targetSpans } from '@arrow-bend/core/choose'

const step = (label: string): Step => ({
  label,
  from: projectOf([]),
  to: projectOf([]),
  patches: [],
  inverse: [],
  before: NOTHING_SELECTED,
  after: NOTHING_SELECTED,
})
describe('history', () => {
  it('goes back and forth and forgets what was undone when something new is done', () => {
    const two = remember(remember(EMPTY_HISTORY, step('a')), step('b'))
    const back = stepBack(two)!
    expect(back.step.label).toBe('b')
    expect(stepForward(back.history)!.history).toEqual(two)
    expect(stepForward(remember(back.history, step('c')))).toBeNull()
    expect(stepBack(EMPTY_HISTORY)).toBeNull()
  })

  it('keeps the last 500 steps', () => {
    let history = EMPTY_HISTORY
    for (let i = 0; i < 700; i += 1) history = remember(history, step(String(i)))
    expect(history.done).toHaveLength(500)
    expect(history.done[0]!.label).toBe('200')
  })
})

describe('deferUntilIdle', () => {
  it('follows at once, when the value rests, or not before it may', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] })
    const [source, waiting, staying] = [shallowRef(0), shallowRef(false), shallowRef(false)]
    const followed = deferUntilIdle(
      source,
      () => waiting.value,
      () => staying.value,
    )
    source.value = 1
    expect(followed.value).toBe(1)
    waiting.value = true
    source.value = 2
    expect(followed.value).toBe(1)
    await vi.advanceTimersByTimeAsync(60)
    source.value = 2.5
    await vi.advanceTimersByTimeAsync(60)
    expect(followed.value).toBe(1)
    await vi.advanceTimersByTimeAsync(40)
    expect(followed.value).toBe(2.5)
    staying.value = true
    source.value = 3
    await vi.advanceTimersByTimeAsync(2000)
    expect(followed.value).toBe(2.5)
    waiting.value = false
    expect(followed.value).toBe(3)
    vi.useRealTimers()
  })
})

describe('selection', () => {
  it('lets go of keys an edit took away, and is the same object when none went', () => {
    setActivePinia(createPinia())
    const selection = useSelection()
    const before = projectOf([layerWith('a', { turn: property('turn', [key(0, 0), key(1, 1), key(2, 2)]) })])
    const refs = ['k0', 'k1', 'k2'].map((id) => ({ scene: 'scene', layer: 'a', property: 'turn', key: id }))
    selection.selectKeysAndSpans(refs, refs.slice(0, 2))
    const state = selection.state
    const moved = projectOf([layerWith('a', { turn: property('turn', [key(0, 9), key(1, 1), key(2, 2)]) })])
    selection.dropGone(before, moved)
    expect(selection.state).toBe(state)
    const swept = projectOf([layerWith('a', { turn: property('turn', [key(0, 0), key(2, 2)]) })])
    selection.dropGone(before, swept)
    expect(selection.keys.map((one) => one.key)).toEqual(['k0', 'k2'])
    expect(selection.spans.map((one) => one.key)).toEqual(['k0'])
    selection.dropGone(before, projectOf([layerWith('b', {})]))
    expect(selection.keys).toEqual([])
  })
  it('adds what is new and takes away what was there, however many', () => {
    setActivePinia(createPinia())
    const selection = useSelection()
    const refs = Array.from({ length: 3000 }, (_, i) => ({
      scene: 's',
      layer: `l${i % 30}`,
      property: 'turn',
      key: `k${i}`,
    }))
    selection.selectKeys(refs.slice(0, 2000))
    selection.selectKeys(refs.slice(1000), true)
    expect(selection.keys.map(({ key: id }) => id)).toEqual(
      [...refs.slice(0, 1000), ...refs.slice(2000)].map(({ key: id }) => id),
    )
    expect(selection.layers).toHaveLength(30)
  })

  beforeEach(() => setActivePinia(createPinia()))
  const ref = (layer: string, name: string) => ({ scene: 's', layer, property: 'turn', key: name })

  it('follows keys and spans to their properties and layers', () => {
    const selection = useSelection()
    selection.selectSpans([ref('a', '1'), ref('b', '1')])
    expect(selection.layers).toEqual(['a', 'b'])
    expect(selection.properties).toHaveLength(2)
    selection.selectSpans([ref('a', '1')], true)
    expect(selection.layers).toEqual(['b'])
    selection.selectKeys([ref('b', '2')], true)
    expect(selection.hasSpan(ref('b', '1'))).toBe(true)
    expect(selection.hasKey(ref('b', '2'))).toBe(true)
    selection.selectLayers(['c'])
    expect(selection.spans).toEqual([])
  })

  it('tells a lane its own keys and spans, and the same nothing as long as it has none', () => {
    const selection = useSelection()
    const nothing = selection.keysIn(ref('b', ''))
    selection.selectKeys([ref('a', '1'), ref('a', '2')])
    expect([...selection.keysIn(ref('a', ''))]).toEqual(['1', '2'])
    expect(selection.keysIn(ref('b', ''))).toBe(nothing)
    expect(selection.spansIn(ref('a', ''))).toBe(nothing)
    selection.selectSpans([ref('b', '1')])
    expect([...selection.spansIn(ref('b', ''))]).toEqual(['1'])
    expect(selection.keysIn(ref('a', ''))).toBe(nothing)
  })
})

describe('target spans', () => {
  const project = projectOf([
    layerWith('a', { turn: property('turn', [key(0, 0, ease), key(1, 9), key(2, 5)]) }),
  ])
  const ref = (name: string) => ({ scene: 'scene', layer: 'a', property: 'turn', key: name })

  it('are the selected spans, or those the selected keys begin', () => {
    const spans = { ...NOTHING_SELECTED, spans: [ref('k0')], keys: [ref('k1')] }
    expect(targetSpans(project, spans).map(({ index }) => index)).toEqual([0])
    expect(
      targetSpans(project, { ...NOTHING_SELECTED, keys: [ref('k1'), ref('k2')] }).map(({ index }) => index),
    ).toEqual([1])
    expect(spanTarget(project, ref('gone'))).toBeNull()
    expect(spansOf(project.scenes[0]!, project.scenes[0]!.layers).map((span) => span.key)).toEqual([
      'k0',
      'k1',
    ])
  })
})
