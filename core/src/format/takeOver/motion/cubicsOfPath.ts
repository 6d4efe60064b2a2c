import { compileRoute, type Cubic } from '../../../route/index.ts'
import { outlineCubics } from '../../../scene/index.ts'
import { pathOutlines } from '../../svg/index.ts'
import { withoutChords } from './withoutChords.ts'

/** Points nearer than this are one, px. */
const SAME = 1e-9

/**
 * The first subpath of path data as cubics, without pieces of no length; a run of many short straight ways that bends evenly
 * becomes the few cubics it was made from.
 */
export function cubicsOfPath(data: string): readonly Cubic[] {
  const [outline] = pathOutlines(data, [1, 0, 0, 1, 0, 0])
  const cubics = outline ? outlineCubics(outline) : []
  return withoutChords(cubics.filter((cubic) => compileRoute(cubic).length > SAME))
}
