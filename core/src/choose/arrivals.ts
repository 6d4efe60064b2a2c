import { byProperty, findProperty, type KeyGrouping, type KeyRef } from '../edit/index.ts'
import { definitionOf, layerById, type Project } from '../scene/index.ts'

/** When a layer or lane goes and arrives. */
export interface Arrival {
  readonly name: string
  /** Its first and last chosen key, ticks. */
  readonly from: number
  readonly to: number
}

/** When each layer or lane with chosen keys goes and arrives, as layers are listed. */
export function arrivalsOf(project: Project, refs: readonly KeyRef[], by: KeyGrouping): Arrival[] {
  const scene = project.scenes.find(({ id }) => id === refs[0]?.scene)
  if (!scene) return []
  const found = new Map<string, Arrival>()
  for (const { ref, keys } of byProperty(refs).values()) {
    const lane = `${ref.layer}/${ref.property}`
    const times = (findProperty(project, ref)?.keys ?? []).flatMap(({ id, t }): number[] =>
      keys.has(id) ? [t] : [],
    )
    const layer = layerById(scene, ref.layer)
    if (times.length === 0 || !layer) continue
    const group = by === 'layer' ? ref.layer : lane
    const known = found.get(group)
    const label = definitionOf(layer.kind, ref.property)?.label.toLowerCase() ?? ref.property
    found.set(group, {
      name: by === 'layer' ? layer.name : `${layer.name} ${label}`,
      from: Math.min(known?.from ?? Infinity, ...times),
      to: Math.max(known?.to ?? -Infinity, ...times),
    })
  }
  const listed = new Map(scene.layers.map(({ id }, i) => [id, i]))
  const place = (group: string): number => listed.get(group.split('/')[0]!) ?? 0
  return [...found].sort(([a], [b]) => place(a) - place(b)).map(([, arrival]) => arrival)
}
