/** A moment to so many decimals, never later than meant: a picture asked for at a jump has to be the one after it. */
export function shareText(share: number, decimals: number): string {
  const parts = 10 ** decimals
  return String(Math.floor(share * parts) / parts)
}
