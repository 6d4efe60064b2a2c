import { hexOf, parseColour } from '../../property/index.ts'
import { isDrawn, type Layer, type LayerClock, type Project, type Scene } from '../../scene/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { artMarkup } from './markup/artMarkup.ts'
import { boxMarkup } from './boxMarkup.ts'
import { copyMarkup } from './copyMarkup.ts'
import { escapeText, type CssContext, type CssExportOptions, type Shell } from './cssContext.ts'
import { drawnUses } from './drawnUses.ts'
import { checkCharacters } from './pageLimits.ts'
import { PageVeils, throughVeils } from './pageVeils.ts'
import { KeyframeSheet } from './keyframeSheet.ts'
import { frameRules, PAUSE_MARKUP } from './pageFrame.ts'

/**
 * A scene as one HTML page that plays by itself, over and over, without scripts; it fits any window and can be paused.
 * Moves are `translate`, `rotate`, `scale` and `opacity`; curved routes are `offset-path`.
 * @returns the whole text of the page
 * @throws BadFile where it would be more than a browser plays
 * Source: W3C, CSS Animations 1, CSS Transforms 2 (individual transforms), Motion Path 1, CSS Easing 2.
 */
export function exportCssPage(project: Project, scene: Scene, options: CssExportOptions): string {
  const seconds = secondsOfTicks(scene.duration)
  const sheet = new KeyframeSheet(seconds)
  const { duration } = scene
  let [characters, scenes] = [0, 0]
  const write = (written: Scene, base: LayerClock | null): string[] => {
    const layers = new Map(written.layers.map((layer) => [layer.id, layer]))
    const shared = { project, library: project.bends, sheet, options, duration }
    const page = { ...shared, scene: written, layers, base, writeScene }
    const veils = new PageVeils(written.size, `k${(scenes += 1)}-`, coverMarkup)
    const shells = new Map<string, Shell>()
    const uses = drawnUses(written)
      .filter(({ layer }) => isVisible(layer, layers))
      .map(({ layer, copies }) => {
        const context: CssContext = { ...page, shells, copies, within: 'page' }
        const markup = layerMarkup(layer, context)
        // What stands in a shown scene is counted again with that: a bound all the same.
        checkCharacters((characters += markup.length))
        return { markup, veils: veils.of(layer, context) }
      })
    return [veils.masks(), ...throughVeils(uses, { within: 'page' })].filter(Boolean)
  }
  const writeScene = (shown: Scene, base: LayerClock): string => write(shown, base).join('')
  const body = write(scene, null)
  const font = options.fontUrl
    ? `@font-face{font-family:"Scene text";src:url("${options.fontUrl}");font-weight:200 800}\n`
    : ''
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${escapeText(`${project.name}: ${scene.name}`)}</title>
<style>
@property --x{syntax:"<length>";inherits:false;initial-value:0px}
@property --y{syntax:"<length>";inherits:false;initial-value:0px}
@property --w{syntax:"<length>";inherits:true;initial-value:0px}
@property --h{syntax:"<length>";inherits:true;initial-value:0px}
${['left', 'right', 'top', 'bottom'].map((side) => `@property --crop-${side}{syntax:"<percentage>";inherits:false;initial-value:0%}`).join('\n')}
${font}${frameRules(scene.size, cssColour(scene.background), seconds)}.frame div,.frame svg,.frame img{position:absolute;left:0;top:0;transform-origin:0 0;overflow:visible}
.frame div{width:0;height:0}
.frame svg{width:1px;height:1px}
${sheet.text()}</style>
</head>
<body>
${PAUSE_MARKUP}
<div class="frame">
${body.join('\n')}
</div>
</body>
</html>
`
}

function isVisible(layer: Layer, layers: ReadonlyMap<string, Layer>): boolean {
  const parent = layer.parent === null ? undefined : layers.get(layer.parent)
  return layer.visible && (parent?.kind === 'group' ? isVisible(parent, layers) : true)
}

/** A layer's art in a chain of empty boxes, one or two for every layer it rides on: draw order stays free. */
function placedMarkup(layer: Layer, context: CssContext): string {
  let markup = isDrawn(layer) ? artMarkup(layer, context) : ''
  let group = true
  for (
    let at: Layer | undefined = layer;
    at;
    at = at.parent === null ? undefined : context.layers.get(at.parent)
  ) {
    const showing: boolean = at === layer || (group && at.kind === 'group')
    markup = boxMarkup(at, showing, copyMarkup(at, showing, markup, context), context)
    group = showing
  }
  return markup
}

const layerMarkup = (layer: Layer, context: CssContext): string =>
  `<div data-layer="${escapeText(layer.name)}">${placedMarkup(layer, context)}</div>`

/** What a layer covers as a mask: nothing while a group it stands in is not seen. */
const coverMarkup = (layer: Layer, context: CssContext): string =>
  isVisible(layer, context.layers) ? placedMarkup(layer, context) : ''

function cssColour(text: string): string {
  return hexOf(parseColour(text))
}
