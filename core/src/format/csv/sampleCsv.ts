import type { BendLibrary } from '../../bend/index.ts'
import {
  compileProperty,
  playedSpeedInto,
  storedValueAt,
  playedValueInto,
  VERTEX_WIDTH,
  type CompiledProperty,
  type Property,
} from '../../property/index.ts'
import type { LayerClock } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'
import { frameTicks, secondsOfTicks, type FrameRate, type Ticks } from '../../time/index.ts'

export interface SampleOptions {
  readonly rate: FrameRate
  readonly duration: Ticks
  /** Adds the speed, units per second; a choice has none. */
  readonly speed?: boolean
  /** The project's named bends. */
  readonly library: BendLibrary
  /** Of the layer, where its time is not the scene's. Speeds stay those that are seen: per second of the scene. */
  readonly clock?: LayerClock
}

/** Rows of one table: a day at 40 frames a second. */
const MOST_ROWS = 3_500_000

/** Column names of a kind's components; “value” where it has one. */
export function columnsOf({ property: { kind }, width }: CompiledProperty): string[] {
  if (kind === 'pair' || kind === 'place') return ['x', 'y']
  if (kind === 'colour') return ['l', 'a', 'b', 'alpha']
  if (kind !== 'outline') return ['value']
  const parts = ['x', 'y', 'arrive angle', 'arrive length', 'leave angle', 'leave length', 'corner']
  return Array.from({ length: width / VERTEX_WIDTH }, (_, i) =>
    parts.map((part) => `${part} ${i + 1}`),
  ).flat()
}

function speedColumns(compiled: CompiledProperty): string[] {
  if (compiled.property.kind === 'choice') return []
  if (compiled.speedWidth === 1) return ['speed']
  return columnsOf(compiled).map((name) => `speed ${name}`)
}

/**
 * A property as CSV, one row a frame from 0 while the frame starts before the duration:
 * `frame,seconds,` then the components (OKLab for a colour; each vertex's numbers for an outline; the value itself,
 * quoted, for a choice), then the speed, left empty where it has no bound. Numbers have 17 significant digits.
 * @returns text with LF line ends, the last included
 * @throws BadTime for a rate not offered; BadFile for more rows than a text can hold
 * Source: RFC 4180 for the form.
 */
export function sampleCsv(property: Property, options: SampleOptions): string {
  const { rate, duration, speed = false, library, clock } = options
  const compiled = compileProperty(property, library)
  const step = frameTicks(rate)
  const value = new Float64Array(compiled.width)
  const pace = new Float64Array(compiled.speedWidth)
  const chosen = property.kind === 'choice'
  const speeds = speed && !chosen
  const head = ['frame', 'seconds', ...columnsOf(compiled), ...(speed ? speedColumns(compiled) : [])]
  if (duration / step > MOST_ROWS)
    throw new BadFile(
      `That would be over ${MOST_ROWS.toLocaleString('en')} rows, more than one table can hold. Ask for fewer frames a second, or make the scene shorter. Nothing was written.`,
    )
  const rows = [head.join(',')]
  for (let frame = 0; frame * step < duration; frame += 1) {
    const sceneTime = frame * step
    const time = clock ? clock.timeAt(sceneTime) : sceneTime
    let row = `${frame},${secondsOfTicks(sceneTime)}`
    if (chosen) row += `,${quoted(String(storedValueAt(compiled, time)))}`
    else {
      playedValueInto(value, compiled, time)
      for (let i = 0; i < value.length; i += 1) row += `,${value[i]!}`
    }
    if (speeds) {
      playedSpeedInto(pace, compiled, time)
      const passing = clock ? clock.paceAt(sceneTime) : 1
      for (let i = 0; i < pace.length; i += 1) {
        const seen = pace[i]! * passing
        row += Number.isFinite(seen) ? `,${seen}` : ','
      }
    }
    rows.push(row)
  }
  rows.push('')
  return rows.join('\n')
}

/** Text as a field: quoted, its own quotes doubled. Source: RFC 4180. */
export function quoted(text: string): string {
  return `"${text.replaceAll('"', '""')}"`
}
