import { nanoid } from 'nanoid'
import { withStandIns, writeBendFile, type ProjectFile } from '@arrow-bend/core/format/project'
import { PROJECT_VERSION, type Project } from '@arrow-bend/core/scene'
import { type FrameRate, snapToFrame, ticksOfFrame, ticksOfSeconds } from '@arrow-bend/core/time'
import demoUrl from '../../../../demo/made/lantern-regatta.bend?url'
import { assetShelf, projectStorage, sha256, type ReadAsset } from '../../storage/index.ts'
import { drawThumbnail } from '../../work/frameDrawer.ts'
import { readProjectFile } from '../../work/fileReader.ts'

/** Where the demo's playhead stands at first. */
const DEMO_FRAME = 98

export interface NewProject {
  readonly name: string
  readonly size: readonly [number, number]
  readonly rate: FrameRate
  readonly seconds: number
}

/** An empty project of one scene. */
export function makeProject({ name, size, rate, seconds }: NewProject): Project {
  return {
    format: 'arrow-bend/project',
    version: PROJECT_VERSION,
    id: nanoid(),
    name,
    scenes: [
      {
        id: nanoid(10),
        name: 'Scene 1',
        size,
        rate,
        duration: snapToFrame(ticksOfSeconds(seconds), rate),
        background: '#f7f4ec',
        layers: [],
        markers: [],
        playRange: null,
      },
    ],
    bends: [],
    assets: [],
  }
}

/** The demo as it ships, under an id of its own unless `id` is given. */
export async function readDemo(id: string = nanoid()): Promise<ProjectFile> {
  const answer = await fetch(demoUrl)
  const file = await readProjectFile(new File([await answer.blob()], 'lantern-regatta.bend'))
  // Its first picture is a closed curtain; it opens where there is something to see.
  const scene = file.project.scenes[0]!
  await projectStorage.keepPreference(`playhead:${id}/${scene.id}`, ticksOfFrame(DEMO_FRAME, scene.rate))
  return { ...file, project: { ...file.project, id } }
}

/**
 * Keeps a project in the browser with a thumbnail; a picture that cannot be drawn is no reason to fail.
 * @param signal calls it off
 */
export async function keepProject(file: ProjectFile, signal?: AbortSignal): Promise<void> {
  const { project, assets } = file
  const read: ReadAsset = ({ sha256: hash, type }) => {
    const bytes = assets.get(hash)
    // A copy of a project has its pictures in the browser already.
    return bytes ? Promise.resolve(bytes) : assetShelf.read({ sha256: hash, type })
  }
  const thumbnail = await drawThumbnail(project, read).catch(() => null)
  await projectStorage.add(file, thumbnail, signal)
}

/** A copy of a file's project under a new id, so that opening a file never overwrites what is there. */
export function withNewId({ project, assets }: ProjectFile, name = project.name): ProjectFile {
  return { project: { ...project, id: nanoid(), name }, assets }
}

/** A `.bend` file; a stand-in takes the place of a picture that is missing. */
export const packProject = async (file: ProjectFile): Promise<Blob> =>
  writeBendFile(await withStandIns(file, async (bytes) => sha256(new Uint8Array(await bytes.arrayBuffer()))))
