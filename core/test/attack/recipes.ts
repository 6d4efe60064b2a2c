import * as edit from '../../src/edit/index.ts'
import type { Ticks } from '../../src/time/index.ts'
import {
  SCENE,
  anyTicks,
  pair,
  one,
  layerOf,
  layersOf,
  propertyOf,
  ofKind,
  placeKeys,
  keysOf,
  keyOf,
  valueOf,
  POLICIES,
  THROUGHS,
  RULES,
  sceneOf,
} from './draw.ts'
import { MATCH_RECIPES } from './matchRecipes.ts'
import { SHAPE_RECIPES, type Recipe } from './shapeRecipes.ts'

/** Every recipe, called as its types allow and with any numbers. */
export const RECIPES: Readonly<Record<string, Recipe>> = {
  ...SHAPE_RECIPES,
  ...MATCH_RECIPES,
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
  giveTakenMotion: (d, w) =>
    edit.giveTakenMotion(d, {
      scene: SCENE,
      layers: layersOf(w),
      taken: w.project.scenes[0]!.layers,
      time: anyTicks(w),
      makeId: w.makeId,
    }),
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
      propertyOf(w),
      keysOf(w).map(({ key }) => ({ key, looks: [0, 0.5, 1].map((u) => ({ u, speed: w.number() })) })),
    ),
  duplicateLayers: (d, w) => edit.duplicateLayers(d, SCENE, layersOf(w), w.makeId),
  fitFrame: (d, w) =>
    edit.fitFrame(
      d,
      { scene: SCENE, layer: layerOf(w) },
      {
        still: [w.number(), w.number()],
        fit: one(w, ['fit', 'fill', 'asIs']),
        time: anyTicks(w),
        autoKey: w.pick(2) === 0,
        makeId: w.makeId,
      },
    ),
  makePlain: (d, w) =>
    edit.makePlain(
      d,
      { scene: SCENE, layer: layerOf(w) },
      { time: anyTicks(w), autoKey: w.pick(2) === 0, makeId: w.makeId },
    ),
  followInPlace: (d, w) =>
    edit.followInPlace(d, SCENE, layersOf(w), { parent: one(w, [null, layerOf(w)]), time: anyTicks(w) }),
  groupLayers: (d, w) => edit.groupLayers(d, SCENE, layersOf(w), { name: w.text(), makeId: w.makeId }),
  healKeys: (d, w) => edit.healKeys(d, keysOf(w), anyTicks(w)),
  linkBends: (d, w) => edit.linkBends(d, keysOf(w), d.bends[0]?.id ?? 'none'),
  joinSeams: (d, w) => edit.joinSeams(d, [propertyOf(w), propertyOf(w)]),
  makeLoop: (d, w) =>
    edit.makeLoop(
      d,
      [propertyOf(w), ofKind(w, 'turn'), { scene: SCENE, layer: layerOf(w), property: 'copies' }],
      {
        end: one(w, [
          { kind: 'same' },
          { kind: 'carryOn' },
          { kind: 'turns', turns: Math.round(w.number()) },
          { kind: 'ratio', ratio: w.number() },
          { kind: 'link', way: one(w, [1, -1]) },
        ]),
        from: anyTicks(w),
        to: anyTicks(w),
        joined: w.pick(2) === 0,
        makeId: w.makeId,
      },
    ),
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
  addSound: (d, w) =>
    edit.addSound(
      d,
      SCENE,
      { name: w.text(), sha256: 'e'.repeat(64), type: 'audio/ogg', duration: anyTicks(w) },
      w.makeId,
    ),
  replacePicture: (d, w) =>
    edit.replacePicture(
      d,
      one(w, ['drum', 'none']),
      { name: w.text(), sha256: 'f'.repeat(64), type: 'image/png', size: [1, 1] },
      w.makeId,
    ),
  shareTime: (d, w) =>
    edit.shareTime(d, SCENE, layersOf(w), {
      overlap: w.number(),
      fade: { kind: 'linear' },
      makeId: w.makeId,
    }),
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
  addClip: (d, w) => {
    const size = [1 + w.pick(4000), 1 + w.pick(4000)] as const
    const clip = {
      name: w.text(),
      sha256: 'a'.repeat(64),
      type: 'video/webm',
      size,
      duration: anyTicks(w),
    } as const
    edit.addClip(d, SCENE, clip, w.makeId)
  },
  addSceneLayer: (d, w) => edit.addSceneLayer(d, SCENE, sceneOf(w), w.makeId),
  changeLocalTime: (d, w) => {
    const [from, to] = [anyTicks(w), anyTicks(w)]
    const percent = w.number()
    const changes: readonly edit.TimeChange[] = [
      { kind: 'speed', percent },
      { kind: 'ramp', percent, from, to, bend: w.bend() },
      { kind: 'freeze', at: from, frames: w.pick(3) === 0 ? percent : 1 + w.pick(50) },
      { kind: 'reverse' },
      { kind: 'loop', times: w.pick(3) === 0 ? percent : 1 + w.pick(5) },
      { kind: 'fit' },
    ]
    edit.changeLocalTime(d, SCENE, layersOf(w), one(w, changes), w.makeId)
  },
  nestLayers: (d, w) => edit.nestLayers(d, SCENE, layersOf(w), { name: w.text(), makeId: w.makeId }),
  sequenceLayers: (d, w) =>
    edit.sequenceLayers(d, SCENE, layersOf(w), {
      overlap: w.pick(2) === 0 ? 0 : w.number(),
      fade: w.pick(2) === 0 ? w.bend() : null,
      makeId: w.makeId,
    }),
  repeatDrawing: (d, w) => edit.repeatDrawing(d, SCENE, layersOf(w)),
  showScene: (d, w) => edit.showScene(d, { scene: SCENE, layer: layerOf(w) }, sceneOf(w)),
  takeScenesApart: (d, w) => edit.takeScenesApart(d, SCENE, layersOf(w), w.makeId),
}
