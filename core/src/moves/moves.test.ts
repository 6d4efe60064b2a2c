import { describe, expect, it } from 'vitest'
import { compileBend } from '../bend/index.ts'
import { MOVE_ROLES, moveGhosts, READY_MOVES, readyMoveOf, type MoveSettings, type OwnMove } from './index.ts'

const settings: MoveSettings = { direction: 30, distance: 100, strength: 1, overshoot: 0 }

describe('the ready moves', () => {
  it('are many, of every role, each with a name of its own', () => {
    expect(READY_MOVES.length).toBeGreaterThanOrEqual(24)
    expect(new Set(READY_MOVES.map(({ id }) => id)).size).toBe(READY_MOVES.length)
    expect(new Set(READY_MOVES.map(({ name }) => name)).size).toBe(READY_MOVES.length)
    for (const role of MOVE_ROLES)
      expect(READY_MOVES.filter((move) => move.role === role).length).toBeGreaterThan(4)
  })

  it.each(READY_MOVES)(
    '$name is written in order, over all of its time, with bends that are some',
    (move) => {
      for (const strength of [0, 1, 2.5])
        for (const { keys } of move.tracks({ ...settings, strength, overshoot: 0.3 })) {
          const times = keys.map(({ at }) => at)
          expect([times[0], times.at(-1)]).toEqual([0, 1])
          expect(times).toEqual([...new Set(times)].sort((a, b) => a - b))
          for (const { amount, bend } of keys) {
            expect(JSON.stringify(amount)).not.toMatch(/null/)
            expect(compileBend(bend).progress(0.5)).toBeTypeOf('number')
          }
        }
    },
  )

  it.each(READY_MOVES)('$name changes nothing where it is at rest', ({ rest, tracks }) => {
    for (const { keys, how } of tracks({ ...settings, strength: 1.7, overshoot: 0.2 })) {
      const still = rest === 'start' ? keys[0]! : keys.at(-1)!
      const none = how === 'multiply' || how === 'zoom' ? 1 : 0
      for (const part of [still.amount].flat() as number[])
        expect(how === 'add' && rest === 'through' ? part % (360 * 1.7) : part).toBe(none)
    }
  })

  it.each(READY_MOVES)('$name goes by what it says can be chosen, and by nothing else', (move) => {
    const at = (more: Partial<MoveSettings>): string => JSON.stringify(move.tracks({ ...settings, ...more }))
    const changed = {
      direction: at({ direction: 120 }),
      distance: at({ distance: 260 }),
      strength: at({ strength: 1.5 }),
      overshoot: at({ overshoot: 0.25 }),
    }
    const varied = Object.entries(changed)
      .filter(([, text]) => text !== at({}))
      .map(([name]) => name)
    expect(varied).toEqual(Object.keys(changed).filter((name) => move.varies.includes(name as never)))
  })

  it('go out as they come in, played backwards, but for the way they go', () => {
    const [slideIn, slideOut] = ['slide in', 'slide out'].map((id) =>
      READY_MOVES.find((one) => one.id === id)!,
    )
    const came = moveGhosts(slideIn!, settings, 9)
    const went = moveGhosts(slideOut!, settings, 9)
    went.forEach(({ place: [x, y] }, i) => {
      const [fromX, fromY] = came[8 - i]!.place
      expect(x).toBeCloseTo(-fromX, 6)
      expect(y).toBeCloseTo(-fromY, 6)
    })
  })
})

describe('moveGhosts', () => {
  it('are what a move looks like from its start to its end', () => {
    const slide = READY_MOVES.find(({ id }) => id === 'waft in')!
    const ghosts = moveGhosts(slide, { ...settings, direction: 0 }, 5)
    expect(ghosts[0]).toEqual({ place: [-100, 0], scale: [1, 1], turn: 0, opacity: 0 })
    expect(ghosts[4]).toEqual({ place: [0, 0], scale: [1, 1], turn: 0, opacity: 1 })
    expect(ghosts[2]!.place[0]).toBeGreaterThan(ghosts[1]!.place[0])
  })
})

describe('a move of one’s own', () => {
  const own: OwnMove = {
    id: 'own',
    name: 'Own',
    role: 'entrance',
    rest: 'end',
    seconds: 1,
    varies: ['direction', 'distance', 'strength', 'overshoot'],
    tracks: [
      {
        property: 'position',
        how: 'add',
        keys: [
          {
            at: 0,
            amount: [-30, -40],
            bend: { kind: 'linear' },
            route: { arrive: [0, 0], leave: [10, 0], through: 'corner' },
          },
          { at: 1, amount: [0, 0], bend: { kind: 'linear' } },
        ],
      },
      {
        property: 'scale',
        how: 'multiply',
        keys: [
          { at: 0, amount: [0.5, 2], bend: { kind: 'linear' } },
          { at: 1, amount: [1, 1], bend: { kind: 'linear' } },
        ],
      },
    ],
  }
  const ready = readyMoveOf(own)
  const asMade = { direction: ready.direction, distance: 50, strength: 1, overshoot: 0 }

  it('goes the way and as far as it was made to', () => {
    expect(ready.distance).toEqual({ px: 50 })
    expect(ready.direction).toBeCloseTo((Math.atan2(40, 30) * 180) / Math.PI, 12)
    expect(ready.varies).toEqual(['direction', 'distance', 'strength'])
    const [place] = ready.tracks(asMade)
    expect(place!.keys[0]!.amount).toEqual([-30, -40])
  })

  it('turns with its route, goes as far and is as strong as is asked for', () => {
    const [place, scale] = ready.tracks({
      ...asMade,
      direction: ready.direction + 90,
      distance: 100,
      strength: 0.5,
    })
    const { amount, route } = place!.keys[0]!
    const [x, y] = amount as [number, number]
    expect([x, y]).toEqual([expect.closeTo(80, 9), expect.closeTo(-60, 9)])
    expect(route!.leave).toEqual([expect.closeTo(0, 9), expect.closeTo(20, 9)])
    expect(scale!.keys[0]!.amount).toEqual([0.75, 1.5])
  })

  it('that goes nowhere has no direction', () => {
    const still = readyMoveOf({ ...own, tracks: own.tracks.slice(1) })
    expect(still.varies).toEqual(['strength'])
  })
})
