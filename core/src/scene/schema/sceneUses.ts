import type { Property } from '../../property/index.ts'
import type { Layer, Project, Scene } from '../document.ts'
import { LIMITS } from './limits.ts'
import type { Tell } from './schemaParts.ts'

/** The most copies a property ever asks for, as far as its values say; 1 at least. */
export function mostCopies({ value, keys }: Property): number {
  const most = keys.reduce(
    (found, key) => Math.max(found, key.value as number),
    keys.length > 0 ? 1 : Number(value),
  )
  return Math.max(1, Math.floor(most))
}

/** The scene a layer names as its source; null for none. */
const sourceScene = ({ source }: Layer): string | null => (source && 'scene' in source ? source.scene : null)

/** Whether a scene shows another, by itself or by what it shows; the scenes may be under edit. */
export function reachesScene(scenes: readonly Scene[], from: string, to: string): boolean {
  const scene = scenes.find(({ id }) => id === from)
  // A scene under edit may yet change: nothing found in it is kept.
  return scene !== undefined && new SceneUses(scenes, findManifold).reaches(scene, to)
}

/** Scenes that are shown in others, and clips that are played, are there; none shows itself, and none draws more than can be. */
export function checkSceneUses({ scenes, assets }: Pick<Project, 'scenes' | 'assets'>, tell: Tell): void {
  const uses = new SceneUses(scenes)
  const kinds = new Map(assets.map(({ id, kind }) => [id, kind]))
  scenes.forEach((scene, s) => {
    // Most scenes have none, and are passed over while one is edited.
    if (manifold(scene).length === 0) return
    scene.layers.forEach((layer, l) => {
      if (!isManifold(layer)) return
      const { source } = layer
      const shown = sourceScene(layer)
      if (shown !== null && !uses.has(shown))
        tell(['scenes', s, 'layers', l, 'source'], 'shows a scene the project does not have')
      if (!source || !('asset' in source)) return
      const kind = kinds.get(source.asset)
      if (layer.kind === 'clip' && kind !== 'clip')
        tell(['scenes', s, 'layers', l, 'source'], 'plays a clip the project does not have')
      // A clip has a sound, too.
      if (layer.kind === 'sound' && kind !== 'sound' && kind !== 'clip')
        tell(['scenes', s, 'layers', l, 'source'], 'plays a sound the project does not have')
    })
    if (uses.showsItself(scene)) tell(['scenes', s], `“${scene.name}” would show itself`)
    else if (uses.drawnIn(scene) > LIMITS.drawn)
      tell(
        ['scenes', s],
        `“${scene.name}” would draw more than ${LIMITS.drawn.toLocaleString('en')} things, copies and shown scenes with them`,
      )
  })
}

/** Whether a layer is drawn as more, or as something else, than itself alone. */
const isManifold = ({ source, properties }: Layer): boolean =>
  source !== undefined || (properties['copies'] !== undefined && mostCopies(properties['copies']) > 1)

const findManifold = (scene: Scene): readonly Layer[] => scene.layers.filter(isManifold)

const MANIFOLD = new WeakMap<Scene, readonly Layer[]>()

/** The manifold layers of a scene that is not under edit. */
function manifold(scene: Scene): readonly Layer[] {
  const known = MANIFOLD.get(scene)
  if (known) return known
  const found = findManifold(scene)
  MANIFOLD.set(scene, found)
  return found
}

/** Which scenes show which, and how much each draws. */
class SceneUses {
  private readonly scenes: ReadonlyMap<string, Scene>
  private readonly drawn = new Map<string, number>()

  constructor(
    scenes: readonly Scene[],
    private readonly manifoldOf = manifold,
  ) {
    this.scenes = new Map(scenes.map((scene) => [scene.id, scene]))
  }

  has(id: string): boolean {
    return this.scenes.has(id)
  }

  showsItself(scene: Scene): boolean {
    return this.reaches(scene, scene.id)
  }

  reaches(scene: Scene, id: string, seen = new Set<string>()): boolean {
    return this.manifoldOf(scene).some((layer) => {
      const shown = sourceScene(layer)
      if (shown === null || seen.has(shown)) return false
      if (shown === id) return true
      seen.add(shown)
      const next = this.scenes.get(shown)
      return next !== undefined && this.reaches(next, id, seen)
    })
  }

  /** Things a scene draws at most; of one that shows itself, endless. */
  drawnIn(scene: Scene): number {
    const known = this.drawn.get(scene.id)
    if (known !== undefined) return known
    if (this.manifoldOf(scene).length === 0) return scene.layers.length
    this.drawn.set(scene.id, Infinity)
    const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
    let count = 0
    for (const layer of scene.layers) {
      const times = [layer, ...groupsOf(layer, layers)].reduce(
        (product, { properties }) => product * (properties['copies'] ? mostCopies(properties['copies']) : 1),
        1,
      )
      const shown = this.scenes.get(sourceScene(layer) ?? '')
      count += times * (1 + (shown ? this.drawnIn(shown) : 0))
    }
    this.drawn.set(scene.id, count)
    return count
  }
}

/** The groups a layer stands in; each once, whatever a broken file says of them. */
function groupsOf(layer: Layer, layers: ReadonlyMap<string, Layer>): ReadonlySet<Layer> {
  const found = new Set<Layer>()
  let at = layers.get(layer.parent ?? '')
  while (at?.kind === 'group' && !found.has(at)) {
    found.add(at)
    at = layers.get(at.parent ?? '')
  }
  return found
}
