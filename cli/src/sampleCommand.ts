import { sampleCsv } from '@arrow-bend/core/format/csv'
import { compileLayerClock, playedProperty, vertexPartsIn } from '@arrow-bend/core/scene'
import { parseRate } from '@arrow-bend/core/time'
import { BadUse, readArgs } from './badUse.ts'
import { findLayer } from './findLayer.ts'
import { nearNames } from './nearNames.ts'
import { readProjectFile } from './readProjectFile.ts'

/** `sample FILE --layer NAME --property NAME [--scene NAME] [--rate 60] [--speed]`: a property as CSV, a row a frame. */
export async function sampleCommand(args: readonly string[]): Promise<string> {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      layer: { type: 'string' },
      property: { type: 'string' },
      scene: { type: 'string' },
      rate: { type: 'string' },
      speed: { type: 'boolean', default: false },
    },
  })
  const [path] = positionals
  if (path === undefined || positionals.length > 1 || !values.layer || !values.property) {
    throw new BadUse(
      'sample needs a file, a layer and a property: arrow-bend sample FILE --layer NAME --property NAME.',
    )
  }
  const { project } = await readProjectFile(path)
  const { scene, layer } = findLayer(project, values.layer, values.scene)
  const { properties } = layer
  const property = Object.hasOwn(properties, values.property) ? properties[values.property] : undefined
  if (!property)
    throw new BadUse(
      `“${layer.name}” has no ${values.property}. ${nearNames(values.property, Object.keys(layer.properties))}`,
    )
  if (property.split && property.kind === 'outline') {
    const parts = vertexPartsIn(properties)
    throw new BadUse(
      parts.length === 0
        ? `The outline of “${layer.name}” is split, and none of its vertices moves.`
        : `The vertices of “${layer.name}” move by themselves. Sample ${parts
            .slice(0, 3)
            .map((name) => `“${name}”`)
            .join(', ')}${parts.length > 3 ? ` or one of ${parts.length - 3} more` : ''} instead.`,
    )
  }
  if (property.split) {
    throw new BadUse(`The position of “${layer.name}” is split. Sample “position x” or “position y” instead.`)
  }
  const rate = values.rate === undefined ? scene.rate : parseRate(values.rate)
  const { bends: library } = project
  return sampleCsv(playedProperty(layer, values.property, library), {
    rate,
    duration: scene.duration,
    speed: values.speed,
    library,
    clock: compileLayerClock(scene, layer.id, library),
  })
}
