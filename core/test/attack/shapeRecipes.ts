import type { Draft } from 'immer'
import { EASE_BOTH, LINEAR } from '../../src/bend/index.ts'
import * as edit from '../../src/edit/index.ts'
import { MOVE_ROLES, READY_MOVES, readyMoveOf } from '../../src/moves/index.ts'
import { PARTS, type Project } from '../../src/scene/index.ts'
import { PATTERN_KINDS, PATTERN_MODES } from '../../src/property/index.ts'
import {
  SCENE,
  keysOf,
  propertyOf,
  type Draw,
  anyTicks,
  pair,
  one,
  layerOf,
  layersOf,
  ofKind,
} from './draw.ts'

export type Recipe = (draft: Draft<Project>, draw: Draw) => unknown

/** Recipes for outlines, for what is seen of layers, and for frames that move over them. */
export const SHAPE_RECIPES: Readonly<Record<string, Recipe>> = {
  insertVertex: (d, w) => edit.insertVertex(d, ofKind(w, 'outline'), { edge: w.pick(4), s: w.number() }),
  removeVertices: (d, w) => edit.removeVertices(d, ofKind(w, 'outline'), new Set([w.pick(5), w.pick(5)])),
  closeOutline: (d, w) => edit.closeOutline(d, ofKind(w, 'outline'), w.pick(2) === 0),
  becomeShape: (d, w) => {
    const vertex = () => ({
      at: [w.number(), w.number()] as const,
      arrive: { angle: w.number(), length: w.number() },
      leave: { angle: w.number(), length: w.number() },
      corner: w.number(),
    })
    const vertices = Array.from({ length: 2 + w.pick(6) }, vertex)
    edit.becomeShape(d, ofKind(w, 'outline'), {
      shape: { closed: w.pick(2) === 0, vertices },
      time: anyTicks(w),
      autoKey: w.pick(2) === 0,
      makeId: w.makeId,
    })
  },
  setGradient: (d, w) =>
    edit.setGradient(
      d,
      { scene: SCENE, layer: layerOf(w) },
      {
        kind: one(w, ['none', 'linear', 'radial']),
        time: anyTicks(w),
        autoKey: w.pick(2) === 0,
        makeId: w.makeId,
      },
    ),
  addStop: (d, w) =>
    edit.addStop(d, { scene: SCENE, layer: layerOf(w) }, { time: anyTicks(w), offset: w.number() }),
  removeStop: (d, w) => edit.removeStop(d, { scene: SCENE, layer: layerOf(w) }, w.pick(4)),
  playByParts: (d, w) => {
    const ref = { scene: SCENE, layer: layerOf(w) }
    edit.playByParts(d, ref, one(w, ['whole', 'letters', 'words', 'lines']))
  },
  setPartBend: (d, w) =>
    edit.setPartBend(d, { scene: SCENE, layer: layerOf(w) }, one(w, [null, EASE_BOTH, LINEAR])),
  showNumber: (d, w) => edit.showNumber(d, { scene: SCENE, layer: layerOf(w) }),
  setPattern: (d, w) => {
    const [from, colours] = [anyTicks(w), w.pick(3) === 0]
    edit.setPattern(d, propertyOf(w), {
      id: one(w, ['p', 'q', w.text()]),
      kind: one(w, PATTERN_KINDS),
      from,
      to: anyTicks(w),
      low: colours ? '#102030' : w.number(),
      high: colours ? 'white' : w.number(),
      frequency: w.number(),
      phase: w.number(),
      mode: one(w, [...PATTERN_MODES, undefined]),
      seed: w.number(),
      fade: w.number(),
      unevenHeight: w.number(),
      bend: w.bend(),
      ...one(w, [{}, { component: 0 as const }, { direction: 'across' as const }]),
      ...one(w, [{}, { fadeIn: { length: anyTicks(w), bend: w.bend() } }]),
    })
  },
  markBeats: (d, w) =>
    edit.markBeats(d, SCENE, [anyTicks(w), anyTicks(w), anyTicks(w)], {
      beside: w.pick(2) === 0,
      makeId: w.makeId,
    }),
  keysOnBeats: (d, w) => {
    const colours = w.pick(3) === 0
    const beats = Array.from({ length: w.pick(4) }, () => ({ time: anyTicks(w), strength: w.number() }))
    edit.keysOnBeats(d, propertyOf(w), {
      beats,
      low: one(w, [w.number(), pair(w), colours ? '#102030' : w.number()]),
      high: one(w, [w.number(), pair(w), colours ? 'white' : w.number()]),
      attack: anyTicks(w),
      decay: anyTicks(w),
      attackBend: w.bend(),
      decayBend: w.bend(),
      byStrength: w.pick(2) === 0,
      makeId: w.makeId,
    })
  },
  lineUpKeys: (d, w) =>
    edit.lineUpKeys(d, keysOf(w), {
      moments: [anyTicks(w), anyTicks(w), anyTicks(w)],
      how: one(w, ['nearest', 'following']),
    }),
  roughenKeys: (d, w) =>
    edit.roughenKeys(d, keysOf(w), {
      time: anyTicks(w),
      value: w.number(),
      seed: w.number(),
      holdEnds: w.pick(2) === 0,
    }),
  removePatterns: (d, w) => edit.removePatterns(d, propertyOf(w), one(w, [undefined, ['p']])),
  writePatterns: (d, w) => edit.writePatterns(d, propertyOf(w), { within: w.number(), makeId: w.makeId }),
  setCrops: (d, w) => {
    const crops = { [one(w, ['left', 'right', 'top', 'bottom'])]: w.number(), top: w.number() }
    const options = { crops, autoKey: w.pick(2) === 0, makeId: w.makeId }
    edit.setCrops(d, { scene: SCENE, layer: layerOf(w) }, anyTicks(w), options)
  },
  turnPairs: (d, w) =>
    edit.turnPairs(d, ofKind(w, 'outline'), anyTicks(w), one(w, [1, -1, w.pick(9), 'reversed'] as const)),
  becomePath: (d, w) => edit.becomePath(d, SCENE, layersOf(w), w.makeId),
  splitOutline: (d, w) => edit.splitOutline(d, ofKind(w, 'outline'), w.makeId),
  joinOutline: (d, w) => edit.joinOutline(d, ofKind(w, 'outline'), { makeId: w.makeId }),
  keyVertices: (d, w) => {
    edit.keyVertices(d, ofKind(w, 'outline'), new Set([w.pick(5), w.pick(5)]), {
      time: anyTicks(w),
      makeId: w.makeId,
    })
  },
  reverseOutline: (d, w) => edit.reverseOutline(d, ofKind(w, 'outline')),
  setFirstVertex: (d, w) => edit.setFirstVertex(d, ofKind(w, 'outline'), w.pick(5)),
  reshapeOutline: (d, w) =>
    edit.reshapeOutline(d, ofKind(w, 'outline'), anyTicks(w), {
      autoKey: w.pick(2) === 0,
      makeId: w.makeId,
      change: (outline) => edit.movedVertices(outline, new Set([w.pick(4)]), [w.number(), w.number()]),
    }),
  revealLayers: (d, w) =>
    edit.revealLayers(d, SCENE, layersOf(w), {
      from: one(w, ['left', 'right', 'top', 'bottom', 'middle']),
      begin: anyTicks(w),
      end: anyTicks(w),
      bend: EASE_BOTH,
      makeId: w.makeId,
    }),
  revealThroughShape: (d, w) =>
    edit.revealThroughShape(d, SCENE, layersOf(w), {
      shape: one(w, ['circle', 'box', 'own']),
      begin: anyTicks(w),
      end: anyTicks(w),
      bend: EASE_BOTH,
      makeId: w.makeId,
      boxOf: () => one(w, [null, { x: w.number(), y: w.number(), width: w.number(), height: w.number() }]),
    }),
  splitIntoPanels: (d, w) => {
    edit.splitIntoPanels(d, SCENE, layersOf(w), {
      stand: one(w, ['upright', 'level']),
      slant: one(w, [0, 20, w.number()]),
      from: one(w, ['turns', 'first', 'last']),
      gap: w.number(),
      begin: anyTicks(w),
      length: w.number(),
      stagger: w.number(),
      bend: EASE_BOTH,
      makeId: w.makeId,
    })
  },
  landMove: (d, w) =>
    edit.landMove(d, SCENE, layersOf(w), {
      move: one(w, READY_MOVES),
      settings: { direction: w.number(), strength: w.number(), overshoot: w.number() },
      distance: one(w, ['outside', { px: w.number() }, { percent: w.number() }]),
      length: anyTicks(w),
      moment: one(w, ['start', 'end', { from: anyTicks(w) }]),
      stagger: anyTicks(w),
      order: { by: 'list' },
      by: { parts: one(w, PARTS), delay: w.number() },
      boxOf: () => one(w, [null, { x: w.number(), y: w.number(), width: 10, height: 20 }]),
      makeId: w.makeId,
    }),
  setRolls: (d, w) =>
    edit.setRolls(
      d,
      { scene: SCENE, layer: layerOf(w) },
      one(w, [null, { radius: w.number(), offset: w.number(), side: one(w, ['left', 'right']) }]),
    ),
  rollAsKeys: (d, w) => edit.rollAsKeys(d, { scene: SCENE, layer: layerOf(w) }),
  strengthenBlock: (d, w) =>
    edit.strengthenBlock(d, keysOf(w), { factor: w.number(), rest: one(w, ['start', 'end']) }),
  addToBlock: (d, w) => {
    const ref = propertyOf(w)
    edit.addToBlock(
      d,
      keysOf(w).filter(({ layer }) => layer === ref.layer),
      {
        property: ref.property,
        away: one(w, [w.number(), pair(w)]),
        rest: one(w, ['start', 'end']),
        makeId: w.makeId,
      },
    )
  },
  landKeptMove: (d, w) => {
    const own = edit.keepMove(
      w.project,
      keysOf(w).filter(({ layer }) => layer === layerOf(w)),
      {
        id: 'own',
        name: 'Own',
        role: one(w, MOVE_ROLES),
        varies: ['direction', 'distance', 'strength'],
      },
    )
    const move = readyMoveOf(own)
    edit.landMove(d, SCENE, layersOf(w), {
      move,
      settings: { direction: w.number(), strength: w.number(), overshoot: 0 },
      distance: move.distance,
      length: anyTicks(w),
      moment: { from: anyTicks(w) },
      stagger: 0 as never,
      order: { by: 'reversed' },
      boxOf: () => null,
      makeId: w.makeId,
    })
  },
  drawLineOn: (d, w) =>
    edit.drawLineOn(d, SCENE, layersOf(w), {
      from: anyTicks(w),
      to: anyTicks(w),
      bend: { kind: 'linear' },
      makeId: w.makeId,
    }),
  setMask: (d, w) => edit.setMask(d, SCENE, layersOf(w), one(w, [null, layerOf(w)])),
  setMaskEdge: (d, w) =>
    edit.setMaskEdge(
      d,
      { scene: SCENE, layer: layerOf(w) },
      { inverted: w.pick(2) === 0, feather: w.number() },
    ),
  setMaskFollows: (d, w) =>
    edit.setMaskFollows(
      d,
      { scene: SCENE, layer: layerOf(w) },
      { follows: w.pick(2) === 0, time: anyTicks(w) },
    ),
  setHeardAtAnySpeed: (d, w) => edit.setHeardAtAnySpeed(d, SCENE, layersOf(w), w.pick(2) === 0),
  setMoveBend: (d, w) => edit.setMoveBend(d, { scene: SCENE, layer: layerOf(w) }, EASE_BOTH, w.makeId),
  setFrameMove: (d, w) => {
    const stop = () => ({
      t: anyTicks(w),
      framing: { centre: [w.number(), w.number()] as const, width: w.number(), turn: w.number() },
    })
    const stops = [stop(), stop(), stop()].slice(w.pick(2))
    edit.setFrameMove(d, { scene: SCENE, layer: layerOf(w) }, { stops, bend: { kind: 'linear' } }, w.makeId)
  },
  moveEachStill: (d, w) => {
    const box = () => ({ x: w.number(), y: w.number(), width: w.number(), height: w.number() })
    edit.moveEachStill(d, SCENE, new Map(layersOf(w).map((id) => [id, box()])), {
      percent: w.number(),
      seed: w.number(),
      bend: EASE_BOTH,
      makeId: w.makeId,
    })
  },
  slideInDepth: (d, w) =>
    edit.slideInDepth(d, SCENE, layersOf(w), {
      by: pair(w),
      factor: w.number(),
      from: anyTicks(w),
      to: anyTicks(w),
      bend: EASE_BOTH,
      makeId: w.makeId,
    }),
}
