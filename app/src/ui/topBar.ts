import type { ObjectDirective } from 'vue'

const bars = new Set<HTMLElement>()

/** Told by the body: a style sheet that looks for bars by itself (`:has`) is asked again with everything that comes and goes. */
function tell(): void {
  const bottoms = [...bars].map((bar) => bar.getBoundingClientRect().bottom)
  document.body.toggleAttribute('data-top-bar', bars.size > 0)
  document.body.style.setProperty('--below-bars', `${Math.max(0, ...bottoms)}px`)
}

/** They come with a size, and grow with what they have to say. */
const sizes = new ResizeObserver(tell)

/** A bar along the top of the stage or of a screen, or a notice there, which messages leave in sight and within reach. */
export const vTopBar: ObjectDirective<HTMLElement> = {
  mounted: (bar) => {
    bars.add(bar)
    sizes.observe(bar)
  },
  unmounted: (bar) => {
    bars.delete(bar)
    sizes.unobserve(bar)
    tell()
  },
}
