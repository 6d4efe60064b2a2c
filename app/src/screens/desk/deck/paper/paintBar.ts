import type { Brush } from './useRowPaper.ts'

/** All that is seen of a layer's own row, px. */
export interface BarFace {
  readonly bar: { readonly x: number; readonly width: number }
  /** A capsule for every moment with keys, higher for more of them. */
  readonly capsules: readonly { readonly x: number; readonly height: number; readonly chosen: boolean }[]
}

const MIDDLE = 13
const CAPSULE = 5

/** Paints the bar a layer shows for, and its capsules on it. */
export function paintBar({ on, ink }: Brush, { bar, capsules }: BarFace): void {
  on.beginPath()
  on.roundRect(bar.x, 4.5, bar.width, 17, Math.min(4, bar.width / 2))
  on.fillStyle = ink('sheet-2')
  on.fill()
  on.strokeStyle = ink('rule')
  on.stroke()
  on.lineCap = 'round'
  on.lineWidth = CAPSULE
  for (const chosen of [false, true]) {
    on.beginPath()
    for (const capsule of capsules) {
      if (capsule.chosen !== chosen) continue
      const reach = (capsule.height - CAPSULE) / 2
      on.moveTo(capsule.x, MIDDLE - reach)
      on.lineTo(capsule.x, MIDDLE + reach)
    }
    on.strokeStyle = ink(chosen ? 'pencil' : 'ink-2')
    on.stroke()
  }
}
