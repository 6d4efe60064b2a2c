import { hexOf, parseColour } from '../../property/index.ts'
import type { Project, Scene } from '../../scene/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { CssMotion } from './motion/cssMotion.ts'
import { SmilMotion } from './motion/smilMotion.ts'
import { fontRule } from './pageFrame.ts'
import { escapeText, rateText, type WebExportOptions } from './webContext.ts'
import { webScene } from './webScene.ts'

/** How a drawing says what moves: by style rules, or by animation elements. */
export type SvgFlavour = 'css' | 'smil'

/** How a drawing is to be written. */
export interface SvgExportOptions extends WebExportOptions {
  readonly flavour: SvgFlavour
  /** Without the scene's background, so that what is behind shows through. */
  readonly transparent?: boolean
  /** How many times as large it is shown; 1 when left out. */
  readonly scale?: number
}

/**
 * A scene as one SVG that plays by itself, without scripts. With style rules it stands still where less motion is asked for;
 * animation elements have no word for that.
 * @throws BadFile where it would be more than a browser plays
 * Source: W3C, SVG 2, SVG Animations 2, CSS Animations 1, Media Queries 5 (`prefers-reduced-motion`).
 */
export function exportSvg(project: Project, scene: Scene, options: SvgExportOptions): string {
  const seconds = secondsOfTicks(scene.duration)
  const { flavour, rounds = 'forever', transparent = false, scale = 1 } = options
  const name = nameOf(`${project.id} ${scene.id}`)
  const motion =
    flavour === 'css'
      ? new CssMotion(seconds, rounds, name)
      : new SmilMotion({ seconds, rate: scene.rate.num / scene.rate.den, rounds }, name)
  const body = webScene(project, scene, { motion, options, within: 'drawing' })
  const [width, height] = scene.size
  const ground = transparent
    ? ''
    : `<rect width="${width}" height="${height}" fill="${hexOf(parseColour(scene.background))}"/>\n`
  const still = `@media (prefers-reduced-motion:reduce){.${name} *{animation-play-state:paused!important;animation-delay:${Number((-seconds / 2).toFixed(6))}s!important}}\n`
  const rules = fontRule(options.fontUrl, body) + (flavour === 'css' ? still + motion.rules() : '')
  const style = rules ? `<style><![CDATA[\n${rules}]]></style>\n` : ''
  const title = escapeText(`${project.name}: ${scene.name}`)
  return `<svg xmlns="http://www.w3.org/2000/svg" class="${name}" data-rate="${rateText(scene.rate)}" viewBox="0 0 ${width} ${height}" width="${width * scale}" height="${height * scale}">
<title>${title}</title>
${style}${ground}${body.join('\n')}
</svg>
`
}

/** A short name that two drawings on one page are unlikely to share. Source: FNV-1a (published, 32 bits). */
function nameOf(text: string): string {
  let hash = 0x811c9dc5
  for (const mark of text) hash = Math.imul(hash ^ mark.codePointAt(0)!, 0x01000193)
  return `m${(hash >>> 0).toString(36)}-`
}
