import { useEventListener } from '@vueuse/core'
import { focusShown } from '../ui/focus/focusShown.ts'

/** The parts of the screen in the order they are gone through. */
const ORDER = ['stage', 'rail', 'deck', 'panel', 'bar']
const REGION = '[data-region]'
const FOCUSABLE = 'button:not(:disabled), a[href], input:not(:disabled), select:not(:disabled), [tabindex]'

const isShown = (element: Element): boolean => element.getClientRects().length > 0

/** What the keyboard comes to in a region it has not been in: what the region says, else the first stop of the Tab key. */
function entryOf(region: Element): HTMLElement | SVGElement | null {
  const stops = [
    ...region.querySelectorAll<HTMLElement | SVGElement>('[data-entry]'),
    ...region.querySelectorAll<HTMLElement | SVGElement>(FOCUSABLE),
  ]
  return (
    stops.find((stop) => isShown(stop) && (stop.tabIndex >= 0 || stop.hasAttribute('data-entry'))) ?? null
  )
}

/**
 * The parts of the screen, which are marked `data-region`, for the keyboard: going from one to the next, each at the
 * place where the keyboard was in it last.
 */
export function useRegions(): { readonly go: (way: 1 | -1) => void } {
  const lastIn = new WeakMap<Element, HTMLElement | SVGElement>()
  useEventListener(window, 'focusin', ({ target }) => {
    const region = (target as Element).closest(REGION)
    if (region) lastIn.set(region, target as HTMLElement | SVGElement)
  })
  const go = (way: 1 | -1): void => {
    const regions = ORDER.flatMap((name) => {
      const region = window.document.querySelector(`[data-region=${name}]`)
      return region && isShown(region) ? [region] : []
    })
    const here = window.document.activeElement?.closest(REGION)
    const from = here ? regions.indexOf(here) : way > 0 ? -1 : regions.length
    // A region with nothing to come to is passed.
    for (let i = 1; i <= regions.length; i++) {
      const region = regions[(from + way * i + 2 * regions.length) % regions.length]!
      const last = lastIn.get(region)
      const stop = last?.isConnected && isShown(last) ? last : entryOf(region)
      if (!stop) continue
      focusShown(stop)
      return
    }
  }
  return { go }
}
