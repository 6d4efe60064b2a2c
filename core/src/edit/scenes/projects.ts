import type { Draft } from 'immer'
import type { Project } from '../../scene/index.ts'
import { readName } from '../layers/layers.ts'

/** Renames the project. Throws BadEdit for an empty or overlong name. */
export function renameProject(draft: Draft<Project>, name: string): void {
  draft.name = readName(name)
}
