import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { compileBend } from '../../src/bend/index.ts'
import { applyRecipe, copyKeys, keepMove, placeArt, type KeyRef } from '../../src/edit/index.ts'
import { readSum } from '../../src/entry/index.ts'
import { readArt } from '../../src/format/art/index.ts'
import { readEasing } from '../../src/format/css/index.ts'
import { sampleCsv } from '../../src/format/csv/index.ts'
import { readKeyClip, writeKeyClip } from '../../src/format/clip/index.ts'
import { readMoves, writeMoves } from '../../src/format/moves/index.ts'
import { readPasted } from '../../src/format/pasted/index.ts'
import { readBendFile, readProjectData } from '../../src/format/project/index.ts'
import { readKeyTable } from '../../src/format/table/index.ts'
import { moveGhosts, readyMoveOf } from '../../src/moves/index.ts'
import { isColour, parseColour } from '../../src/property/index.ts'
import { Refusal } from '../../src/refusal/index.ts'
import { picturesOf, plainBendSchema, projectSchema, type Project } from '../../src/scene/index.ts'
import { parseRate, parseTime } from '../../src/time/index.ts'
import { hostileValue, pathsInto, withAt } from '../hostile.ts'
import { pngBytes } from '../pngBytes.ts'
import { blobOf } from '../blobs.ts'
import { ids, projectOf } from '../trials.ts'
import { attackedProject } from './recipeAttack.ts'

const RATE = { num: 24, den: 1 }
const HASH = 'a'.repeat(64)

/** Runs a reader: what it returns is looked at, a refusal has to be a sentence, and nothing else may be thrown. */
function read<T>(reader: () => T, look: (result: T) => void = () => undefined): void {
  let result: T
  try {
    result = reader()
  } catch (caught) {
    if (caught instanceof Refusal && /\.$/.test(caught.message)) return
    throw caught
  }
  look(result)
}

/** Text of pieces that mean something to a reader, in any order, with noise among them. */
function soup(pieces: readonly string[], most = 14): fc.Arbitrary<string> {
  const noise = fc.constantFrom(
    ' ',
    '\n',
    '\t',
    '"',
    "'",
    '(',
    ')',
    ',',
    '-',
    '0',
    '1e400',
    '-1e9',
    '5e-324',
    'NaN',
    '∞',
    '\u0000',
    '__proto__',
    'constructor',
  )
  const piece = fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom(...pieces) },
    { weight: 1, arbitrary: noise },
  )
  return fc.array(piece, { maxLength: most }).map((list) => list.join(''))
}

/** Some characters of a text lost, doubled or exchanged. */
function damaged(text: fc.Arbitrary<string>): fc.Arbitrary<string> {
  const cut = fc.tuple(
    fc.nat(),
    fc.nat({ max: 6 }),
    fc.constantFrom('', ' ', '(', '<', '"', '9', '-', 'e', '{'),
  )
  return fc.tuple(text, fc.array(cut, { maxLength: 3 })).map(([given, cuts]) =>
    cuts.reduce((so, [at, length, put]) => {
      const from = so.length === 0 ? 0 : at % so.length
      return so.slice(0, from) + put + so.slice(from + length)
    }, given),
  )
}

/** Plain data with a few places changed to anything. */
function mutated<T>(data: fc.Arbitrary<T>): fc.Arbitrary<unknown> {
  return fc
    .tuple(data, fc.array(fc.tuple(fc.nat(), hostileValue), { minLength: 1, maxLength: 3 }))
    .map(([given, changes]) =>
      changes.reduce<unknown>((so, [pick, value]) => {
        const paths = pathsInto(so)
        return paths.length > 0 ? withAt(so, paths[pick % paths.length]!, value) : so
      }, given),
    )
}

const easing = damaged(
  fc.oneof(
    soup([
      'cubic-bezier(',
      'steps(',
      'linear(',
      'jump-none',
      'start',
      '0',
      '0.5',
      '1',
      '50%',
      ', ',
      ')',
      'power:',
      'spring:',
      '/in',
      '/inOut',
      'back',
    ]),
    fc.constantFrom(
      'cubic-bezier(.1, 2e9, .2, 1)',
      'steps(500)',
      'linear(0, 0.2 10% 90%, 1)',
      '{"kind":"handles","leave":{"reach":0,"rise":1},"arrive":{"reach":1,"rise":0}}',
      'elastic:9,0.01/out',
    ),
  ),
)

const shapes = [
  '<rect ',
  '<circle ',
  '<path ',
  '<g ',
  '<use ',
  '<text ',
  '<polyline ',
  '<style>',
  '</style>',
  '</g>',
  '/>',
  '>',
  '<svg ',
  '<defs>',
  '</defs>',
  '<pattern ',
]
const marks = [
  'width="9" ',
  'height="1e308" ',
  'r="5" ',
  'd="M0 0L1e10 1e10L5 5z" ',
  'd="M0 0C1 1 2 2 3 3A1 0 0 0 1 9 9" ',
  'id="a" ',
  'href="#a" ',
  'href="#b" ',
  'transform="scale(1e308) scale(1e308)" ',
  'transform="rotate(NaN)" ',
  'fill="url(#a)" ',
  'fill="rgb(1e400 0 0)" ',
  'style="fill:url(   " ',
  'stroke-width="1constructor" ',
  'stroke="red" ',
  'points="0 0 9 9 -1e9 3" ',
  'class="c" ',
  'opacity="1e-320" ',
  '.c{fill:red}',
  'g .c{fill:url(#a)}',
]
const svg = damaged(
  fc
    .tuple(
      soup([...shapes, ...marks], 24),
      fc.constantFrom('0 0 100 100', '0 0 1e-9 1e-9', '0 0 1e308 1e308', '-1e9 0 1 1', 'x'),
    )
    .map(([inside, box]) => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}">${inside}</svg>`),
)
/** Elements that close, so that most of these files are read to their end. */
const element: fc.Arbitrary<string> = fc
  .tuple(
    fc.constantFrom('rect', 'circle', 'path', 'polyline', 'use', 'text', 'line', 'ellipse'),
    fc.array(fc.constantFrom(...marks.filter((mark) => mark.endsWith(' '))), { maxLength: 5 }),
  )
  .map(
    ([name, list]) =>
      `<${name} ${[...new Map(list.map((mark) => [mark.split('=')[0], mark])).values()].join('')}/>`,
  )
const wholeSvg = fc
  .tuple(
    fc.array(element, { minLength: 1, maxLength: 6 }),
    fc.constantFrom('0 0 100 100', '0 0 1e-9 1e-9', '5 5 1e6 2'),
    fc.boolean(),
  )
  .map(([list, box, grouped]) => {
    const inside = grouped ? `<g id="b" transform="scale(3)">${list.join('')}</g>` : list.join('')
    return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}"><style>.c{fill:#123}</style>${inside}</svg>`
  })

const stack = (x: string): string =>
  `<image w="40" h="30"><stack x="${x}"><layer name="Sail" src="data/a.png" x="${x}" y="2" opacity="${x}"/></stack></image>`
const openRaster = fc.constantFrom('0', '1e308', '-1e9', 'NaN', '5e-324').map((x) =>
  zipSync({
    mimetype: [strToU8('image/openraster'), { level: 0 }],
    'stack.xml': strToU8(stack(x)),
    'data/a.png': pngBytes([6, 4], [255, 0, 0, 255]),
  }),
)
const bytes = fc
  .tuple(
    fc.oneof(
      openRaster,
      fc.constant(pngBytes([6, 4], [255, 0, 0, 255])),
      wholeSvg.map((text) => strToU8(text)),
      fc.constant(zipSync({ 'project.json': strToU8(JSON.stringify(projectOf([]))) })),
      fc.uint8Array({ maxLength: 64 }),
    ),
    fc.array(fc.tuple(fc.nat(), fc.nat({ max: 255 })), { maxLength: 4 }),
  )
  .map(([given, flips]) => {
    const copy = new Uint8Array(given)
    for (const [at, to] of flips) if (copy.length > 0) copy[at % copy.length] = to
    return copy
  })

const empty = projectOf([])

/** Art that was read goes into a project that opens again, or is refused there. */
function placeAndOpen(given: Uint8Array<ArrayBuffer>): void {
  read(
    () => readArt(given, 'a.svg', { svg: 'layers' }),
    (art) => {
      const sha256 = new Map(picturesOf(art.nodes).map((picture) => [picture, HASH]))
      for (const fit of ['fit', 'fill', 'asIs'] as const)
        read(
          () => applyRecipe(empty, (draft) => placeArt(draft, 'scene', art, { fit, sha256, makeId: ids() })),
          ({ project }) => opens(project),
        )
    },
  )
}

function opens(project: Project): void {
  const found = projectSchema.safeParse(JSON.parse(JSON.stringify(project)))
  if (!found.success) throw new Error(`does not open: ${found.error.message.slice(0, 200)}`)
}

/** What is drawn of an accepted project are numbers. */
function allNumbers(project: Project): void {
  for (const scene of project.scenes)
    for (const { properties } of scene.layers)
      for (const property of Object.values(properties)) {
        const csv = sampleCsv(property, {
          rate: { num: 24, den: 1 },
          duration: 705_600_000 as never,
          speed: true,
          library: project.bends,
        })
        if (/NaN|Infinity/.test(csv)) throw new Error(`a ${property.kind} is no number: ${csv.slice(0, 200)}`)
      }
}

const keysIn = (project: Project): KeyRef[] =>
  project.scenes[0]!.layers.flatMap(({ id, properties }) =>
    Object.entries(properties).flatMap(([property, { keys }]) =>
      keys.map(({ id: key }) => ({ scene: 'scene', layer: id, property, key })),
    ),
  )

/** The moves that can be kept of a project's layers. */
function movesOf(project: Project): unknown {
  const refs = keysIn(project)
  const kept = project.scenes[0]!.layers.flatMap(({ id }) => {
    const own = { id, name: id, role: 'entrance', varies: ['direction', 'strength'] } as const
    try {
      return [
        keepMove(
          project,
          refs.filter(({ layer }) => layer === id),
          own,
        ),
      ]
    } catch {
      return []
    }
  })
  return kept.length > 0 ? (JSON.parse(writeMoves(kept)) as unknown) : {}
}
const MOVE_SETTINGS = { direction: 40, distance: 100, strength: 2, overshoot: 0 }

/** All keys of a project as they are copied. */
function clipOf(project: Project): unknown {
  const clip = copyKeys(project, keysIn(project))
  return clip ? (JSON.parse(writeKeyClip(clip)) as unknown) : {}
}

/** Everything that reads what comes from outside, each with what it is given. */
export const READER_ATTACKS: Readonly<
  Record<string, fc.IPropertyWithHooks<never> | fc.IAsyncPropertyWithHooks<never>>
> = {
  easings: fc.property(easing, (text) => {
    read(
      () => readEasing(text),
      (bend) => {
        if (!plainBendSchema.safeParse(bend).success) throw new Error('a bend no project may hold')
        const curve = compileBend(bend)
        for (let i = 0; i <= 20; i += 1)
          if (!Number.isFinite(curve.progress(i / 20)) || Number.isNaN(curve.pace(i / 20)))
            throw new Error(`no number at ${i / 20}`)
      },
    )
  }) as never,
  pasted: fc.property(
    damaged(
      soup([
        '1',
        '\t',
        '\n',
        '5',
        'Frame',
        'Value',
        'hold',
        'ease',
        ';',
        '"',
        '2e9',
        'steps(4)',
        '#fff',
        '{"format":"arrow-bend/keys"',
      ]),
    ),
    (text) => {
      read(() => readPasted(text))
      for (const kind of ['number', 'place', 'colour', 'choice'] as const)
        read(() => readKeyTable(text, { kinds: [kind], rate: RATE }))
    },
  ) as never,
  clips: fc.property(mutated(attackedProject.map(clipOf)), (data) =>
    read(() => readKeyClip(JSON.stringify(data) ?? 'x')),
  ) as never,
  moves: fc.property(mutated(attackedProject.map(movesOf)), (data) =>
    read(
      () => readMoves(JSON.stringify(data) ?? 'x'),
      (moves) => moves.forEach((own) => moveGhosts(readyMoveOf(own), MOVE_SETTINGS, 5)),
    ),
  ) as never,
  words: fc.property(
    damaged(
      soup([
        '960',
        '+',
        '120',
        '%',
        '=',
        '1,5',
        ':',
        ';',
        '2s',
        'f',
        '30000/1001',
        '#c8401a',
        'oklch(',
        'color(',
        'rgb(',
        ')',
        ' / ',
      ]),
    ),
    (text) => {
      read(
        () => readSum(text, { current: 5, whole: 10 }),
        (sum) => {
          if (!Number.isFinite(sum)) throw new Error(`a sum of ${sum}`)
        },
      )
      read(() => parseTime(text, RATE))
      read(() => parseRate(text))
      if (isColour(text) && !parseColour(text).every(Number.isFinite))
        throw new Error('a colour that is no number')
    },
  ) as never,
  pictures: fc.property(bytes, placeAndOpen) as never,
  drawings: fc.property(fc.oneof(svg, wholeSvg), (text) =>
    placeAndOpen(new Uint8Array(strToU8(text))),
  ) as never,
  projects: fc.property(mutated(attackedProject), (data) =>
    read(
      () => readProjectData(data),
      (project) => {
        opens(project)
        allNumbers(project)
      },
    ),
  ) as never,
  files: fc.asyncProperty(bytes, async (given) => {
    try {
      await readBendFile(blobOf(given), () => Promise.resolve(HASH))
    } catch (caught) {
      if (!(caught instanceof Refusal)) throw caught
    }
  }) as never,
}
