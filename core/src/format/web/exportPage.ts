import { hexOf, parseColour } from '../../property/index.ts'
import type { Project, Scene } from '../../scene/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { CssMotion } from './motion/cssMotion.ts'
import { BOX_RULES, fontRule, frameRules, PAUSE_MARKUP } from './pageFrame.ts'
import { escapeText, rateText, type WebExportOptions } from './webContext.ts'
import { webScene } from './webScene.ts'

/**
 * A scene as one HTML page that plays by itself without scripts; it fits any window and can be paused.
 * Moves are `translate`, `rotate`, `scale` and `opacity`; curved routes are `offset-path`.
 * @returns the whole text of the page
 * @throws BadFile where it would be more than a browser plays
 * Source: W3C, CSS Animations 1, CSS Transforms 2 (individual transforms), Motion Path 1, CSS Easing 2.
 */
export function exportCssPage(project: Project, scene: Scene, options: WebExportOptions): string {
  const seconds = secondsOfTicks(scene.duration)
  const motion = new CssMotion(seconds, options.rounds ?? 'forever')
  const body = webScene(project, scene, { motion, options, within: 'page' })
  const background = hexOf(parseColour(scene.background))
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${escapeText(`${project.name}: ${scene.name}`)}</title>
<style>
${fontRule(options.fontUrl, body)}${frameRules(scene.size, background, seconds)}${BOX_RULES}${motion.rules()}</style>
</head>
<body>
${PAUSE_MARKUP}
<div class="frame" data-rate="${rateText(scene.rate)}">
${body.join('\n')}
</div>
</body>
</html>
`
}
