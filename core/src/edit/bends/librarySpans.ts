import { isSameBend } from '../../bend/index.ts'
import { timedKeys, type Key } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { KeyRef } from '../refs.ts'

/** Spans that follow no library bend and play as one does, everywhere in the project. */
export function spansLike(project: Project, bendId: string): KeyRef[] {
  const wanted = project.bends.find(({ id }) => id === bendId)?.bend
  if (!wanted) return []
  return spansWhere(project, ({ bend }) => bend.kind !== 'linked' && isSameBend(bend, wanted))
}

/** Every span that follows a library bend. */
export function spansLinkedTo(project: Project, bendId: string): KeyRef[] {
  return spansWhere(project, ({ bend }) => bend.kind === 'linked' && bend.bendId === bendId)
}

function spansWhere({ scenes }: Project, is: (from: Key, to: Key) => boolean): KeyRef[] {
  return scenes.flatMap((scene) =>
    scene.layers.flatMap((layer) =>
      Object.entries(layer.properties).flatMap(([property, given]) => {
        if (given.keys.length < 2) return []
        const timed = timedKeys(given)
        return timed
          .slice(0, -1)
          .filter((key, i) => is(key, timed[i + 1]!))
          .map((key): KeyRef => ({ scene: scene.id, layer: layer.id, property, key: key.id }))
      }),
    ),
  )
}
