import { execFile } from 'node:child_process'
import { mkdtemp, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

const BIN = fileURLToPath(new URL('../bin/arrow-bend.mjs', import.meta.url))
const DEMO = fileURLToPath(new URL('../../demo/made/lantern-regatta.bend', import.meta.url))

interface Answer {
  readonly code: number
  readonly out: string
  readonly err: string
}

/** Runs the real command as a person would. */
function arrowBend(...args: string[]): Promise<Answer> {
  return new Promise((resolve) => {
    execFile(process.execPath, [BIN, ...args], { maxBuffer: 1e8 }, (error, out, err) => {
      resolve({ code: typeof error?.code === 'number' ? error.code : 0, out, err })
    })
  })
}

describe('arrow-bend', () => {
  it('inspects a project in words and as JSON', async () => {
    const words = await arrowBend('inspect', DEMO)
    expect(words.code).toBe(0)
    expect(words.out).toContain('Opening: 1920 × 1080 px, 24 fps, 00:00:12:00')
    expect(words.out).toContain('Boat 2, image: position (5 keys), turn (14 keys)')
    const facts = JSON.parse((await arrowBend('inspect', DEMO, '--json')).out) as {
      scenes: { seconds: number; layers: unknown[] }[]
    }
    expect(facts.scenes[0]).toMatchObject({ seconds: 12, rate: '24/1' })
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

  it('says what a bend is at given times', async () => {
    const answer = await arrowBend('bend', 'power:2', '--at', '0,0.5,1')
    expect(answer).toEqual({ code: 0, out: 'u,progress,pace\n0,0,0\n0.5,0.25,1\n1,1,2\n', err: '' })
  })

  it.each([
    [['fly'], /not a command/],
    [['inspect'], /takes one file/],
    [['inspect', '/nowhere.bend'], /no file/],
    [['inspect', DEMO, '--loud'], /--loud/],
    [['sample', DEMO], /needs a file, a layer/],
    [['sample', DEMO, '--layer', 'Nobody', '--property', 'turn'], /no layer called/],
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
      err: 'This file is damaged: it is not valid JSON. Nothing was changed.\n',
    })
  })
})
