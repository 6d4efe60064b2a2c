import { compileProperty, KIND_WIDTH, speedInto, valueInto, type Property } from '../../property/index.ts'
import { Refusal } from '../../refusal/index.ts'
import { frameTicks, secondsOfTicks, type FrameRate, type Ticks } from '../../time/index.ts'

/** A property that has no numbers to write. */
export class BadSample extends Refusal {}

export interface SampleOptions {
  readonly rate: FrameRate
  readonly duration: Ticks
  /** Adds the speed, units per second. */
  readonly speed?: boolean
}

/** Column names of a kind's components. */
function columnsOf(kind: Property['kind']): string[] {
  if (kind === 'pair' || kind === 'place') return ['x', 'y']
  return kind === 'colour' ? ['l', 'a', 'b', 'alpha'] : ['value']
}

function speedColumns(kind: Property['kind']): string[] {
  const columns =
    kind === 'place' || KIND_WIDTH[kind] === 1 ? [''] : columnsOf(kind).map((name) => ` ${name}`)
  return columns.map((name) => `speed${name}`)
}

/**
 * A property as CSV, one row a frame from 0 while the frame starts before the duration:
 * `frame,seconds,` then the components (OKLab for a colour), then the speed. Numbers have 17 significant digits.
 * @returns text with LF line ends, the last included
 * @throws BadSample for choices and outlines; BadTime for a rate not offered
 * Source: RFC 4180 for the form.
 */
export function sampleCsv(property: Property, { rate, duration, speed = false }: SampleOptions): string {
  if (KIND_WIDTH[property.kind] === 0) throw new BadSample(`A ${property.kind} has no numbers to write.`)
  const compiled = compileProperty(property)
  const step = frameTicks(rate)
  const value = new Float64Array(compiled.width)
  const pace = new Float64Array(compiled.speedWidth)
  const head = [
    'frame',
    'seconds',
    ...columnsOf(property.kind),
    ...(speed ? speedColumns(property.kind) : []),
  ]
  const rows = [head.join(',')]
  for (let frame = 0; frame * step < duration; frame += 1) {
    const time = frame * step
    valueInto(value, compiled, time)
    let row = `${frame},${digits(secondsOfTicks(time))}`
    for (const part of value) row += `,${digits(part)}`
    if (speed) {
      speedInto(pace, compiled, time)
      for (const part of pace) row += `,${digits(part)}`
    }
    rows.push(row)
  }
  return `${rows.join('\n')}\n`
}

/** 17 significant digits tell any float apart from its neighbours; the shortest text that reads back the same does too. */
function digits(value: number): string {
  return String(value === 0 ? 0 : value)
}
