import type { ShownLayer } from '@arrow-bend/core/format/handOver'

/** What the played file is asked: how it looks at some moments, ms. */
export interface FramesAsked {
  readonly times: readonly number[]
}
/** What it answers: all it draws at each, bottom first. */
export interface FramesShown {
  readonly frames: readonly (readonly ShownLayer[])[]
}

/**
 * Runs beside an exported file in a frame of its own, and answers what that shows by the browser's own matrices and styles.
 * It is sent there as text, and so stands by itself.
 */
export function answerFrames(): void {
  const MARKS = [
    [0, 0],
    [100, 0],
    [0, 100],
  ] as const
  const opacityOf = (from: Element, root: Element): number => {
    let opacity = 1
    for (let at: Element | null = from; at && at !== root; at = at.parentElement)
      opacity *= Number(getComputedStyle(at).opacity)
    return opacity
  }
  const notMeasured = (layer: Element, root: Element): ShownLayer => ({
    points: null,
    opacity: opacityOf(layer, root),
    fill: '',
    path: '',
  })
  const isArt = (one: Element): boolean => !one.closest('clipPath,mask,defs')
  const styleOf = (shape: Element | null | undefined): Pick<ShownLayer, 'fill' | 'path'> => {
    const style = shape ? getComputedStyle(shape) : null
    return { fill: style?.fill ?? '', path: /^path\("(.*)"\)$/.exec(style?.d ?? '')?.[1] ?? '' }
  }
  /** A layer of a page: unseen marks are put into its innermost box. */
  const shownBox = (layer: Element, root: HTMLElement): ShownLayer => {
    const art = layer.querySelector('svg, img')
    const box = art?.parentElement
    if (!box) return notMeasured(layer, root)
    const frame = root.getBoundingClientRect()
    // The page is as large as fits the window.
    const scale = frame.width / root.offsetWidth
    const points = MARKS.map(([x, y]) => {
      const mark = document.createElement('div')
      mark.style.cssText = `left:${x}px;top:${y}px`
      box.append(mark)
      const { left, top } = mark.getBoundingClientRect()
      mark.remove()
      return [(left - frame.left) / scale, (top - frame.top) / scale] as const
    })
    const shape = [...art.querySelectorAll('rect,ellipse,path')].find(isArt)
    return { points, opacity: opacityOf(box, root), ...styleOf(shape) }
  }
  /** A layer of a drawing: its art's own matrix. */
  const shownShape = (layer: Element, root: SVGSVGElement): ShownLayer => {
    const shapes = [...layer.querySelectorAll<SVGGraphicsElement>('rect,ellipse,path,text,image')]
    const art = shapes.find(isArt)
    if (!art) return notMeasured(layer, root)
    const matrix = root.getScreenCTM()!.inverse().multiply(art.getScreenCTM()!)
    const points = MARKS.map(([x, y]) => {
      const at = new DOMPoint(x, y).matrixTransform(matrix)
      return [at.x, at.y] as const
    })
    return { points, opacity: opacityOf(art, root), ...styleOf(art) }
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
    return [...within.querySelectorAll('[data-layer]')]
      .filter((one) => !one.parentElement?.closest('[data-layer]'))
      .map((layer) => (drawing ? shownShape(layer, drawing) : shownBox(layer, frame!)))
  }
  addEventListener('message', ({ data }: MessageEvent<FramesAsked>) => {
    parent.postMessage({ frames: data.times.map(shownAt) } satisfies FramesShown, '*')
  })
  void document.fonts.ready.then(() => parent.postMessage('playing', '*'))
}
