import type { ShownLayer } from '@arrow-bend/core/format/handOver'

/** What the played file is asked: how it looks at some moments, ms. */
export interface FramesAsked {
  readonly times: readonly number[]
}
/** What it answers: all it draws at each, bottom first. */
export interface FramesShown {
  readonly frames: readonly (readonly ShownLayer[])[]
}

/** What of a layer is looked at. */
interface Look {
  /** The innermost element that places it. */
  readonly at: Element
  /** Where a point of the layer lands, px of the scene; null where there is nothing to measure. */
  readonly pointAt: ((x: number, y: number) => readonly [x: number, y: number]) | null
  /** What is filled. */
  readonly shape?: Element | undefined
}

// These three run beside an exported file in a frame of its own. They are sent there as text, and so each stands by itself.

/** A layer of a page: unseen marks are put into its innermost box. */
export function lookAtBox(layer: Element, root: HTMLElement): Look {
  const art = layer.querySelector('svg, img')
  const box = art?.parentElement
  if (!box) return { at: layer, pointAt: null }
  const frame = root.getBoundingClientRect()
  // The page is as large as fits the window.
  const scale = frame.width / root.offsetWidth
  const shapes = [...art.querySelectorAll('rect,ellipse,path')]
  return {
    at: box,
    pointAt: (x, y) => {
      const mark = document.createElement('div')
      mark.style.cssText = `left:${x}px;top:${y}px`
      box.append(mark)
      const { left, top } = mark.getBoundingClientRect()
      mark.remove()
      return [(left - frame.left) / scale, (top - frame.top) / scale]
    },
    shape: shapes.find((one) => !one.closest('clipPath,mask,defs')),
  }
}

/** A layer of a drawing: its art's own matrix. */
export function lookAtShape(layer: Element, root: SVGSVGElement): Look {
  const shapes = [...layer.querySelectorAll<SVGGraphicsElement>('rect,ellipse,path,text,image')]
  const art = shapes.find((one) => !one.closest('clipPath,mask,defs'))
  if (!art) return { at: layer, pointAt: null }
  const matrix = root.getScreenCTM()!.inverse().multiply(art.getScreenCTM()!)
  return {
    at: art,
    pointAt: (x, y) => {
      const at = new DOMPoint(x, y).matrixTransform(matrix)
      return [at.x, at.y]
    },
    shape: art,
  }
}

/** Answers what the file shows, by the browser's own matrices and styles. */
export function answerFrames(onBox: typeof lookAtBox, onShape: typeof lookAtShape): void {
  const MARKS = [
    [0, 0],
    [100, 0],
    [0, 100],
  ] as const
  const shown = ({ at, pointAt, shape }: Look, root: Element): ShownLayer => {
    let opacity = 1
    for (let one: Element | null = at; one && one !== root; one = one.parentElement)
      opacity *= Number(getComputedStyle(one).opacity)
    const style = shape && getComputedStyle(shape)
    return {
      points: pointAt && MARKS.map(([x, y]) => pointAt(x, y)),
      opacity,
      fill: style?.fill ?? '',
      path: /^path\("(.*)"\)$/.exec(style?.d ?? '')?.[1] ?? '',
    }
  }
  const shownAt = (time: number): ShownLayer[] => {
    // A page that is driven by a script keeps its boxes to itself.
    const within = document.querySelector('main')?.shadowRoot ?? document
    const drawing = document.querySelector<SVGSVGElement>('body > svg')
    drawing?.pauseAnimations()
    drawing?.setCurrentTime(time / 1000)
    for (const animation of within.getAnimations()) {
      animation.pause()
      animation.currentTime = time
    }
    const frame = within.querySelector<HTMLElement>('.frame')
    const root = drawing ?? frame!
    return [...within.querySelectorAll('[data-layer]')]
      .filter((one) => !one.parentElement?.closest('[data-layer]'))
      .map((layer) => shown(drawing ? onShape(layer, drawing) : onBox(layer, frame!), root))
  }
  addEventListener('message', ({ data }: MessageEvent<FramesAsked>) => {
    parent.postMessage({ frames: data.times.map(shownAt) } satisfies FramesShown, '*')
  })
  void document.fonts.ready.then(() => parent.postMessage('playing', '*'))
}
