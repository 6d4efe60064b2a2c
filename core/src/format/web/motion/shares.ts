/** Of the whole. A round of a loop ends one tick (1.4 ns) before the next begins: moments have to be told apart more finely. */
const PARTS = 1e12

/** A moment as a share of the whole, never later than meant: a picture asked for at a jump has to be the one after it. */
export const shareDown = (share: number): number => Math.floor(share * PARTS) / PARTS

/** The same as CSS writes it in front of a key. */
export const percentText = (share: number): string => `${Math.floor(share * PARTS) / (PARTS / 100)}%`
