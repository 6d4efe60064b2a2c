import {
  BadBend,
  FAMILIES,
  LINEAR,
  type Bend,
  type BendNode,
  type FamilyName,
  type Mode,
  type StepJump,
} from '../../bend/index.ts'

const NUMBER = String.raw`[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?`

/** The keywords as the functions they stand for. Source: W3C, CSS Easing Functions 2, sections 2.2.1 and 2.3.1. */
const KEYWORDS: Readonly<Record<string, string>> = {
  ease: 'cubic-bezier(0.25, 0.1, 0.25, 1)',
  'ease-in': 'cubic-bezier(0.42, 0, 1, 1)',
  'ease-out': 'cubic-bezier(0, 0, 0.58, 1)',
  'ease-in-out': 'cubic-bezier(0.42, 0, 0.58, 1)',
  'step-start': 'steps(1, start)',
  'step-end': 'steps(1, end)',
}

/**
 * Reads a bend from text: a CSS easing function or keyword, or a family as `name:number,…/mode`
 * (`power:3/inOut`, `back:0.2/out`, `sine`; numbers in the family's own order).
 * @throws BadBend with a sentence that quotes the text
 * Source: W3C, CSS Easing Functions 2; the family form is own.
 */
export function readEasing(text: string): Bend {
  const source = text.trim().toLowerCase()
  if (source === 'linear') return LINEAR
  if (source === 'hold') return { kind: 'hold' }
  const called = /^([a-z-]+)\(([^()]*)\)$/.exec(KEYWORDS[source] ?? source)
  if (called?.[1] === 'cubic-bezier') return readCubicBezier(called[2]!, text)
  if (called?.[1] === 'steps') return readSteps(called[2]!, text)
  if (called?.[1] === 'linear') return readLinear(called[2]!, text)
  return readFamily(text)
}

function unreadable(text: string, why = ''): BadBend {
  return new BadBend(
    `“${text.trim().slice(0, 60)}” is not a bend${why}. Try cubic-bezier(.4, 0, .2, 1), steps(4, jump-end) or power:3/inOut.`,
  )
}

function readCubicBezier(body: string, text: string): Bend {
  const parts = body.split(',').map((part) => part.trim())
  if (parts.length !== 4 || !parts.every((part) => new RegExp(`^${NUMBER}$`).test(part)))
    throw unreadable(text)
  const [x1, y1, x2, y2] = parts.map(Number) as [number, number, number, number]
  if (x1 < 0 || x1 > 1 || x2 < 0 || x2 > 1)
    throw unreadable(text, ': the first and third number lie from 0 to 1')
  return { kind: 'handles', leave: { reach: x1, rise: y1 }, arrive: { reach: 1 - x2, rise: 1 - y2 } }
}

const JUMPS: Readonly<Record<string, StepJump>> = {
  'jump-start': 'start',
  'jump-end': 'end',
  'jump-both': 'both',
  'jump-none': 'none',
  start: 'start',
  end: 'end',
}

function readSteps(body: string, text: string): Bend {
  const [count = '', term = 'end', ...rest] = body.split(',').map((part) => part.trim())
  const jump = JUMPS[term]
  const steps = Number(count)
  if (rest.length > 0 || !jump || !/^\d+$/.test(count) || steps < (jump === 'none' ? 2 : 1) || steps > 1000)
    throw unreadable(text)
  return { kind: 'family', family: 'steps', steps, jump }
}

interface Stop {
  readonly output: number
  readonly input: number | null
}

/** linear() with its missing inputs filled in. Source: W3C, CSS Easing Functions 2, 2.1.1 (canonicalisation, by step). */
function readLinear(body: string, text: string): Bend {
  const stops = body.split(',').flatMap((part) => readStop(part.trim(), text))
  if (stops.length < 2) throw unreadable(text)
  const inputs = stops.map((stop) => stop.input)
  inputs[0] ??= 0
  inputs[inputs.length - 1] ??= Math.max(1, ...inputs.map((input) => input ?? 0))
  let largest = -Infinity
  inputs.forEach((input, i) => {
    if (input === null) return
    largest = Math.max(largest, input)
    inputs[i] = largest
  })
  for (let i = 0; i < inputs.length; i += 1) {
    if (inputs[i] !== null) continue
    const next = inputs.findIndex((input, k) => k > i && input !== null)
    inputs[i] = inputs[i - 1]! + (inputs[next]! - inputs[i - 1]!) / (next - i + 1)
  }
  return polyline(
    stops.map((stop, i) => [inputs[i]!, stop.output]),
    text,
  )
}

function readStop(part: string, text: string): Stop[] {
  const match = new RegExp(
    `^(?:(${NUMBER})((?:\\s+${NUMBER}%){0,2})|((?:${NUMBER}%\\s+){1,2})(${NUMBER}))$`,
  ).exec(part)
  if (!match) throw unreadable(text)
  const output = Number(match[1] ?? match[4])
  const inputs = (match[2] ?? match[3] ?? '').trim().split(/\s+/).filter(Boolean)
  return inputs.length === 0
    ? [{ output, input: null }]
    : inputs.map((input) => ({ output, input: parseFloat(input) / 100 }))
}

/** How far apart in u the two sides of a jump are kept. */
const HAIR = 1e-9

/** Straight pieces through points; a span starts at 0, 0 and ends at 1, 1, so others are refused. */
function polyline(points: readonly (readonly [number, number])[], text: string): Bend {
  const [first, last] = [points[0]!, points[points.length - 1]!]
  if (first[0] !== 0 || first[1] !== 0 || last[0] !== 1 || last[1] !== 1) {
    throw unreadable(text, ': it has to run from 0 at 0% to 1 at 100%')
  }
  let before = -HAIR
  const spread = points.map(([u, p], i): readonly [number, number] => {
    const most = 1 - (points.length - 1 - i) * HAIR
    before = i === 0 ? 0 : Math.min(most, Math.max(u, before + HAIR))
    return [before, p]
  })
  const third = (from: number, to: number): number => (to - from) / 3
  const nodes = spread.map(([u, p], i): BendNode => {
    const next = spread[i + 1] ?? [u, p]
    const previous = spread[i - 1] ?? [u, p]
    return {
      at: [u, p],
      arrive: [third(u, previous[0]), third(p, previous[1])],
      leave: [third(u, next[0]), third(p, next[1])],
      through: 'corner',
    }
  })
  return { kind: 'points', nodes }
}

function readFamily(text: string): Bend {
  const match = /^([a-z]+)(?::([^/]*))?(?:\/(in|out|inout))?$/i.exec(text.trim())
  const family = match && FAMILIES[match[1]!.toLowerCase() as FamilyName]
  if (!match || !family) throw unreadable(text)
  const given = match[2] === undefined ? [] : match[2].split(',').map((part) => part.trim())
  if (given.length > family.numbers.length)
    throw unreadable(text, `: ${family.name} takes ${family.numbers.length} numbers at most`)
  const numbers = given.map((part, i) => {
    const { name, least, most, whole } = family.numbers[i]!
    const value = Number(part)
    if (part === '' || !(value >= least && value <= most) || (whole && !Number.isInteger(value))) {
      throw unreadable(text, `: ${name} lies from ${least} to ${most}${whole ? ', whole' : ''}`)
    }
    return [name, value] as const
  })
  const modes: Readonly<Record<string, Mode>> = { in: 'in', out: 'out', inout: 'inOut' }
  const mode = match[3] ? modes[match[3].toLowerCase()] : undefined
  return { kind: 'family', family: family.name, ...(mode ? { mode } : {}), ...Object.fromEntries(numbers) }
}
