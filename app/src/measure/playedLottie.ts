import type { ShownLayer } from '@arrow-bend/core/format/handOver'
import { isTogether } from '@arrow-bend/core/format/lottie'
import lottie, { type AnimationItem } from 'lottie-web/build/player/lottie_light'
import type { Played } from './playedFrame.ts'

/** What the player knows of a layer it draws. */
interface PlayerLayer {
  readonly isInRange: boolean
  readonly baseElement: SVGGElement
  /** Of a picture. */
  readonly assetData?: { readonly w: number; readonly h: number }
  readonly finalTransform: {
    readonly mat: { readonly props: ArrayLike<number> }
    readonly mProp: { readonly o: { readonly v: number } }
  }
}
/** Layers with what draws them: of an animation, or of a composition in it. */
interface Listed {
  readonly elements: readonly (PlayerLayer | true | undefined)[]
  readonly layers: readonly { readonly ty: number; readonly td?: number; readonly refId?: string }[]
}
interface PlayerInside {
  readonly frameRate: number
  readonly renderer: Listed
}

/** Compositions, pictures and shapes: kinds of layers of the specification that draw something. */
const DRAWN: ReadonlySet<number> = new Set([0, 2, 4])
const MARKS = [
  [0, 0],
  [100, 0],
  [0, 100],
] as const

/** Plays a Lottie animation by lottie-web’s SVG renderer, unseen. */
export async function playedLottie(text: string): Promise<Played> {
  const container = document.createElement('div')
  const player: AnimationItem = lottie.loadAnimation({
    container,
    renderer: 'svg',
    loop: false,
    autoplay: false,
    animationData: JSON.parse(text) as object,
  })
  if (!player.isLoaded)
    await new Promise<void>((resolve) => player.addEventListener('DOMLoaded', () => resolve()))
  player.setSubframe(true)
  // A frame that is shown already is not drawn again.
  player.goToAndStop(1, true)
  const inside = player as unknown as PlayerInside
  const shownAt = (time: number): ShownLayer[] => {
    player.goToAndStop((time * inside.frameRate) / 1000, true)
    // Layers are listed from the top.
    return shownLayers(inside.renderer).reverse()
  }
  return { shownAt: (times) => Promise.resolve(times.map(shownAt)), end: () => player.destroy() }
}

/** What is drawn, the topmost first; mattes are shown by what they mask, and what lies together as its parts. */
function shownLayers({ elements, layers }: Listed): ShownLayer[] {
  return layers.flatMap(({ ty, td, refId }, i) => {
    if (!DRAWN.has(ty) || td) return []
    const one = elements[i]
    const isParts = ty === 0 && isTogether(refId!)
    return isParts && one && one !== true ? shownLayers(one as unknown as Listed) : [shownLayer(one)]
  })
}

function shownLayer(one: PlayerLayer | true | undefined): ShownLayer {
  // What is not shown yet is not built yet.
  if (!one || one === true) return { points: null, opacity: 0, fill: '', path: '' }
  // What is over 100 % is drawn as 100 %.
  const opacity = one.isInRange ? Math.min(1, Math.max(0, one.finalTransform.mProp.o.v)) : 0
  // Nor is it moved while nothing of it is seen.
  if (opacity === 0) return { points: null, opacity, fill: '', path: '' }
  const m = one.finalTransform.mat.props
  // A picture begins at its corner there, at its middle here.
  const { w, h } = one.assetData ?? { w: 0, h: 0 }
  const points = MARKS.map(([dx, dy]) => [w / 2 + dx, h / 2 + dy] as const).map(
    ([x, y]) => [m[0]! * x + m[4]! * y + m[12]!, m[1]! * x + m[5]! * y + m[13]!] as const,
  )
  const filled = [...one.baseElement.querySelectorAll('path')].find(
    (path) =>
      !['none', ''].includes(path.getAttribute('fill') ?? '') && path.getAttribute('fill-opacity') !== '0',
  )
  return {
    points,
    opacity,
    fill: filled?.getAttribute('fill') ?? '',
    path: '',
  }
}
