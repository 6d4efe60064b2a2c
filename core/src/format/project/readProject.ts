import { describeIssues, PROJECT_VERSION, projectSchema, type Project } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'
import { NewerProject } from './newerProject.ts'
import { OLDEST_VERSION, upgradeProject } from './upgrade.ts'

/** The longest project text read, in characters. */
const LONGEST_JSON = 64 * 1024 * 1024

/**
 * Reads project JSON, checked whole. Throws BadFile with the path to the first trouble.
 * @param text the contents of `project.json`
 */
export function readProjectJson(text: string): Project {
  if (text.length > LONGEST_JSON)
    throw new BadFile('This project is too large to open (over 64 MB of text). Nothing was changed.')
  return readProjectData(parseJson(text))
}

/**
 * Checks plain data as a project, whatever border it came over, and upgrades what an older version wrote.
 * @throws BadFile, and NewerProject for what a later version of this program wrote
 */
export function readProjectData(data: unknown): Project {
  const claims = typeof data === 'object' && data !== null ? (data as Record<string, unknown>) : {}
  if (claims['format'] !== 'arrow-bend/project') {
    throw new BadFile('This file is not an Arrow Bend project. Nothing was changed.')
  }
  const { version } = claims
  if (!isWhole(version) || version < OLDEST_VERSION) throw new BadFile(unknownVersion(version))
  if (version > PROJECT_VERSION) {
    const asToday = projectSchema.safeParse({ ...claims, version: PROJECT_VERSION })
    throw new NewerProject(version, asToday.success ? asToday.data : null)
  }
  const read = projectSchema.safeParse(upgradeProject(claims))
  if (!read.success) {
    throw new BadFile(`This project cannot be read: ${describeIssues(read.error)}. Nothing was changed.`)
  }
  return read.data
}

const isWhole = (version: unknown): version is number => Number.isSafeInteger(version)

function unknownVersion(claimed: unknown): string {
  const version =
    typeof claimed === 'number' || typeof claimed === 'string' ? String(claimed).slice(0, 20) : 'unknown'
  return `This project is of version ${version}; this program reads versions ${OLDEST_VERSION} to ${PROJECT_VERSION}. Nothing was changed.`
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch {
    throw new BadFile('This file is damaged: it is not valid JSON. Nothing was changed.')
  }
}
