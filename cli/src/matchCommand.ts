import { matchRuns, runOf, type Run, type RunMatch } from '@arrow-bend/core/match'
import { playedProperty, type Project } from '@arrow-bend/core/scene'
import { parseTime, type FrameRate } from '@arrow-bend/core/time'
import { BadUse, readArgs } from './badUse.ts'
import { findLayer } from './findLayer.ts'
import { nearNames } from './nearNames.ts'
import { readProjectFile } from './readProjectFile.ts'

/** `match FILE LAYER/PROPERTY LAYER/PROPERTY [--from 2s --to 4s] [--real] [--json]`: how two motions differ. */
export async function matchCommand(args: readonly string[]): Promise<string> {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      from: { type: 'string' },
      to: { type: 'string' },
      real: { type: 'boolean', default: false },
      json: { type: 'boolean', default: false },
    },
  })
  const [path, first, second] = positionals
  if (path === undefined || first === undefined || second === undefined || positionals.length > 3)
    throw new BadUse(
      'match takes a file and two properties: arrow-bend match FILE LAYER/PROPERTY LAYER/PROPERTY [--from 2s --to 4s] [--json].',
    )
  const { project } = await readProjectFile(path)
  const runs = [first, second].map((named) => readRun(project, named, values))
  const [one, other] = runs as [ReadRun, ReadRun]
  const match = matchRuns(one.run, other.run, { rate: one.rate, real: values.real })
  return values.json ? `${JSON.stringify(match, null, 2)}\n` : textOf(match, [first, second])
}

interface ReadRun {
  readonly run: Run
  readonly rate: FrameRate
}

/** A motion named as `LAYER/PROPERTY`; names of layers may have strokes in them. */
function readRun(
  project: Project,
  named: string,
  { from, to }: { readonly from?: string | undefined; readonly to?: string | undefined },
): ReadRun {
  const stroke = named.lastIndexOf('/')
  if (stroke < 0) throw new BadUse(`“${named}” names no property: write LAYER/PROPERTY.`)
  const name = named.slice(stroke + 1)
  const { scene, layer } = findLayer(project, named.slice(0, stroke), undefined)
  if (!Object.hasOwn(layer.properties, name))
    throw new BadUse(`“${layer.name}” has no ${name}. ${nearNames(name, Object.keys(layer.properties))}`)
  const { rate } = scene
  const run = runOf(playedProperty(layer, name, project.bends), {
    name: `The ${name} of “${layer.name}”`,
    library: project.bends,
    ...(from === undefined ? {} : { from: parseTime(from, rate) }),
    ...(to === undefined ? {} : { to: parseTime(to, rate) }),
  })
  return { run, rate }
}

const short = (value: number): string => String(Number(value.toFixed(2)))

function textOf({ offsetFrames, largest, peaks }: RunMatch, names: readonly [string, string]): string {
  const lines = [
    `start   ${short(offsetFrames.start)} frames later`,
    `end     ${short(offsetFrames.end)} frames later`,
    `apart   ${short(largest.percent)} % at most, at frame ${short(largest.frame)}`,
    ...peaks.map(
      ({ speed, frame }, i) => `peak    ${names[i]}: ${short(speed)} a second, at frame ${short(frame)}`,
    ),
  ]
  return `${lines.join('\n')}\n`
}
