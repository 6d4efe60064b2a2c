import { extname } from 'node:path'

/** What is drawn frame by frame, which takes a browser. */
export const FILM_FORMS = ['webm', 'mp4', 'gif', 'png'] as const
export type FilmForm = (typeof FILM_FORMS)[number]

export const isFilmForm = (name: string): name is FilmForm => (FILM_FORMS as readonly string[]).includes(name)

/** The form a file of this name has; null where its ending names none. */
export function filmFormOfEnding(name: string): FilmForm | null {
  const ending = extname(name).slice(1).toLowerCase()
  return isFilmForm(ending) ? ending : null
}
