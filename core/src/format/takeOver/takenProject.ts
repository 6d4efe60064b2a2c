import { produce } from 'immer'
import { addTakenScene } from '../../edit/index.ts'
import {
  describeIssues,
  PROJECT_VERSION,
  projectSchema,
  type ArtPicture,
  type Project,
} from '../../scene/index.ts'
import type { ProjectFile, Sha256 } from '../project/index.ts'
import { BadFile } from '../badFile.ts'
import { groundFor } from './groundFor.ts'
import type { TakenOver } from './takenOver.ts'

/**
 * A file that moves as a project of its own.
 * @throws BadFile where it would hold what no project may
 */
export async function takenProject(
  taken: TakenOver,
  { makeId, sha256 }: { readonly makeId: () => string; readonly sha256: Sha256 },
): Promise<ProjectFile> {
  const pictures = [...taken.pictures.values()]
  const hashes = new Map<ArtPicture, string>()
  const assets = new Map<string, Blob>()
  for (const picture of pictures) {
    const bytes = new Blob([picture.bytes], { type: picture.type })
    const hash = await sha256(bytes)
    hashes.set(picture, hash)
    assets.set(hash, bytes)
  }
  const empty: Project = {
    format: 'arrow-bend/project',
    version: PROJECT_VERSION,
    id: makeId(),
    name: taken.name,
    scenes: [],
    bends: [],
    assets: [],
  }
  const project = produce(empty, (draft) => {
    addTakenScene(draft, taken, { sha256: hashes, makeId, background: groundFor(taken) })
  })
  const checked = projectSchema.safeParse(project)
  if (!checked.success)
    throw new BadFile(
      `This file holds what no project can: ${describeIssues(checked.error)}. Nothing was changed.`,
    )
  return { project, assets }
}
