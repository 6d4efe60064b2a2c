import { describe, expect, it, vi } from 'vitest'
import { ClipFilm, type ReadFrames } from './clipFilm.ts'

const LENGTH = 1 / 25

/**
 * A film of two seconds whose frames are numbers; what is read of it is counted, and let go of by hand.
 * @param gap how much before the next a frame ends, s
 */
function trial({ width = 320, height = 180, gap = 0 } = {}) {
  const asked: [number, number][] = []
  const closed: number[] = []
  const pending: (() => void)[] = []
  const read: ReadFrames = (from, count) => {
    asked.push([Math.floor(from / LENGTH + 1e-6), count])
    const first = Math.floor(from / LENGTH + 1e-6)
    const frames = Array.from({ length: Math.min(count, 50 - first) }, (_, i) => ({
      from: (first + i) * LENGTH,
      to: (first + i + 1) * LENGTH - gap,
      picture: { number: first + i, close: () => closed.push(first + i) } as unknown as ImageBitmap,
    }))
    return new Promise((resolve) => pending.push(() => resolve(frames)))
  }
  const changed = vi.fn()
  const film = new ClipFilm(width, height, 2, read, changed)
  const arrive = async (): Promise<void> => {
    while (pending.length > 0) {
      pending.shift()!()
      await new Promise((resolve) => setTimeout(resolve))
    }
  }
  const arriveOne = async (): Promise<void> => {
    pending.shift()?.()
    await new Promise((resolve) => setTimeout(resolve))
  }
  const shown = (seconds: number): number | undefined =>
    (film.frameAt(seconds) as unknown as { number: number } | null)?.number
  return { film, asked, closed, changed, arrive, arriveOne, shown }
}

describe('a clip that is decoded as it is asked for', () => {
  it('shows nothing at first, then the frame that lasts at the moment, and tells once it is there', async () => {
    const { shown, arrive, changed } = trial()
    expect(shown(0.5)).toBeUndefined()
    await arrive()
    expect(changed).toHaveBeenCalledTimes(1)
    expect(shown(0.5)).toBe(12)
    expect(shown(0.51)).toBe(12)
  })

  it('holds the first frame before its start and the last past its end', async () => {
    const { shown, arrive } = trial()
    shown(-5)
    await arrive()
    expect(shown(-5)).toBe(0)
    shown(1e9)
    await arrive()
    expect(shown(1e9)).toBe(49)
  })

  it('has a frame ready that may be asked for next, and keeps it, while nothing else is wanted', async () => {
    const { film, shown, asked, arrive, arriveOne, changed } = trial({ width: 4000, height: 3000 })
    shown(0)
    film.expect(1.5)
    expect(asked).toEqual([[0, 1]])
    await arrive()
    expect(asked).toEqual([
      [0, 1],
      [37, 1],
    ])
    expect(changed).toHaveBeenCalledTimes(1)
    // More than are kept, all nearer to what is shown than what is expected.
    for (let frame = 1; frame < 10; frame += 1) {
      shown(frame * LENGTH)
      await arriveOne()
    }
    const before = asked.length
    expect(shown(1.5)).toBe(37)
    expect(asked).toHaveLength(before)
  })

  it('reads only the moment asked for last, while it is being read shows the nearest there is', async () => {
    const { shown, asked, arrive } = trial()
    shown(0)
    await arrive()
    for (const seconds of [0.5, 1, 1.5]) expect(shown(seconds)).toBe(0)
    await arrive()
    expect(shown(1.5)).toBe(37)
    expect(asked.map(([first]) => first)).not.toContain(25)
  })

  it('tells of a frame asked for while it was being read ahead', async () => {
    const { shown, arrive, arriveOne, changed } = trial()
    shown(0)
    await arrive()
    shown(LENGTH)
    // The frames from 1 on arrive; those after them are being read.
    await arriveOne()
    expect(shown(9 * LENGTH)).not.toBe(9)
    changed.mockClear()
    await arrive()
    expect(changed).toHaveBeenCalledTimes(1)
    expect(shown(9 * LENGTH)).toBe(9)
  })

  it('counts what was not decoded in time while it plays, and nothing while it stands', async () => {
    const { film, shown, arrive } = trial()
    shown(0)
    await arrive()
    shown(1)
    await arrive()
    expect(film.late).toBe(0)
    // Three frames on without a decoder that keeps up.
    for (let i = 26; i < 29; i += 1) shown(i * LENGTH)
    expect(film.late).toBe(3)
    await arrive()
    shown(29 * LENGTH)
    expect(film.late).toBe(3)
  })

  it('counts a moment of a file that writes them to the millisecond as the frame it is for', async () => {
    const { shown, arrive } = trial()
    shown(0.0395)
    await arrive()
    expect(shown(0.0395)).toBe(1)
  })

  it('reads ahead while it plays, and back while it plays backwards', async () => {
    const { shown, asked, arrive } = trial()
    for (let i = 0; i < 10; i += 1) {
      shown(i * LENGTH)
      await arrive()
    }
    expect(Math.max(...asked.map(([first, count]) => first + count))).toBeGreaterThan(10)
    const before = asked.length
    for (let i = 40; i > 30; i -= 1) {
      shown(i * LENGTH)
      await arrive()
    }
    expect(Math.min(...asked.slice(before).map(([first]) => first))).toBeLessThan(33)
  })

  it.each([
    ['frames that end where the next begins', 0],
    ['frames written to the millisecond, which end up to one before it', 0.0009],
  ])('reads each frame once while it plays on during the reading: %s', async (_, gap) => {
    const { film, shown, asked, arriveOne } = trial({ gap })
    shown(0)
    for (let i = 1; i < 45; i += 1) {
      shown(i * LENGTH)
      if (i % 3 === 0) await arriveOne()
    }
    film.close()
    const read = asked.flatMap(([first, count]) => Array.from({ length: count }, (_, k) => first + k))
    expect(new Set(read).size).toBe(read.length)
  })

  it('keeps few frames, those nearest to what is shown', async () => {
    const { film, shown, closed, arrive } = trial()
    for (let i = 0; i < 50; i += 1) {
      shown(i * LENGTH)
      await arrive()
    }
    expect(closed).toContain(0)
    expect(shown(49 * LENGTH)).toBe(49)
    film.close()
    expect(new Set(closed).size).toBe(50)
  })

  it('keeps fewer of large pictures, and reads none twice that it then has to let go of', async () => {
    const { shown, asked, closed, arrive } = trial({ width: 3840, height: 2160 })
    for (let i = 0; i < 40; i += 1) {
      shown(i * LENGTH)
      await arrive()
      expect(shown(i * LENGTH)).toBe(i)
    }
    const read = asked.reduce((sum, [first, count]) => sum + Math.min(count, 50 - first), 0)
    expect(read - closed.length).toBeLessThanOrEqual(6)
    expect(read).toBeLessThan(70)
  })

  it('goes on showing what it has where a frame cannot be read', async () => {
    const changed = vi.fn()
    const film = new ClipFilm(1, 1, 2, () => Promise.reject(new Error('damaged')), changed)
    expect(film.frameAt(1)).toBeNull()
    expect(await film.frame(1)).toBeNull()
    expect(changed).not.toHaveBeenCalled()
  })
})
