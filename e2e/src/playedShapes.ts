import type { Page } from '@playwright/test'

/** A shape as a browser shows it at a moment. */
export interface PlayedShape {
  /** Points at equal shares of its outline, px of the drawing; none of several outlines, and where it is of no size. */
  readonly points: readonly (readonly [number, number])[]
  /** Of the box round it in its own coordinates, px of the drawing. */
  readonly corners: readonly (readonly [number, number])[]
  /** How many outlines it is drawn with. */
  readonly outlines: number
  /** 0 … 1, of all it stands in. */
  readonly opacity: number
  /** Red, green, blue, 0 … 255, and what it covers, 0 … 1; null where it is not painted. */
  readonly fill: readonly number[] | null
  readonly stroke: readonly number[] | null
  /** px of the drawing. */
  readonly strokeWidth: number
}

/** Points looked at on each outline. */
const LOOKS = 8

/** Reads the shapes of a drawing that plays, in the order of the file, at moments in seconds. */
export async function playedShapes(page: Page, moments: readonly number[]): Promise<PlayedShape[][]> {
  const text = await page.evaluate(
    ({ times, looks }) => {
      const root = document.documentElement as unknown as SVGSVGElement
      root.pauseAnimations()
      const animations = document.getAnimations()
      for (const animation of animations) animation.pause()
      const SHAPES = 'rect,circle,ellipse,path,line,polygon,polyline'
      const shapes = [...root.querySelectorAll<SVGGeometryElement>(SHAPES)].filter(
        (shape) =>
          !shape.closest('defs,clipPath,mask,pattern,marker,symbol') &&
          !/url\(/.test(getComputedStyle(shape).stroke + getComputedStyle(shape).fill),
      )
      const canvas = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true })!
      const known = new Map<string, number[]>()
      const rgbOf = (text: string): number[] => {
        let rgb = known.get(text)
        if (!rgb) {
          const alpha = /(?:[,/]\s*)([\d.e-]+)\)$/.exec(text)
          const share = /^rgba|\//.test(text) ? Number(alpha?.[1] ?? 1) : 1
          canvas.clearRect(0, 0, 1, 1)
          canvas.fillStyle = text.replace(/^rgba\((.*),[^,]*\)$/, 'rgb($1)').replace(/\s*\/[^)]*\)$/, ')')
          canvas.fillRect(0, 0, 1, 1)
          rgb = [...canvas.getImageData(0, 0, 1, 1).data.slice(0, 3), share]
          known.set(text, rgb)
        }
        return rgb
      }
      const paintOf = (text: string, share: string): number[] | null => {
        if (text === 'none') return null
        const [r, g, b, alpha] = rgbOf(text)
        return [r!, g!, b!, alpha! * Number(share)]
      }
      // What most of the time would go into: most paths stay the same but for where they stand.
      const kept = new Map<Element, { readonly path: string; readonly points: readonly DOMPoint[] }>()
      const pointsOf = (shape: SVGGeometryElement, style: CSSStyleDeclaration): readonly DOMPoint[] => {
        const path = shape instanceof SVGPathElement ? style.getPropertyValue('d') : ''
        const before = kept.get(shape)
        if (path && before?.path === path) return before.points
        let length = 0
        try {
          length = shape.getTotalLength()
        } catch {
          // It is of no size at this moment.
        }
        const points = Array.from({ length: length > 0 ? looks : 0 }, (_, i) =>
          shape.getPointAtLength((length * i) / looks),
        )
        kept.set(shape, { path, points })
        return points
      }
      const shown = times.map((time) => {
        root.setCurrentTime(time)
        for (const animation of animations) animation.currentTime = 1000 * time
        const toFrame = root.getScreenCTM()!.inverse()
        // In px of the drawing as it is shown, not of its own coordinates.
        const box = root.getBoundingClientRect()
        const scale = root.viewBox.baseVal.width > 0 ? box.width / root.viewBox.baseVal.width : 1
        const opacities = new Map<Element, number>()
        const opacityOf = (element: Element | null): number => {
          if (!element) return 1
          const known = opacities.get(element)
          if (known !== undefined) return known
          const own = Number(getComputedStyle(element).opacity) * opacityOf(element.parentElement)
          opacities.set(element, own)
          return own
        }
        return shapes.map((shape) => {
          const matrix = toFrame.multiply(shape.getScreenCTM() ?? new DOMMatrix([0, 0, 0, 0, 0, 0]))
          const style = getComputedStyle(shape)
          const opacity = style.visibility === 'hidden' ? 0 : opacityOf(shape)
          const seen = (at: { readonly x: number; readonly y: number }): readonly [number, number] => {
            const { x, y } = new DOMPoint(at.x, at.y).matrixTransform(matrix as unknown as DOMMatrixInit)
            return [x * scale, y * scale]
          }
          const outlines = shape.getAttribute('d')?.match(/m/gi)?.length ?? 1
          const points = outlines > 1 ? [] : pointsOf(shape, style).map(seen)
          const { x: left, y: top, width, height } = shape.getBBox()
          const corners = [0, 1].flatMap((x) =>
            [0, 1].map((y) => seen({ x: left + x * width, y: top + y * height })),
          )
          const unit = Math.sqrt(Math.abs(matrix.a * matrix.d - matrix.b * matrix.c)) * scale
          return {
            points,
            corners,
            outlines,
            opacity,
            fill: paintOf(style.fill, style.fillOpacity),
            stroke: paintOf(style.stroke, style.strokeOpacity),
            strokeWidth: unit * parseFloat(style.strokeWidth),
          }
        })
      })
      // As `told` reads it, but that what is not painted is null here.
      return JSON.stringify(shown, (name, value: unknown) => {
        if (typeof value === 'number' && !Number.isFinite(value)) throw new Error(`${name} is no number.`)
        return value
      })
    },
    { times: [...moments], looks: LOOKS },
  )
  return JSON.parse(text) as PlayedShape[][]
}
