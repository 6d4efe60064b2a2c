import { sampleCsv } from '@arrow-bend/core/format/csv'
import type { Project } from '@arrow-bend/core/scene'
import { parseRate } from '@arrow-bend/core/time'
import { BadUse, readArgs } from './badUse.ts'
import { readProjectFile } from './readProjectFile.ts'

/** `sample FILE --layer NAME --property NAME [--rate 60] [--speed]`: a property as CSV, a row a frame. */
export async function sampleCommand(args: readonly string[]): Promise<string> {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      layer: { type: 'string' },
      property: { type: 'string' },
      rate: { type: 'string' },
      speed: { type: 'boolean', default: false },
    },
  })
  const [path] = positionals
  if (path === undefined || !values.layer || !values.property) {
    throw new BadUse(
      'sample needs a file, a layer and a property: arrow-bend sample FILE --layer NAME --property NAME.',
    )
  }
  const { project } = await readProjectFile(path)
  const { scene, layer } = findLayer(project, values.layer)
  const property = layer.properties[values.property]
  if (!property)
    throw new BadUse(
      `“${layer.name}” has no ${values.property}. It has ${Object.keys(layer.properties).join(', ')}.`,
    )
  if (property.split) {
    throw new BadUse(`The position of “${layer.name}” is split. Sample “position x” or “position y” instead.`)
  }
  const rate = values.rate === undefined ? scene.rate : parseRate(values.rate)
  return sampleCsv(property, { rate, duration: scene.duration, speed: values.speed, library: project.bends })
}

function findLayer(
  { scenes }: Project,
  name: string,
): { scene: Project['scenes'][number]; layer: Project['scenes'][number]['layers'][number] } {
  for (const scene of scenes) {
    const layer =
      scene.layers.find((candidate) => candidate.name === name) ?? scene.layers.find(({ id }) => id === name)
    if (layer) return { scene, layer }
  }
  throw new BadUse(`There is no layer called “${name}” in this project.`)
}
