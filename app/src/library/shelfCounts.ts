import type { ShelfName } from '../session/view/bendShelf.ts'
import type { ShelfBend } from './shelfBend.ts'

/** How many bends stand on each shelf. */
export function shelfCounts(
  all: readonly ShelfBend[],
  { favourites, recent }: { readonly favourites: readonly string[]; readonly recent: readonly string[] },
): Readonly<Record<ShelfName, number>> {
  const keys = new Set(all.map(({ key }) => key))
  const on = (shelf: ShelfBend['shelf']): number => all.filter((one) => one.shelf === shelf).length
  return {
    all: all.length,
    project: on('project'),
    own: on('own'),
    ready: on('ready'),
    favourites: favourites.filter((key) => keys.has(key)).length,
    recent: recent.filter((key) => keys.has(key)).length,
    used: all.filter(({ use }) => use !== null).length,
  }
}
