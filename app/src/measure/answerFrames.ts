import type { ShownLayer } from '@arrow-bend/core/format/handOver'

/** What the played file is asked: how it looks at some moments, ms. */
export interface FramesAsked {
  readonly times: readonly number[]
}
/** What it answers: all it draws at each, bottom first. */
export interface FramesShown {
  readonly frames: readonly (readonly ShownLayer[])[]
}

type Points = NonNullable<ShownLayer['points']>

/** What of a layer is looked at, again and again. */
interface Look {
  /** The innermost element that places it. */
  readonly at: Element
  /** Where points of the layer land now, px of the scene; null where there is nothing to measure. */
  readonly points: (() => Points) | null
  /** What is filled. */
  readonly shape?: Element | undefined
}
/** Points of a layer, px of its own. */
type Marks = readonly (readonly [x: number, y: number])[]

// These three run beside an exported file in a frame of its own. They are sent there as text, and so each stands by itself.

/** A layer of a page: unseen marks are put into its innermost box. */
export function lookAtBox(layer: Element, root: HTMLElement, marks: Marks): Look {
  const art = layer.querySelector('svg, img')
  const box = art?.parentElement
  if (!box) return { at: layer, points: null }
  const put = marks.map(([x, y]) => {
    const mark = document.createElement('div')
    mark.style.cssText = `left:${x}px;top:${y}px`
    box.append(mark)
    return mark
  })
  const shapes = [...art.querySelectorAll('rect,ellipse,path')]
  return {
    at: box,
    points: () => {
      const frame = root.getBoundingClientRect()
      // The page is as large as fits the window.
      const scale = frame.width / root.offsetWidth
      return put.map((mark) => {
        const { left, top } = mark.getBoundingClientRect()
        return [(left - frame.left) / scale, (top - frame.top) / scale] as const
      })
    },
    shape: shapes.find((one) => !one.closest('clipPath,mask,defs')),
  }
}

/** A layer of a drawing: its art's own matrix. */
export function lookAtShape(layer: Element, root: SVGSVGElement, marks: Marks): Look {
  const shapes = [...layer.querySelectorAll<SVGGraphicsElement>('rect,ellipse,path,text,image')]
  const art = shapes.find((one) => !one.closest('clipPath,mask,defs'))
  if (!art) return { at: layer, points: null }
  return {
    at: art,
    points: () => {
      const matrix = root.getScreenCTM()!.inverse().multiply(art.getScreenCTM()!)
      return marks.map(([x, y]) => {
        const at = new DOMPoint(x, y).matrixTransform(matrix)
        return [at.x, at.y] as const
      })
    },
    shape: art,
  }
}

/** Answers what the file shows, by the browser's own matrices and styles. */
export function answerFrames(onBox: typeof lookAtBox, onShape: typeof lookAtShape): void {
  const MARKS: Marks = [
    [0, 0],
    [100, 0],
    [0, 100],
  ]
  const begin = () => {
    // A page that is driven by a script keeps its boxes to itself.
    const within = document.querySelector('main')?.shadowRoot ?? document
    const drawing = document.querySelector<SVGSVGElement>('body > svg')
    const frame = within.querySelector<HTMLElement>('.frame')
    const layers = [...within.querySelectorAll('[data-layer]')].filter(
      (one) => !one.parentElement?.closest('[data-layer]'),
    )
    const looks = layers.map((layer) =>
      drawing ? onShape(layer, drawing, MARKS) : onBox(layer, frame!, MARKS),
    )
    return { within, drawing, looks, root: drawing ?? frame! }
  }
  let playing: ReturnType<typeof begin> | null = null

  const shown = ({ at, points, shape }: Look, root: Element): ShownLayer => {
    let opacity = 1
    for (let one: Element | null = at; one && one !== root; one = one.parentElement)
      opacity *= Number(getComputedStyle(one).opacity)
    const style = shape && getComputedStyle(shape)
    return {
      points: points && points(),
      opacity,
      fill: style?.fill ?? '',
      path: /^path\("(.*)"\)$/.exec(style?.d ?? '')?.[1] ?? '',
    }
  }
  const shownAt = (time: number): ShownLayer[] => {
    playing ??= begin()
    const { within, drawing, looks, root } = playing
    drawing?.pauseAnimations()
    drawing?.setCurrentTime(time / 1000)
    for (const animation of within.getAnimations()) {
      animation.pause()
      animation.currentTime = time
    }
    return looks.map((look) => shown(look, root))
  }
  addEventListener('message', ({ data }: MessageEvent<FramesAsked>) => {
    parent.postMessage({ frames: data.times.map(shownAt) } satisfies FramesShown, '*')
  })
  // Once its scripts have run.
  addEventListener('load', () => {
    void document.fonts.ready.then(() => parent.postMessage('playing', '*'))
  })
}
