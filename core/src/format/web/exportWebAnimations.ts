import { hexOf, parseColour } from '../../property/index.ts'
import type { Project, Scene } from '../../scene/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { ScriptMotion, type AnimatedProperty } from './motion/scriptMotion.ts'
import { BOX_RULES, fontRule } from './pageFrame.ts'
import { PLAYER } from './player.ts'
import { escapeText, type WebExportOptions } from './webContext.ts'
import { webScene } from './webScene.ts'

/** A scene as what the Web Animations API takes: elements, their styles, and keyframes with their timing. */
export interface WebAnimations {
  readonly format: 'arrow-bend/web-animations'
  readonly version: 1
  readonly name: string
  /** px */
  readonly size: readonly [width: number, height: number]
  readonly background: string
  /** Frames a second. */
  readonly rate: number
  /** Of all animations: ms, and how often (“Infinity” for ever). */
  readonly timing: {
    readonly duration: number
    readonly iterations: number | 'Infinity'
    readonly fill: 'both'
    readonly easing: 'linear'
  }
  /** What the animations' targets stand in: an element as large as the scene. */
  readonly markup: string
  /** Rules the markup needs. */
  readonly styles: string
  readonly animations: readonly AnimatedProperty[]
}

/**
 * A scene for the browser's animation engine, driven by a script.
 * @throws BadFile where it would be more than a browser plays
 * Source: W3C, Web Animations 1; otherwise as `exportCssPage`.
 */
export function webAnimations(project: Project, scene: Scene, options: WebExportOptions): WebAnimations {
  const motion = new ScriptMotion()
  const body = webScene(project, scene, { motion, options, within: 'page' })
  const [width, height] = scene.size
  const background = hexOf(parseColour(scene.background))
  const { rounds = 'forever' } = options
  const frame = `.frame{position:relative;width:${width}px;height:${height}px;overflow:hidden;background:${background}}\n`
  return {
    format: 'arrow-bend/web-animations',
    version: 1,
    name: `${project.name}: ${scene.name}`,
    size: [width, height],
    background,
    rate: scene.rate.num / scene.rate.den,
    timing: {
      duration: secondsOfTicks(scene.duration) * 1000,
      iterations: rounds === 'forever' ? 'Infinity' : rounds,
      fill: 'both',
      easing: 'linear',
    },
    markup: `<div class="frame">${body.join('')}</div>`,
    styles: fontRule(options.fontUrl, body) + frame + BOX_RULES + motion.rules(),
    animations: motion.animations,
  }
}

/** A module to import: the same data, and a function that plays it in an element. */
export function webAnimationsModule(data: WebAnimations): string {
  return `/** ${data.name.replace(/\*\//g, '* /').replace(/[\r\n\u2028\u2029]/g, ' ')}: motion for the Web Animations API. */
export const scene = ${JSON.stringify(data)}

${PLAYER.replace(/^function /m, 'export function ')}
export default (root, options) => play(scene, root, options)
`
}

/** A page that plays it, with play and pause, a time to seek and a rate. */
export function webAnimationsPage(data: WebAnimations): string {
  // “<” in a script could end it.
  const json = JSON.stringify(data).replace(/</g, '\\u003c')
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${escapeText(data.name)}</title>
<style>
body{margin:0;min-height:100vh;display:grid;grid-template-rows:1fr auto;background:${data.background}}
main{place-self:center;width:${data.size[0]}px;height:${data.size[1]}px;scale:min(1,tan(atan2(100vw,${data.size[0]}px)),tan(atan2(100vh - 48px,${data.size[1]}px)))}
form{display:flex;gap:12px;align-items:center;height:48px;padding:0 16px;background:#fff;color:#1f2b33;font:14px sans-serif}
input[type=range]{flex:1}
button,select{min-height:28px;min-width:64px}
output{min-width:9ch;font-variant-numeric:tabular-nums}
</style>
</head>
<body>
<main></main>
<form aria-label="Playing">
<button type="button">Pause</button>
<input type="range" min="0" max="${data.timing.duration}" step="1" value="0" aria-label="Time, ms">
<output></output>
<label>Rate <select><option>0.25<option>0.5<option selected>1<option>2</select></label>
</form>
<script type="module">
const scene = ${json}
${PLAYER}
const player = play(scene, document.querySelector('main'), {
  paused: matchMedia('(prefers-reduced-motion: reduce)').matches,
})
const [button, range, output, rate] = ['button', 'input', 'output', 'select'].map((name) => document.querySelector(name))
button.onclick = () => (player.isPlaying ? player.pause() : player.play())
range.oninput = () => { player.pause(); player.seek(Number(range.value)) }
rate.onchange = () => player.setRate(Number(rate.value))
const show = () => {
  range.value = player.time
  output.value = (player.time / 1000).toFixed(2) + ' s'
  const words = player.isPlaying ? 'Pause' : 'Play'
  if (button.textContent !== words) button.textContent = words
  requestAnimationFrame(show)
}
show()
</script>
</body>
</html>
`
}
