import type { Brush } from './useRowPaper.ts'

/** All that is seen of a layer's own row, px. */
export interface BarFace {
  readonly bar: { readonly x: number; readonly width: number }
  /** What a clip shows, from place to place. */
  readonly pictures: readonly { readonly x: number; readonly width: number; readonly picture: ImageBitmap }[]
  /** What a sound is like along it. */
  readonly wave: string
  /** Where what it shows has run out. */
  readonly runOut: readonly { readonly x: number; readonly width: number }[]
  /** A capsule for every moment with keys, higher for more of them. */
  readonly capsules: readonly { readonly x: number; readonly height: number; readonly chosen: boolean }[]
}

const MIDDLE = 13
const CAPSULE = 5

/** Paints the bar a layer shows for, and its capsules on it. */
export function paintBar({ on, ink }: Brush, { bar, pictures, wave, runOut, capsules }: BarFace): void {
  on.beginPath()
  on.roundRect(bar.x, 4.5, bar.width, 17, Math.min(4, bar.width / 2))
  on.fillStyle = ink('sheet-2')
  on.fill()
  if (pictures.length > 0) {
    on.save()
    on.clip()
    for (const { x, width, picture } of pictures) on.drawImage(picture, x, 5, width, 16)
    // Keys and hatching are to be seen on it.
    on.globalAlpha = 0.35
    on.fill()
    on.restore()
  }
  on.strokeStyle = ink('rule')
  on.stroke()
  if (wave) {
    on.fillStyle = ink('hue-sound')
    on.globalAlpha = 0.8
    on.fill(new Path2D(wave))
    on.globalAlpha = 1
  }
  for (const stretch of runOut) hatch({ on, ink }, stretch)
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

/** px from line to line. */
const HATCH = 6

function hatch({ on, ink }: Pick<Brush, 'on' | 'ink'>, { x, width }: BarFace['runOut'][number]): void {
  on.save()
  on.beginPath()
  on.rect(x, 5, width, 16)
  on.clip()
  on.beginPath()
  // The same lines wherever the stretch begins and ends.
  for (let at = Math.floor((x - 16) / HATCH) * HATCH; at < x + width; at += HATCH) {
    on.moveTo(at, 21)
    on.lineTo(at + 16, 5)
  }
  on.lineWidth = 1
  on.strokeStyle = ink('ink-2')
  on.stroke()
  on.restore()
}
