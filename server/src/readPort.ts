/** The port used when none is asked for. */
export const USUAL_PORT = 4173

/** Reads PORT; null when it is no port. Port 0 takes any free one. */
export function readPort(text: string | undefined): number | null {
  if (text === undefined || text.trim() === '') return USUAL_PORT
  const port = Number(text)
  return Number.isInteger(port) && port >= 0 && port <= 65535 ? port : null
}
