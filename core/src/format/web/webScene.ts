import { isDrawn, type Layer, type LayerClock, type Project, type Scene } from '../../scene/index.ts'
import { boxMarkup } from './boxMarkup.ts'
import { copyMarkup } from './copyMarkup.ts'
import { drawnUses } from './drawnUses.ts'
import { artMarkup } from './markup/artMarkup.ts'
import type { Shell } from './motion/motion.ts'
import { checkCharacters } from './pageLimits.ts'
import { PageVeils, throughVeils } from './pageVeils.ts'
import { boxTag, escapeText, type WebContext } from './webContext.ts'

/**
 * All a scene draws, bottom first, as elements that move by themselves.
 * @param within boxes of a page, or groups of a drawing
 * @throws BadFile where it would be more than a browser plays
 */
export function webScene(
  project: Project,
  scene: Scene,
  { motion, options, within: outer }: Pick<WebContext, 'motion' | 'options' | 'within'>,
): readonly string[] {
  const { duration } = scene
  let [characters, scenes] = [0, 0]
  const write = (written: Scene, base: LayerClock | null, within: WebContext['within']): string[] => {
    const layers = new Map(written.layers.map((layer) => [layer.id, layer]))
    const shared = { project, library: project.bends, motion, options, duration }
    const page = { ...shared, scene: written, layers, base, writeScene, within }
    const veils = new PageVeils(written.size, { name: `k${(scenes += 1)}-`, within }, coverMarkup)
    const shells = new Map<string, Shell>()
    const uses = drawnUses(written)
      .filter(({ layer }) => isVisible(layer, layers))
      .map(({ layer, copies }) => {
        const context: WebContext = { ...page, shells, copies }
        const markup = layerMarkup(layer, context)
        // What stands in a shown scene is counted again with that: a bound all the same.
        checkCharacters((characters += markup.length))
        return { markup, veils: veils.of(layer, context) }
      })
    return [veils.masks(), ...throughVeils(uses, { within, motion })].filter(Boolean)
  }
  const writeScene: WebContext['writeScene'] = (shown, base, within) => write(shown, base, within).join('')
  return write(scene, null, outer)
}

/** Whether a layer's eye and those of the groups it stands in are open. */
export function isVisible(layer: Layer, layers: ReadonlyMap<string, Layer>): boolean {
  const parent = layer.parent === null ? undefined : layers.get(layer.parent)
  return layer.visible && (parent?.kind === 'group' ? isVisible(parent, layers) : true)
}

/** A layer's art in a chain of empty boxes, one or two for every layer it rides on: draw order stays free. */
function placedMarkup(layer: Layer, context: WebContext): string {
  let markup = isDrawn(layer) ? artMarkup(layer, context) : ''
  let group = true
  for (
    let at: Layer | undefined = layer;
    at;
    at = at.parent === null ? undefined : context.layers.get(at.parent)
  ) {
    const showing: boolean = at === layer || (group && at.kind === 'group')
    const carrying: boolean = at !== layer
    markup = boxMarkup(at, { showing, carrying }, copyMarkup(at, showing, markup, context), context)
    group = showing
  }
  return markup
}

function layerMarkup(layer: Layer, context: WebContext): string {
  const tag = boxTag(context)
  return `<${tag} data-layer="${escapeText(layer.name)}">${placedMarkup(layer, context)}</${tag}>`
}

/** What a layer covers as a mask: nothing while a group it stands in is not seen. */
const coverMarkup = (layer: Layer, context: WebContext): string =>
  isVisible(layer, context.layers) ? placedMarkup(layer, context) : ''
