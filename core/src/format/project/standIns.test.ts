import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { blobOf, bytesOf, sha256Of } from '../../../test/blobs.ts'
import { ids, projectOf } from '../../../test/trials.ts'
import { addClip, addSound } from '../../edit/index.ts'
import { projectSchema } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { readBendFile, withStandIns, writeBendFile } from './index.ts'

const clip = {
  name: 'Ferry',
  sha256: 'c'.repeat(64),
  type: 'video/webm',
  size: [320, 180],
  duration: asTicks(TICKS_PER_SECOND),
} as const

describe('a project whose clip is lost', () => {
  it('is whole again with a picture of the same size in its place, which opens', async () => {
    const project = produce(projectOf([]), (draft) => void addClip(draft, 'scene', clip, ids()))
    const whole = await withStandIns({ project, assets: new Map() }, sha256Of)
    expect(projectSchema.safeParse(whole.project).error?.issues).toBeUndefined()
    const [layer] = whole.project.scenes[0]!.layers
    expect([layer!.kind, layer!.name, layer!.source]).toEqual(['image', 'Ferry', undefined])
    expect(whole.project.assets[0]).toMatchObject({ kind: 'picture', size: [320, 180], name: 'Ferry' })
    const opened = await readBendFile(await writeBendFile(whole), sha256Of)
    expect(opened.project).toEqual(whole.project)
  })

  it('is silent where a sound is lost, and as long', async () => {
    const sound = {
      name: 'Bell',
      sha256: 'b'.repeat(64),
      type: 'audio/ogg',
      duration: clip.duration,
    } as const
    const project = produce(projectOf([]), (draft) => void addSound(draft, 'scene', sound, ids()))
    const whole = await withStandIns({ project, assets: new Map() }, sha256Of)
    expect(projectSchema.safeParse(whole.project).error?.issues).toBeUndefined()
    const [asset] = whole.project.assets
    expect(asset).toMatchObject({ kind: 'sound', type: 'audio/wav', name: 'Bell', duration: clip.duration })
    const wav = await bytesOf(whole.assets.get(asset!.sha256)!)
    // 44 bytes before 8 000 samples a second of 8 bits, at rest in the middle.
    expect([wav.length, wav[44], wav.at(-1)]).toEqual([8044, 128, 128])
    expect(new TextDecoder().decode(wav.slice(0, 4))).toBe('RIFF')
  })

  it('is the same where its clip is there', async () => {
    const project = produce(projectOf([]), (draft) => void addClip(draft, 'scene', clip, ids()))
    const file = { project, assets: new Map([[clip.sha256, blobOf('film')]]) }
    expect(await withStandIns(file, sha256Of)).toBe(file)
  })
})
