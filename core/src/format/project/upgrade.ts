import { PROJECT_VERSION } from '../../scene/index.ts'

type Plain = Readonly<Record<string, unknown>>

/** What makes data of a version data of the next. Data that are not as they should be are passed on for the schema to refuse. */
const UPGRADES: Readonly<Record<number, (project: Plain) => Plain>> = {
  1: (project) => ({
    ...project,
    version: 2,
    ...inList(project, 'bends', withoutLifts),
  }),
}

/** The oldest version that can be read. */
export const OLDEST_VERSION = 1

/**
 * Project data of an older version as data of today's. An asset that does not say what it is is a picture. Properties a
 * layer lacks are filled where layers are read, whatever the version.
 * @param project claims to be a project of a version from `OLDEST_VERSION` on
 */
export function upgradeProject(project: Plain): Plain {
  let upgraded = project
  for (let version = Number(project['version']); version < PROJECT_VERSION; version += 1)
    upgraded = UPGRADES[version]!(upgraded)
  return { ...upgraded, ...inList(upgraded, 'assets', (asset) => ({ kind: 'picture', ...asset })) }
}

function isPlain(value: unknown): value is Plain {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

/** A field that holds a list, with each thing in it made another. */
function inList(project: Plain, field: string, change: (one: Plain) => Plain): Plain {
  const list = project[field]
  return Array.isArray(list)
    ? { [field]: list.map((one: unknown) => (isPlain(one) ? change(one) : one)) }
    : {}
}

/** Library bends have no units, so they carry no lift: version 1 did not refuse it and did not play it. */
function withoutLifts(named: Plain): Plain {
  const { bend } = named
  if (!isPlain(bend) || bend['kind'] !== 'handles') return named
  const side = (handle: unknown): unknown => {
    if (!isPlain(handle)) return handle
    return Object.fromEntries(Object.entries(handle).filter(([field]) => field !== 'lift'))
  }
  return { ...named, bend: { ...bend, leave: side(bend['leave']), arrive: side(bend['arrive']) } }
}
