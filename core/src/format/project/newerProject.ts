import { PROJECT_VERSION, type Project } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'

/** A project that a later version of this program wrote. */
export class NewerProject extends BadFile {
  constructor(
    version: number,
    /**
     * The project as far as it is understood; null when it holds anything this version has no word for, which a copy
     * would lose silently.
     */
    readonly asUnderstood: Project | null,
  ) {
    super(
      `This project is of version ${version}, which is newer than this program: it reads up to version ${PROJECT_VERSION}. ${
        asUnderstood
          ? 'All that is in it is understood, so a copy of it can be opened.'
          : 'It holds things this program does not know, so it is not opened.'
      } Nothing was changed.`,
    )
  }
}
