import { describeIssues, projectSchema, type Project } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'

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

/** Checks plain data as a project, whatever border it came over. Throws BadFile. */
export function readProjectData(data: unknown): Project {
  const claims = typeof data === 'object' && data !== null ? (data as Record<string, unknown>) : {}
  if (claims['format'] !== 'arrow-bend/project') {
    throw new BadFile('This file is not an Arrow Bend project. Nothing was changed.')
  }
  if (claims['version'] !== 1) {
    const claimed = claims['version']
    const version =
      typeof claimed === 'number' || typeof claimed === 'string' ? String(claimed).slice(0, 20) : 'unknown'
    throw new BadFile(
      `This project is of version ${version}; this program reads version 1. Nothing was changed.`,
    )
  }
  const read = projectSchema.safeParse(data)
  if (!read.success) {
    throw new BadFile(`This project cannot be read: ${describeIssues(read.error)}. Nothing was changed.`)
  }
  return read.data
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch {
    throw new BadFile('This file is damaged: it is not valid JSON. Nothing was changed.')
  }
}
