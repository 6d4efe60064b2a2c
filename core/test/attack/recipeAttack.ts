import fc from 'fast-check'
import { applyPatches, type Draft } from 'immer'
import type { PlainBend } from '../../src/bend/index.ts'
import type { Outline, PropertyKind, Value } from '../../src/property/index.ts'
import * as edit from '../../src/edit/index.ts'
import type { KeyRef, MakeId, PropertyRef } from '../../src/edit/index.ts'
import { Refusal } from '../../src/refusal/index.ts'
import { projectSchema, type Project } from '../../src/scene/index.ts'
import type { Ticks } from '../../src/time/index.ts'
import {
  deepDifference,
  anyBend,
  anyOutline,
  anyProperty,
  ids,
  layerWith,
  pointsBend,
  projectOf,
  property,
} from '../trials.ts'
import { HOSTILE_NUMBERS } from '../hostile.ts'

const SCENE = 'scene'

/** What a recipe is called with: numbers, texts and parts of the project, drawn by chance. */
interface Draw {
  readonly number: () => number
  /** Between 0 and less than `below`. */
  readonly pick: (below: number) => number
  readonly bend: () => PlainBend
  readonly text: () => string
  readonly makeId: MakeId
  readonly project: Project
}

const seconds = (draw: Draw): Ticks => (draw.number() * 705_600_000) as Ticks
const anyTicks = (draw: Draw): Ticks => (draw.pick(3) === 0 ? (draw.number() as Ticks) : seconds(draw))
const pair = (draw: Draw): [number, number] => [draw.number(), draw.number()]
const one = <T>(draw: Draw, list: readonly T[]): T => list[draw.pick(list.length)]!

function layerOf(draw: Draw): string {
  return one(draw, draw.project.scenes[0]!.layers)?.id ?? 'none'
}

function layersOf(draw: Draw): string[] {
  return draw.project.scenes[0]!.layers.filter(() => draw.pick(2) === 0).map(({ id }) => id)
}

function propertyOf(draw: Draw): PropertyRef {
  const layer = one(draw, draw.project.scenes[0]!.layers)
  const names = Object.keys(layer?.properties ?? {})
  const moving = names.filter((name) => layer!.properties[name]!.keys.length > 0)
  const property_ = one(draw, draw.pick(4) > 0 && moving.length > 0 ? moving : names) ?? 'constructor'
  return { scene: SCENE, layer: layer?.id ?? 'none', property: property_ }
}

/** A property of a kind; most often one that moves. */
function ofKind(draw: Draw, kind: PropertyKind): PropertyRef {
  const all = draw.project.scenes[0]!.layers.flatMap(({ id, properties }) =>
    Object.entries(properties)
      .filter(([, found]) => found.kind === kind)
      .map(([name, { keys }]) => ({
        ref: { scene: SCENE, layer: id, property: name },
        moves: keys.length > 0,
      })),
  )
  const moving = all.filter(({ moves }) => moves)
  return (one(draw, moving.length > 0 && draw.pick(4) > 0 ? moving : all) ?? { ref: propertyOf(draw) }).ref
}

/** Keys of a place. */
function placeKeys(draw: Draw): KeyRef[] {
  const ref = ofKind(draw, 'place')
  const keys = edit.findProperty(draw.project, ref)?.keys ?? []
  return keys.filter(() => draw.pick(3) > 0).map(({ id }) => ({ ...ref, key: id }))
}

function keysOf(draw: Draw): KeyRef[] {
  const all = draw.project.scenes[0]!.layers.flatMap(({ id, properties }) =>
    Object.entries(properties).flatMap(([name, { keys }]) =>
      keys.map((key): KeyRef => ({ scene: SCENE, layer: id, property: name, key: key.id })),
    ),
  )
  const share = draw.pick(4)
  return all.filter(() => share === 0 || draw.pick(4) < share)
}

function keyOf(draw: Draw): KeyRef {
  return one(draw, keysOf(draw)) ?? { ...propertyOf(draw), key: 'none' }
}

/** A value of a property's own kind, with any numbers in it. */
function valueOf(draw: Draw, ref: PropertyRef): Value {
  const now = edit.findProperty(draw.project, ref)
  switch (now?.kind) {
    case 'pair':
    case 'place':
      return pair(draw)
    case 'colour':
      return one(draw, COLOURS)
    case 'choice':
      return draw.text()
    case 'outline': {
      const { closed, vertices } = now.value as Outline
      return { closed, vertices: vertices.map((vertex) => ({ ...vertex, at: pair(draw) })) }
    }
    default:
      return draw.number()
  }
}

const COLOURS = ['#c8401a', '#00000000', 'rgb(1e400 0 0)', 'color(', 'constructor', 'oklch(0.5 0.1 1e309)']

const POLICIES = ['stay', 'firstFollows', 'lastFollows', 'stretch'] as const
const THROUGHS = ['corner', 'joined', 'smooth'] as const
const RULES = ['hold', 'loop', 'carryOn', 'thereAndBack', 'continue'] as const

type Recipe = (draft: Draft<Project>, draw: Draw) => unknown

/** Every recipe, called as its types allow and with any numbers. */
export const RECIPES: Readonly<Record<string, Recipe>> = {
  addKey: (d, w) => edit.addKey(d, propertyOf(w), anyTicks(w), w.makeId),
  addKeys: (d, w) => {
    const ref = propertyOf(w)
    const rows = [0, 1, 2].map(() => ({
      t: anyTicks(w),
      value: valueOf(w, ref),
      bend: w.bend(),
      through: one(w, THROUGHS),
    }))
    edit.addKeys(d, ref, rows, w.makeId)
  },
  addGuide: (d, w) => edit.addGuide(d, { scene: SCENE, axis: one(w, ['x', 'y']) }, w.number()),
  addMarker: (d, w) => edit.addMarker(d, SCENE, { t: anyTicks(w), makeId: w.makeId }),
  addNamedBend: (d, w) => edit.addNamedBend(d, { name: w.text(), bend: w.bend() }, w.makeId),
  alignKeys: (d, w) =>
    edit.alignKeys(d, keysOf(w), {
      by: one(w, ['layer', 'lane']),
      moment: one(w, ['start', 'end', { nth: w.number() }]),
      to: anyTicks(w),
    }),
  bakeCurve: (d, w) => {
    const [a, b] = pair(w)
    edit.bakeCurve(d, propertyOf(w), {
      curve: { width: 1, valueInto: (out, t) => (out[0] = a * Math.sin(t / 1e8) + b) },
      start: 0 as Ticks,
      end: 705_600_000 as Ticks,
      within: Math.abs(w.number()),
      makeId: w.makeId,
    })
  },
  bendGraph: (d, w) => edit.bendGraph(d, keyOf(w), { u: w.number(), by: [w.number(), w.number()] }),
  bendRoute: (d, w) => edit.bendRoute(d, one(w, placeKeys(w)) ?? keyOf(w), { s: w.number(), by: pair(w) }),
  bendSpeed: (d, w) =>
    edit.bendSpeed(d, keyOf(w), {
      from: w.number(),
      to: w.number(),
      speed: w.number(),
      component: w.pick(3),
    }),
  changeBendPoints: (d, w) =>
    edit.changeBendPoints(
      d,
      keysOf(w),
      one(w, [
        { kind: 'add', u: w.number() },
        { kind: 'remove', index: w.pick(4) },
        { kind: 'move', index: w.pick(4), at: pair(w) },
        { kind: 'handle', index: w.pick(4), side: one(w, ['arrive', 'leave']), handle: pair(w) },
        { kind: 'through', index: w.pick(4), through: one(w, THROUGHS) },
      ]),
    ),
  changeMarker: (d, w) =>
    edit.changeMarker(
      d,
      { scene: SCENE, marker: d.scenes[0]!.markers[0]?.id ?? 'none' },
      { t: anyTicks(w), name: w.text() },
    ),
  clearAnimation: (d, w) => edit.clearAnimation(d, propertyOf(w), anyTicks(w)),
  convertBends: (d, w) =>
    edit.convertBends(d, keysOf(w), { to: one(w, ['handles', 'points']), within: w.number() }),
  distributeGroups: (d, w) => edit.distributeGroups(d, keysOf(w), one(w, ['layer', 'lane'])),
  distributeKeys: (d, w) => edit.distributeKeys(d, keysOf(w), one(w, ['time', 'distance'])),
  drawRoute: (d, w) =>
    edit.drawRoute(
      d,
      ofKind(w, 'place'),
      [0, 1, 2, 3].map((i) => ({ at: pair(w), ticks: i * 1e8 })),
      {
        start: anyTicks(w),
        end: anyTicks(w),
        keepTiming: w.pick(2) === 0,
        within: w.number(),
        makeId: w.makeId,
      },
    ),
  drawSpeed: (d, w) =>
    edit.drawSpeed(
      d,
      keysOf(w),
      [0, 0.5, 1].map((u) => ({ u, speed: w.number() })),
    ),
  duplicateLayers: (d, w) => edit.duplicateLayers(d, SCENE, layersOf(w), w.makeId),
  followInPlace: (d, w) =>
    edit.followInPlace(d, SCENE, layersOf(w), { parent: one(w, [null, layerOf(w)]), time: anyTicks(w) }),
  groupLayers: (d, w) => edit.groupLayers(d, SCENE, layersOf(w), { name: w.text(), makeId: w.makeId }),
  healKeys: (d, w) => edit.healKeys(d, keysOf(w), anyTicks(w)),
  insertVertex: (d, w) => edit.insertVertex(d, ofKind(w, 'outline'), { edge: w.pick(4), s: w.number() }),
  linkBends: (d, w) => edit.linkBends(d, keysOf(w), d.bends[0]?.id ?? 'none'),
  makePause: (d, w) =>
    edit.makePause(d, keysOf(w).slice(0, 3), { frames: Math.round(w.number()), makeId: w.makeId }),
  makeSpansSmooth: (d, w) => edit.makeSpansSmooth(d, keysOf(w)),
  mergeNearKeys: (d, w) => edit.mergeNearKeys(d, keysOf(w), w.number()),
  moveGuide: (d, w) => edit.moveGuide(d, { scene: SCENE, axis: 'x', index: 0 }, w.number()),
  moveKeys: (d, w) => edit.moveKeys(d, keysOf(w), anyTicks(w)),
  moveLayersBy: (d, w) =>
    edit.moveLayersBy(
      d,
      { scene: SCENE, layers: layersOf(w), time: anyTicks(w), by: pair(w) },
      { autoKey: w.pick(2) === 0, makeId: w.makeId },
    ),
  movePivot: (d, w) =>
    edit.movePivot(d, { scene: SCENE, layer: layerOf(w), time: anyTicks(w) }, pair(w), {
      autoKey: w.pick(2) === 0,
      makeId: w.makeId,
    }),
  movePlaceKeys: (d, w) => edit.movePlaceKeys(d, keysOf(w), { time: anyTicks(w), by: pair(w) }),
  moveRoutes: (d, w) => edit.moveRoutes(d, [ofKind(w, 'place')], pair(w)),
  moveWholeRoutesBy: (d, w) =>
    edit.moveWholeRoutesBy(d, { scene: SCENE, layers: layersOf(w), time: anyTicks(w), by: pair(w) }),
  nudgeKeys: (d, w) => edit.nudgeKeys(d, keysOf(w), w.number()),
  pasteAgain: (d, w) => {
    const clip = edit.copyKeys(w.project, keysOf(w))
    if (!clip) return
    const refs = keysOf(w)
    if (w.pick(4) === 0) edit.pasteBends(d, clip, refs)
    else if (w.pick(3) === 0) edit.pasteTiming(d, clip, refs)
    else if (w.pick(2) === 0) edit.pasteValues(d, clip, refs)
    else
      edit.pasteKeys(d, w.pick(2) === 0 ? clip : edit.reversedClip(clip), {
        properties: [propertyOf(w), propertyOf(w)],
        time: anyTicks(w),
        relative: w.pick(2) === 0,
        instead: w.pick(2) === 0,
        makeId: w.makeId,
      })
  },
  removeGuides: (d) => edit.removeGuides(d, SCENE),
  removeKeys: (d, w) => edit.removeKeys(d, keysOf(w), anyTicks(w)),
  removeLayers: (d, w) => edit.removeLayers(d, SCENE, layersOf(w).slice(0, 1)),
  removeMarkers: (d) => edit.removeMarkers(d, SCENE, [d.scenes[0]!.markers[0]?.id ?? 'none']),
  removeNamedBend: (d) => edit.removeNamedBend(d, d.bends[0]?.id ?? 'none'),
  renameLayer: (d, w) => edit.renameLayer(d, { scene: SCENE, layer: layerOf(w) }, w.text()),
  renameNamedBend: (d, w) => edit.renameNamedBend(d, d.bends[0]?.id ?? 'none', w.text()),
  renameProject: (d, w) => edit.renameProject(d, w.text()),
  reorderLayers: (d, w) => edit.reorderLayers(d, SCENE, layersOf(w), w.number()),
  repeatKeys: (d, w) =>
    edit.repeatKeys(d, keysOf(w), { times: Math.round(w.number()), gap: anyTicks(w), makeId: w.makeId }),
  reverseKeys: (d, w) => edit.reverseKeys(d, keysOf(w)),
  rippleKeys: (d, w) =>
    edit.rippleKeys(d, { scene: SCENE, layers: layersOf(w), from: anyTicks(w), byTicks: anyTicks(w) }),
  scaleKeyValues: (d, w) => edit.scaleKeyValues(d, keysOf(w), { about: w.number(), factor: w.number() }),
  giveBends: (d, w) => {
    const bend = w.bend()
    edit.giveBends(d, keysOf(w), () => bend)
  },
  setGraphHandle: (d, w) =>
    edit.setGraphHandle(d, keyOf(w), {
      side: one(w, ['leave', 'arrive']),
      reach: w.number(),
      offset: [w.number(), w.number()],
    }),
  setKeys: (d, w) =>
    edit.setKeys(
      d,
      keysOf(w)
        .slice(0, 4)
        .map((ref) => ({ ref, t: anyTicks(w), value: valueOf(w, ref), bend: w.bend() })),
    ),
  setLayerSpan: (d, w) =>
    edit.setLayerSpan(d, { scene: SCENE, layer: layerOf(w) }, [anyTicks(w), anyTicks(w)], one(w, POLICIES)),
  setNamedBend: (d, w) => edit.setNamedBend(d, d.bends[0]?.id ?? 'none', w.bend()),
  setParent: (d, w) => edit.setParent(d, SCENE, layersOf(w), one(w, [null, layerOf(w)])),
  setPlayRange: (d, w) => edit.setPlayRange(d, SCENE, [anyTicks(w), anyTicks(w)]),
  setRouteHandle: (d, w) =>
    edit.setRouteHandle(d, one(w, placeKeys(w)) ?? keyOf(w), {
      side: one(w, ['leave', 'arrive']),
      offset: pair(w),
    }),
  setRouteThrough: (d, w) => edit.setRouteThrough(d, placeKeys(w), one(w, THROUGHS)),
  setRules: (d, w) =>
    edit.setRules(d, [propertyOf(w)], {
      before: one(w, RULES),
      after: one(w, RULES),
      mix: one(w, ['plain', 'geometric', 'oklch', 'srgb']),
    }),
  setSceneDuration: (d, w) =>
    edit.setSceneDuration(d, SCENE, {
      duration: anyTicks(w),
      at: one(w, ['start', 'end']),
      policy: one(w, POLICIES),
    }),
  setThrough: (d, w) => edit.setThrough(d, keysOf(w), one(w, THROUGHS)),
  setTurnAlongRoute: (d, w) => edit.setTurnAlongRoute(d, { scene: SCENE, layer: layerOf(w) }, w.number()),
  setValueAt: (d, w) => {
    const ref = propertyOf(w)
    const options = { value: valueOf(w, ref), autoKey: w.pick(3) > 0, makeId: w.makeId }
    edit.setValueAt(d, ref, anyTicks(w), options)
  },
  setWaypoints: (d, w) => edit.setWaypoints(d, placeKeys(w), w.pick(2) === 0),
  shiftKeyValues: (d, w) => edit.shiftKeyValues(d, keysOf(w), [w.number(), w.number()]),
  simplifyKeys: (d, w) => edit.simplifyKeys(d, keysOf(w), { within: w.number() }),
  slideLayers: (d, w) =>
    edit.slideLayers(
      d,
      { scene: SCENE, layers: layersOf(w) },
      { byTicks: anyTicks(w), part: one(w, ['both', 'keys', 'bar']) },
    ),
  slideSpeedPeaks: (d, w) => edit.slideSpeedPeaks(d, keysOf(w), w.number()),
  snapKeysToFrames: (d, w) => edit.snapKeysToFrames(d, keysOf(w)),
  splitOrJoin: (d, w) => {
    const layer = layerOf(w)
    const split = d.scenes[0]!.layers.find(({ id }) => id === layer)?.properties['position']?.split
    const change = split ? edit.joinPosition : edit.splitPosition
    change(d, { scene: SCENE, layer }, { makeId: w.makeId })
  },
  staggerKeys: (d, w) =>
    edit.staggerKeys(d, keysOf(w), {
      order: one(w, [
        { by: 'list' },
        { by: 'x', at: anyTicks(w) },
        { by: 'near', at: anyTicks(w), point: pair(w) },
        { by: 'chance', seed: w.number() },
      ]),
      step: one(w, [{ ticks: anyTicks(w) }, { overlapPercent: w.number() }]),
      along: w.bend(),
    }),
  strengthenBends: (d, w) => edit.strengthenBends(d, keysOf(w), w.number()),
  stretchKeys: (d, w) => edit.stretchKeys(d, keysOf(w), { about: anyTicks(w), factor: w.number() }),
  switchLayers: (d, w) =>
    edit.switchLayers(d, SCENE, layersOf(w), { locked: w.pick(4) === 0, visible: w.pick(2) === 0 }),
  thereAndBack: (d, w) => edit.thereAndBack(d, keysOf(w), { gap: anyTicks(w), makeId: w.makeId }),
  toggleKey: (d, w) => edit.toggleKey(d, propertyOf(w), anyTicks(w), w.makeId),
  transformRoutes: (d, w) =>
    edit.transformRoutes(d, [ofKind(w, 'place')], {
      matrix: [w.number(), w.number(), w.number(), w.number()],
      about: pair(w),
      by: pair(w),
    }),
  unlinkBends: (d, w) => edit.unlinkBends(d, keysOf(w)),
  warpKeys: (d, w) => edit.warpKeys(d, keysOf(w), w.bend()),
}

const TEXTS = ['Boat', ' Boat ', '', '__proto__', 'x'.repeat(121), '1e400', '￿\u0000', '😀'.repeat(60)]
const ordinary = fc.oneof(
  fc.integer({ min: -20, max: 20 }),
  fc.integer({ min: 0, max: 100 }).map((n) => n / 100),
)
const numbers = fc.oneof({ weight: 2, arbitrary: ordinary }, fc.constantFrom<number>(...HOSTILE_NUMBERS))

/** One recipe with what it draws. */
export interface Step {
  readonly recipe: string
  readonly numbers: readonly number[]
  readonly picks: readonly number[]
  readonly bends: readonly PlainBend[]
}

const step: fc.Arbitrary<Step> = fc.record({
  recipe: fc.constantFrom(...Object.keys(RECIPES)),
  numbers: fc.array(numbers, { minLength: 10, maxLength: 10 }),
  picks: fc.array(fc.nat({ max: 1000 }), { minLength: 12, maxLength: 12 }),
  bends: fc.array(fc.oneof(anyBend, pointsBend), { minLength: 2, maxLength: 2 }),
})

/** Any project: layers of several kinds, each with a property or two in motion. */
export const attackedProject: fc.Arbitrary<Project> = fc
  .tuple(
    anyProperty('place', 4),
    anyProperty('number', 4),
    anyProperty('pair', 3),
    anyProperty('colour', 3),
    anyOutline(3),
    fc.boolean(),
  )
  .map(([position, opacity, scale, fill, outline, linked]) => {
    const path = layerWith('c', { turn: property('turn', []) })
    const project = projectOf([
      layerWith('a', { position, opacity }),
      layerWith('b', { scale, fill }, 'rectangle', 'a'),
      {
        ...path,
        kind: 'path',
        properties: { ...path.properties, outline: property('outline', [], { value: outline }) },
      },
      layerWith('g', {}, 'group'),
    ])
    const bends = linked ? [{ id: 'bend', name: 'Settle', bend: { kind: 'linear' as const } }] : []
    const [scene] = project.scenes
    const markers = [{ id: 'marker', name: 'Berth', t: 0 as Ticks }]
    const scenes = [{ ...scene!, markers, guides: { x: [10], y: [] } }]
    const read = projectSchema.safeParse({ ...project, bends, scenes })
    return read.success ? read.data : projectOf([])
  })

/** What is drawn by chance from a step's lists, over and over. */
function drawOf(project: Project, { numbers: list, picks, bends }: Step, makeId: MakeId): Draw {
  const at = { number: 0, pick: 0, bend: 0 }
  const next = (which: keyof typeof at, length: number): number => {
    at[which] += 1
    return (at[which] - 1) % length
  }
  return {
    number: () => list[next('number', list.length)]!,
    pick: (below) => (picks[next('pick', picks.length)]! + at.pick) % Math.max(1, below),
    bend: () => bends[next('bend', bends.length)]!,
    text: () => TEXTS[next('pick', picks.length) % TEXTS.length]!,
    makeId,
    project,
  }
}

/**
 * Any recipes with any numbers, one after the other: each leaves a document its reader opens the same and its undo takes back
 * exactly, or is refused with a sentence and changes nothing.
 */
export const recipeAttack = fc.property(
  attackedProject,
  fc.array(step, { minLength: 1, maxLength: 5 }),
  (start, steps) => {
    const makeId = ids()
    let project = start
    for (const one_ of steps) {
      try {
        const recipe = RECIPES[one_.recipe]!
        const done = edit.applyRecipe(project, (draft) => recipe(draft, drawOf(project, one_, makeId)))
        checkOpens(done.project, one_.recipe)
        const back = applyPatches(done.project, [...done.inverse])
        if (deepDifference(back, project) !== 0) throw new Error(`${one_.recipe}: undo is not exact`)
        project = done.project
      } catch (caught) {
        if (!(caught instanceof Refusal)) throw caught
        if (!/\.$/.test(caught.message)) throw new Error(`${one_.recipe}: “${caught.message}” is no sentence`)
      }
    }
  },
)

function checkOpens(project: Project, recipe: string): void {
  const read = projectSchema.safeParse(JSON.parse(JSON.stringify(project)))
  if (!read.success) throw new Error(`${recipe}: does not open: ${read.error.message.slice(0, 300)}`)
  if (deepDifference(read.data, project) !== 0) throw new Error(`${recipe}: opens as another document`)
}
