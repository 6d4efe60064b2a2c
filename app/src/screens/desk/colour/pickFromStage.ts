interface EyeDropper {
  open(options?: { readonly signal?: AbortSignal }): Promise<{ readonly sRGBHex: string }>
}

/**
 * A colour picked from what is seen: by the browser's own pipette where it has one, else from the stage by the next press on it.
 * @returns `#rrggbb`; null where it was given up by Escape
 * Source: WICG, EyeDropper API.
 */
export async function pickFromStage(): Promise<string | null> {
  const Dropper = (window as unknown as { EyeDropper?: new () => EyeDropper }).EyeDropper
  if (!Dropper) return pressedOnStage()
  try {
    return (await new Dropper().open()).sRGBHex
  } catch {
    // Given up.
    return null
  }
}

function pressedOnStage(): Promise<string | null> {
  return new Promise((resolve) => {
    const give = new AbortController()
    const done = (colour: string | null): void => {
      give.abort()
      document.body.style.removeProperty('cursor')
      resolve(colour)
    }
    document.body.style.cursor = 'crosshair'
    const options = { capture: true, signal: give.signal }
    window.addEventListener(
      'pointerdown',
      (event) => {
        event.preventDefault()
        event.stopPropagation()
        done(colourAt(event))
      },
      options,
    )
    window.addEventListener(
      'keydown',
      (event) => {
        if (event.key !== 'Escape') return
        event.preventDefault()
        event.stopPropagation()
        done(null)
      },
      options,
    )
  })
}

function colourAt({ clientX, clientY }: PointerEvent): string | null {
  const canvas = document.querySelector<HTMLCanvasElement>('[data-region=stage] canvas')
  const box = canvas?.getBoundingClientRect()
  const context = canvas?.getContext('2d')
  if (!canvas || !box || !context) return null
  const x = Math.floor(((clientX - box.x) / box.width) * canvas.width)
  const y = Math.floor(((clientY - box.y) / box.height) * canvas.height)
  if (x < 0 || y < 0 || x >= canvas.width || y >= canvas.height) return null
  const [r, g, b] = context.getImageData(x, y, 1, 1).data
  return `#${[r, g, b].map((part) => part!.toString(16).padStart(2, '0')).join('')}`
}
