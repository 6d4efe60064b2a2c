import { BadBend } from '../../bend/index.ts'

/** The refusal of a text that is no bend; `why` begins with a colon. */
export function unreadable(text: string, why = ''): BadBend {
  return new BadBend(
    `“${text.trim().slice(0, 60)}” is not a bend${why}. Try cubic-bezier(.4, 0, .2, 1), steps(4, jump-end) or power:3/inOut.`,
  )
}
