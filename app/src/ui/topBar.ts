import type { ObjectDirective } from 'vue'

let bars = 0
const tell = (by: 1 | -1): void => {
  bars += by
  document.body.toggleAttribute('data-top-bar', bars > 0)
}

/**
 * A bar along the top of the stage or of a screen, which messages leave in sight. Told to the style sheet by the body: one that
 * looks for bars by itself (`:has`) has the browser ask again with everything that comes and goes.
 */
export const vTopBar: ObjectDirective<HTMLElement> = {
  mounted: () => tell(1),
  unmounted: () => tell(-1),
}
