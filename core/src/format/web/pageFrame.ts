/**
 * The rules that show a scene's frame whole in any window, and let it be paused, without scripts: as large as fits, in
 * the middle; standing still until asked where the system asks for less motion.
 * Source: W3C, CSS Values 4 (`atan2` of two lengths is an angle, whose `tan` is their ratio), Media Queries 5
 * (`prefers-reduced-motion`), Selectors 4 (`:has`).
 * @param size px
 * @param seconds length of one round; the still frame is its middle
 */
export function frameRules(
  size: readonly [width: number, height: number],
  background: string,
  seconds: number,
): string {
  const [width, height] = size
  return `html,body{height:100%;overflow:hidden}
body{margin:0;background:${background}}
.frame{position:absolute;left:50%;top:50%;width:${width}px;height:${height}px;overflow:hidden;background:${background};translate:-50% -50%;scale:min(tan(atan2(100vw,${width}px)),tan(atan2(100vh,${height}px)))}
.pause{position:fixed;z-index:1;right:12px;bottom:12px;width:40px;height:40px;border-radius:50%;background:rgb(0 0 0/.6);color:#fff;font:16px/40px sans-serif;text-align:center;cursor:pointer;opacity:0}
body:hover .pause,.pause:focus-within{opacity:1}
.pause:focus-within{outline:2px solid #fff;outline-offset:2px}
.pause input{position:absolute;inset:0;margin:0;opacity:0;cursor:pointer}
.pause span::before{content:"\\275A\\275A"}
.pause :checked+span::before{content:"\\25B6"}
.pause:has(:checked)~.frame *{animation-play-state:paused!important}
@media (prefers-reduced-motion:reduce){
.pause{opacity:1}
.pause span::before{content:"\\25B6"}
.pause :checked+span::before{content:"\\275A\\275A"}
.frame *{animation-play-state:paused!important;animation-delay:${Number((-seconds / 2).toFixed(6))}s!important}
.pause:has(:checked)~.frame *{animation-play-state:running!important}
}
`
}

/** How what stands in a frame lies in it: boxes of no size about their own corner. */
export const BOX_RULES = `.frame div,.frame svg,.frame img{position:absolute;left:0;top:0;transform-origin:0 0;overflow:visible}
.frame div{width:0;height:0}
.frame svg{width:1px;height:1px}
`

/** The font texts are set in; nothing where there is no text that is not shapes. @param body all that is written */
export const fontRule = (url: string | undefined, body: readonly string[]): string =>
  url && body.some((part) => part.includes('<text'))
    ? `@font-face{font-family:"Scene text";src:url("${url}");font-weight:200 800}\n`
    : ''

/** What is pressed to pause and to play; it stands before the frame, so that only it is looked at for being checked. */
export const PAUSE_MARKUP =
  '<label class="pause"><input type="checkbox" aria-label="Pause or play"><span aria-hidden="true"></span></label>'
