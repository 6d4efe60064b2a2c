import { isMoving } from '@arrow-bend/core/property'
import type { Layer, Project } from '@arrow-bend/core/scene'
import { formatRate, formatTimecode, secondsOfTicks } from '@arrow-bend/core/time'
import { BadUse, readArgs } from './badUse.ts'
import { readProjectFile } from './readProjectFile.ts'

/** `inspect FILE [--json]`: what a project holds. */
export async function inspectCommand(args: readonly string[]): Promise<string> {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: { json: { type: 'boolean', default: false } },
  })
  const [path] = positionals
  if (path === undefined || positionals.length > 1)
    throw new BadUse('inspect takes one file: arrow-bend inspect FILE [--json].')
  const { project } = await readProjectFile(path)
  const facts = factsOf(project)
  return values.json ? `${JSON.stringify(facts, null, 2)}\n` : textOf(project)
}

interface Animated {
  readonly name: string
  readonly keys: number
  /** Live ones; left out where there are none. */
  readonly patterns?: number
}

const animated = (layer: Layer): Animated[] =>
  Object.entries(layer.properties).flatMap(([name, property]): Animated[] => {
    if (!isMoving(property)) return []
    const patterns = property.patterns?.filter(({ off }) => !off).length ?? 0
    return [{ name, keys: property.keys.length, ...(patterns > 0 ? { patterns } : {}) }]
  })

const counted = (count: number, thing: string): string => `${count} ${thing}${count === 1 ? '' : 's'}`

const movesOf = ({ name, keys, patterns = 0 }: Animated): string =>
  `${name} (${[...(keys > 0 || patterns === 0 ? [`${keys} keys`] : []), ...(patterns > 0 ? [counted(patterns, 'pattern')] : [])].join(', ')})`

function factsOf({ name, scenes, assets, bends }: Project): unknown {
  return {
    name,
    scenes: scenes.map((scene) => ({
      name: scene.name,
      size: scene.size,
      rate: `${scene.rate.num}/${scene.rate.den}`,
      seconds: secondsOfTicks(scene.duration),
      layers: scene.layers.map((layer) => ({
        name: layer.name,
        kind: layer.kind,
        animated: animated(layer),
      })),
    })),
    assets: assets.map(({ name: asset, kind, type, ...more }) => ({
      name: asset,
      kind,
      type,
      ...('size' in more ? { size: more.size } : {}),
    })),
    bends: bends.length,
  }
}

function textOf(project: Project): string {
  const lines = [project.name]
  for (const scene of project.scenes) {
    const [width, height] = scene.size
    lines.push(
      `  ${scene.name}: ${width} × ${height} px, ${formatRate(scene.rate)} fps, ${formatTimecode(scene.duration, scene.rate)}`,
    )
    for (const layer of scene.layers) {
      const moves = animated(layer).map(movesOf)
      lines.push(`    ${layer.name}, ${layer.kind}${moves.length > 0 ? `: ${moves.join(', ')}` : ''}`)
    }
  }
  lines.push(
    `  ${project.assets.filter(({ kind }) => kind === 'picture').length} pictures, ${project.bends.length} named bends`,
  )
  return `${lines.join('\n')}\n`
}
