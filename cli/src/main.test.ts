import { mkdtemp, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { hat, kick, RATE, track } from '../../core/test/soundTrials.ts'
import { wavBytes } from '../../core/test/wavBytes.ts'
import { arrowBend, DEMO, shell } from '../test/arrowBend.ts'

/** A project with a property of every kind, one span linked to a library bend, one position split. */
function everyKind(): unknown {
  const key = (id: string, t: number, value: unknown, bend: unknown = { kind: 'linear' }) => ({
    id,
    t,
    value,
    bend,
    through: 'corner',
  })
  const moving = (kind: string, from: unknown, to: unknown, bend?: unknown) => ({
    kind,
    value: from,
    keys: [key('a', 0, from, bend), key('b', 705600000, to)],
  })
  const arm = { angle: 0, length: 0 }
  const outline = (size: number) => ({
    closed: false,
    vertices: [
      { at: [0, 0], arrive: arm, leave: arm, corner: 0 },
      { at: [size, size], arrive: arm, leave: arm, corner: 0 },
    ],
  })
  const still = (kind: string, value: unknown) => ({ kind, value, keys: [] })
  const placed = {
    pivot: still('pair', [0, 0]),
    scale: moving('pair', [100, 100], [50, 80]),
    turn: moving('turn', 0, 90, { kind: 'linked', bendId: 'soft' }),
    opacity: moving('number', 100, 0, { kind: 'hold' }),
    fill: moving('colour', '#c8401a', '#0e6b75'),
  }
  const layer = { parent: null, span: [0, 705600000], visible: true, locked: false }
  return {
    format: 'arrow-bend/project',
    version: 1,
    id: 'p',
    name: 'Every kind',
    bends: [{ id: 'soft', name: 'Soft', bend: { kind: 'family', family: 'power', power: 2 } }],
    assets: [],
    scenes: [
      {
        id: 's',
        name: 'Scene',
        size: [640, 360],
        rate: { num: 24, den: 1 },
        duration: 705600000,
        background: '#ffffff',
        markers: [],
        playRange: null,
        layers: [
          {
            ...layer,
            id: 'shape',
            name: 'Shape',
            kind: 'path',
            turnAlongRoute: 0,
            properties: {
              ...placed,
              position: moving('place', [0, 0], [90, 50]),
              outline: moving('outline', outline(10), outline(40)),
              stroke: still('colour', '#000000'),
              'stroke width': still('number', 1),
            },
          },
          {
            ...layer,
            id: 'words',
            name: 'Words',
            kind: 'text',
            properties: {
              ...placed,
              position: { ...still('place', [0, 0]), split: true },
              'position x': moving('number', 0, 50),
              'position y': moving('number', 0, -50),
              content: moving('choice', 'Cast off', 'Moor'),
              'font size': still('number', 40),
              weight: still('number', 400),
              'letter spacing': still('number', 0),
            },
          },
        ],
      },
    ],
  }
}

describe('arrow-bend', () => {
  it('inspects a project in words and as JSON', async () => {
    const words = await arrowBend('inspect', DEMO)
    expect(words.code).toBe(0)
    expect(words.out).toContain('Opening: 1920 × 1080 px, 24 fps, 00:00:12:00')
    expect(words.out).toContain('Boat 2, image: position (5 keys), turn (1 pattern)')
    const facts = JSON.parse((await arrowBend('inspect', DEMO, '--json')).out) as {
      scenes: { seconds: number; layers: unknown[] }[]
    }
    expect(facts.scenes[0]).toMatchObject({ seconds: 12, rate: '24/1' })
  })

  it('samples the turn of what rolls as its route turns it', async () => {
    const project = everyKind() as {
      version: number
      scenes: { layers: { name: string; rolls?: unknown; properties: Record<string, unknown> }[] }[]
    }
    const key = (id: string, t: number, value: readonly number[]) => ({
      id,
      t,
      value,
      bend: { kind: 'linear' },
      through: 'corner',
    })
    const keys = [key('a', 0, [0, 0]), key('b', 705600000, [300, 400])]
    const wheel = project.scenes[0]!.layers[0]!
    project.version = 2
    Object.assign(wheel, { name: 'Wheel', rolls: { radius: 50, offset: 7, side: 'left' } })
    wheel.properties['position'] = { kind: 'place', value: [0, 0], keys }
    const folder = await mkdtemp(join(tmpdir(), 'arrow-bend-'))
    const path = join(folder, 'wheel.json')
    await writeFile(path, JSON.stringify(project))
    const { out, err, code } = await arrowBend(
      'sample',
      path,
      '--layer',
      'Wheel',
      '--property',
      'turn',
      '--speed',
    )
    expect([code, err]).toEqual([0, ''])
    const row = out.split('\n')[13]!.split(',').map(Number)
    const whole = (-360 * 500) / (2 * Math.PI * 50)
    expect(row[2]).toBeCloseTo(7 + whole / 2, 9)
    expect(row[3]).toBeCloseTo(whole, 9)
  })

  it('lists the bends of a library in words, as CSS and as JSON', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'arrow-bend-'))
    const path = join(folder, 'bends.json')
    const project = everyKind() as { version: number; bends: unknown[] }
    const handles = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.2, rise: 0 } }
    const bends = [
      ...project.bends,
      { id: 'house', name: 'House ease', bend: handles, tags: ['crisp'] },
      { id: 'again', name: 'house EASE!', bend: { kind: 'hold' } },
    ]
    await writeFile(path, JSON.stringify({ ...project, version: 2, bends }))
    const words = await arrowBend('bends', path)
    expect(words.out).toContain('House ease (crisp): cubic-bezier(0.4, 0, 0.8, 1)\n')
    const css = (await arrowBend('bends', path, '--css')).out
    expect(css).toMatch(/^:root \{\n {2}--soft: linear\(/)
    expect(css).toContain(
      '  --house-ease: cubic-bezier(0.4, 0, 0.8, 1);\n  --house-ease-2: steps(1, end);\n}\n',
    )
    expect(JSON.parse((await arrowBend('bends', path, '--json')).out)).toEqual(bends)
    expect((await arrowBend('bends', path, '--css', '--json')).code).toBe(2)
  })

  it('tells how two motions differ', async () => {
    const { out, code } = await arrowBend(
      'match',
      DEMO,
      'Left panel/position',
      'Title/opacity',
      '--to',
      '2s',
      '--json',
    )
    expect(code).toBe(0)
    const match = JSON.parse(out) as {
      offsetFrames: { start: number; end: number }
      largest: { percent: number; frame: number }
      peaks: { speed: number; frame: number }[]
    }
    expect(match.offsetFrames).toEqual({ start: 24, end: 0 })
    expect(match.largest.percent).toBeGreaterThan(5)
    expect(match.largest.frame).toBeLessThan(40)
    expect(match.peaks[0]!.frame).toBeCloseTo(20, 1)
    const words = await arrowBend('match', DEMO, 'Left panel/position', 'Right panel/position')
    expect(words.out).toContain('start   0 frames later\nend     0 frames later\napart   0 % at most')
    const wrong = await arrowBend('match', DEMO, 'Left panel/position', 'Mast/position')
    expect([wrong.code, wrong.err]).toEqual([2, 'The position of “Mast” has fewer than two keys there.\n'])
    expect((await arrowBend('match', DEMO, 'Mast')).code).toBe(2)
  })

  it('samples a property at the scene’s rate or another', async () => {
    const own = await arrowBend('sample', DEMO, '--layer', 'Moon', '--property', 'position', '--speed')
    expect(own.out.trimEnd().split('\n')).toHaveLength(289)
    expect(own.out.startsWith('frame,seconds,x,y,speed\n0,0,1290,720,')).toBe(true)
    const faster = await arrowBend(
      'sample',
      DEMO,
      '--layer',
      'Moon',
      '--property',
      'position',
      '--rate',
      '60',
    )
    expect(faster.out.trimEnd().split('\n')).toHaveLength(721)
  })

  it('samples live patterns with what the keys say, and their speed', async () => {
    const project = everyKind() as { scenes: { layers: { properties: Record<string, object> }[] }[] }
    const turn = project.scenes[0]!.layers[0]!.properties['turn']!
    const pattern = { id: 'p', kind: 'sine', from: 0, to: 705_600_000, low: -10, high: 30 }
    Object.assign(turn, { patterns: [{ ...pattern, frequency: 2, phase: 0.1, mode: 'replace' }] })
    const folder = await mkdtemp(join(tmpdir(), 'bend-'))
    const path = join(folder, 'patterns.json')
    await writeFile(path, JSON.stringify(project))
    const asked = ['--layer', 'Shape', '--property', 'turn', '--speed', '--rate', '24']
    const { out } = await arrowBend('sample', path, ...asked)
    for (const row of out.trimEnd().split('\n').slice(1)) {
      const [, seconds, value, speed] = row.split(',').map(Number)
      const angle = 2 * Math.PI * (2 * seconds! + 0.1)
      expect(value).toBeCloseTo(10 + 20 * Math.sin(angle), 9)
      expect(speed).toBeCloseTo(20 * 4 * Math.PI * Math.cos(angle), 7)
    }
    expect((await arrowBend('inspect', path)).out).toContain('turn (2 keys, 1 pattern)')
  })

  it('says what a bend is at given times', async () => {
    const answer = await arrowBend('bend', 'power:2', '--at', '0,0.5,1')
    expect(answer).toEqual({ code: 0, out: 'u,progress,pace\n0,0,0\n0.5,0.25,1\n1,1,2\n', err: '' })
  })

  it('answers for every kind of bend: CSS, families, points as JSON, and by name from a project’s library', async () => {
    const points = JSON.stringify({
      kind: 'points',
      nodes: [
        { at: [0, 0], arrive: [0, 0], leave: [0, 0], through: 'corner' },
        { at: [0.5, 0.9], arrive: [0, 0], leave: [0, 0], through: 'corner' },
        { at: [1, 1], arrive: [0, 0], leave: [0, 0], through: 'corner' },
      ],
    })
    const lifted = JSON.stringify({
      kind: 'handles',
      leave: { reach: 0.5, rise: 0.5 },
      arrive: { reach: 0.5, rise: 0.5 },
    })
    const specs: readonly (readonly [string, number])[] = [
      ['linear', 0.5],
      ['hold', 0],
      ['steps(4, jump-none)', 2 / 3],
      ['linear(0, 0.2 40% 60%, 1)', 0.2],
      ['ease-in-out', 0.5],
      ['sine/inOut', 0.5],
      ['bounce:3,0.5/inOut', 0.5],
      ['spring:0.3/inOut', 0.5],
      ['elastic/inOut', 0.5],
      [points, 0.9],
      [lifted, 0.5],
    ]
    for (const [spec, half] of specs) {
      const { code, out } = await arrowBend('bend', spec, '--at', '0,0.5,1')
      expect(code, spec).toBe(0)
      const rows = out
        .trimEnd()
        .split('\n')
        .slice(1)
        .map((row) => Number(row.split(',')[1]))
      expect(rows[1], spec).toBeCloseTo(half, 6)
      expect(rows[2], spec).toBe(1)
    }
    const path = join(await mkdtemp(join(tmpdir(), 'bend-')), 'project.json')
    await writeFile(path, JSON.stringify(everyKind()))
    const named = await arrowBend('bend', 'Soft', '--file', path, '--at', '0.5')
    expect(named.out).toBe('u,progress,pace\n0.5,0.25,1\n')
    const missing = await arrowBend('bend', 'Hard', '--file', path)
    expect(missing).toMatchObject({ code: 2, err: expect.stringContaining('“Soft”') as string })
  }, 60_000)

  it('finds beats in a WAV file, in a band, and says how loud it is', async () => {
    const made = track({ tempo: 120, seconds: 12, hit: kick, between: hat })
    const whole = Int32Array.from(made.sound.channels[0]!, (one) => Math.round(one * 20_000))
    const path = join(await mkdtemp(join(tmpdir(), 'bend-')), 'drums.wav')
    await writeFile(path, wavBytes([whole, whole], { rate: RATE }))
    const lines = (await arrowBend('beats', path, '--low', '40', '--high', '150')).out.trimEnd().split('\n')
    expect(lines).toHaveLength(made.times.length)
    lines.forEach((line, i) => {
      const [seconds, strength] = line.split(' ').map(Number)
      expect(Math.abs(seconds! - made.times[i]!)).toBeLessThanOrEqual(0.02)
      expect(strength).toBeGreaterThan(0)
    })
    const json = JSON.parse((await arrowBend('beats', path, '--json')).out) as { seconds: number }[]
    expect(json.length).toBeGreaterThan(lines.length * 1.8)
    const rows = (await arrowBend('level', path, '--rate', '24', '--high', '150')).out.trimEnd().split('\n')
    expect(rows[0]).toBe('frame,seconds,level')
    expect(rows).toHaveLength(1 + 13 * 24)
    const loud = rows.slice(1).map((row) => Number(row.split(',')[2]))
    expect(loud[Math.round(made.times[3]! * 24)]).toBeGreaterThan(0.05)
    expect(loud.at(-1)).toBeLessThan(1e-3)
  }, 60_000)

  it('samples every kind of property', async () => {
    const path = join(await mkdtemp(join(tmpdir(), 'bend-')), 'project.json')
    await writeFile(path, JSON.stringify(everyKind()))
    const heads = {
      position: 'frame,seconds,x,y,speed',
      scale: 'frame,seconds,x,y,speed x,speed y',
      turn: 'frame,seconds,value,speed',
      opacity: 'frame,seconds,value,speed',
      fill: 'frame,seconds,l,a,b,alpha,speed l,speed a,speed b,speed alpha',
      outline:
        'frame,seconds,x 1,y 1,arrive angle 1,arrive length 1,leave angle 1,leave length 1,corner 1,x 2,',
    }
    for (const [property, head] of Object.entries(heads)) {
      const { code, out } = await arrowBend(
        'sample',
        path,
        '--layer',
        'Shape',
        '--property',
        property,
        '--speed',
      )
      expect(code, property).toBe(0)
      expect(out.startsWith(head), out.slice(0, 90)).toBe(true)
      expect(out).not.toMatch(/NaN|Infinity|undefined/)
    }
    const words = await arrowBend('sample', path, '--layer', 'Words', '--property', 'content')
    expect(words.out.split('\n').slice(0, 2)).toEqual(['frame,seconds,value', '0,0,"Cast off"'])
    const split = await arrowBend('sample', path, '--layer', 'Words', '--property', 'position')
    expect(split).toMatchObject({ code: 2, err: expect.stringContaining('is split') as string })
    expect((await arrowBend('sample', path, '--layer', 'Words', '--property', 'position y')).code).toBe(0)
  }, 60_000)

  it.each([
    [['fly'], /not a command/],
    [['inspect'], /takes one file/],
    [['beats'], /takes one sound/],
    [['beats', 'nothing.wav'], /There is no file/],
    [['beats', DEMO], /No sound can be read/],
    [['beats', DEMO, '--low', 'deep'], /is not a number/],
    [['level'], /takes one sound/],
    [['inspect', '/nowhere.bend'], /no file/],
    [['inspect', DEMO, '--loud'], /--loud/],
    [['sample', DEMO], /needs a file, a layer/],
    [['sample', DEMO, '--layer', 'Nobody', '--property', 'turn'], /no layer called/],
    [['sample', DEMO, '--layer', 'boat2', '--property', 'turn'], /Did you mean “Boat 2”/],
    [['sample', DEMO, '--layer', 'Moon', '--property', 'positon'], /Did you mean “position”/],
    [['sampel', DEMO], /Did you mean “sample”/],
    [['sample', DEMO, '--layer', 'qqq', '--property', 'turn'], /There are “.* more\./],
    [['sample', DEMO, '--layer', 'Moon', '--property', 'wings'], /no wings/],
    [['sample', DEMO, '--layer', 'Moon', '--property', 'turn', '--rate', '23'], /not a frame rate/],
    [['bend', 'wobble'], /not a bend/],
    [['bend', 'linear', '--at', '2'], /not a share of time/],
  ])('answers %j with one sentence and exit 2', async (args, sentence) => {
    const { code, out, err } = await arrowBend(...args)
    expect(code).toBe(2)
    expect(out).toBe('')
    expect(err).toMatch(sentence)
    expect(err.trimEnd()).not.toContain('\n')
  })

  it('refuses a file that is no project', async () => {
    const path = join(await mkdtemp(join(tmpdir(), 'bend-')), 'x.bend')
    await writeFile(path, 'hello')
    expect(await arrowBend('inspect', path)).toMatchObject({
      code: 2,
      err: 'This file is damaged: it is not valid JSON.\n',
    })
  })
})

describe('a process', () => {
  it('gives the same result as the command within, and its exit code', async () => {
    const asked = ['bend', 'power:2', '--at', '0.5']
    expect(await shell(`$AB ${asked.join(' ')}`)).toEqual(await arrowBend(...asked))
    expect(await shell('$AB convert "$DEMO" - --as css')).toEqual(
      await arrowBend('convert', DEMO, '-', '--as', 'css'),
    )
    expect(await shell('$AB fly')).toEqual(await arrowBend('fly'))
    expect((await shell('$AB fly')).code).toBe(2)
  })
})

describe('a pipe', () => {
  it('that closes early ends it quietly', async () => {
    const line =
      'set -o pipefail; $AB sample "$DEMO" --layer "Boat 2" --property position --rate 120 | head -1'
    expect(await shell(line)).toEqual({ code: 0, out: 'frame,seconds,x,y\n', err: '' })
    expect(await shell('$AB inspect "$DEMO" >&-')).toMatchObject({ code: 0, err: '' })
  })

  it('that is full is told in one sentence', async () => {
    const full = await shell('$AB inspect "$DEMO" > /dev/full')
    expect(full).toMatchObject({ code: 2, err: 'The result could not be written (ENOSPC).\n' })
  })

  it('without an end is read no further than a project can be', async () => {
    const endless = await arrowBend('inspect', '/dev/zero')
    expect(endless).toMatchObject({ code: 2, out: '' })
    expect(endless.err).toMatch(/over 256 MB/)
    expect(await shell('cat "$DEMO" | $AB inspect /dev/stdin')).toMatchObject({ code: 0, err: '' })
  })
})

describe('words', () => {
  it.each([['-h'], ['--help'], ['help'], ['sample', '-h'], ['bend', '--help']])(
    'of help are shown: %s %s',
    async (...args) => {
      const { code, out } = await arrowBend(...args.filter(Boolean))
      expect(code).toBe(0)
      expect(out).toMatch(/^Usage:/)
    },
  )

  it.each([
    ['inspect', 'scenes'],
    ['sample', 'one row a frame'],
    ['bend', 'pace'],
  ])('of %s say what it does, with an example', async (command, about) => {
    const { out } = await arrowBend(command, '--help')
    expect(out).toContain(about)
    expect(out).toMatch(new RegExp(`Example:\n  arrow-bend ${command} `))
    expect((await arrowBend('help', command)).out).toBe(out)
  })

  it('of the version are shown', async () => {
    expect((await arrowBend('--version')).out).toMatch(/^\d+\.\d+\.\d+\n$/)
  })

  it.each([
    [['inspect', DEMO, 'more']],
    [['sample', DEMO, 'more', '--layer', 'Boat 2', '--property', 'turn']],
    [['bend', 'linear', 'more']],
    [['sample', DEMO, '--layer', 'Boat 2', '--property', 'turn', '--scene', 'None']],
    [['sample', DEMO, '--layer', 'Boat 2', '--property', 'constructor']],
    [['sample', DEMO, '--layer', 'constructor', '--property', 'turn']],
    [['bend', '__proto__']],
    [['constructor']],
  ])('that mean nothing are refused: %j', async (args) => {
    const { code, out, err } = await arrowBend(...args)
    expect([code, out]).toEqual([2, ''])
    expect(err).toMatch(/^[^\n]*\.\n$/)
  })

  it('of a bend are never NaN; a pace without bound is left empty', async () => {
    for (const spec of [
      'cubic-bezier(0, 1, 0, 1)',
      'cubic-bezier(1, 0, 0, 1)',
      'elastic',
      'steps(3, jump-none)',
      'linear(0, 0.2 50% 50%, 1)',
    ]) {
      const { code, out } = await arrowBend('bend', spec, '--at', '0,0.5,1')
      expect(code).toBe(0)
      expect(out).not.toMatch(/NaN|Infinity/)
    }
    expect((await arrowBend('bend', 'cubic-bezier(0, 1, 0, 1)', '--at', '0')).out).toBe(
      'u,progress,pace\n0,0,\n',
    )
  })
})
