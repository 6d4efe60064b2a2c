import type { Project } from '@arrow-bend/core/scene'
import { BadUse } from './badUse.ts'
import { nearNames } from './nearNames.ts'

/** The layer of a name or id, in the scene of a name or id where one is given. @throws BadUse that says what there is */
export function findLayer(
  { scenes }: Project,
  name: string,
  sceneName: string | undefined,
): { scene: Project['scenes'][number]; layer: Project['scenes'][number]['layers'][number] } {
  const among =
    sceneName === undefined
      ? scenes
      : scenes.filter((scene) => scene.name === sceneName || scene.id === sceneName)
  if (among.length === 0) {
    const known = scenes.map((scene) => scene.name)
    throw new BadUse(
      `There is no scene called “${sceneName}” in this project. ${nearNames(sceneName!, known)}`,
    )
  }
  for (const scene of among) {
    const layer =
      scene.layers.find((candidate) => candidate.name === name) ?? scene.layers.find(({ id }) => id === name)
    if (layer) return { scene, layer }
  }
  const known = among.flatMap(({ layers }) => layers.map((layer) => layer.name))
  throw new BadUse(`There is no layer called “${name}” in this project. ${nearNames(name, known)}`)
}
