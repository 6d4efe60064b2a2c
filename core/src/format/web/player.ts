/** The script that plays exported Web Animations, as text: it leaves with them and stands by itself. */
export const PLAYER = `/**
 * Plays a scene in an element by the browser's own animation engine.
 * @param root what it is put into; its own shadow root keeps its styles apart
 * @param options.paused whether it waits to be played
 */
function play(scene, root, options = {}) {
  // Custom properties are registered for the whole page.
  for (const [, name, syntax, initialValue] of scene.styles.matchAll(/@property (--[\\w-]+)\\{syntax:"([^"]+)";inherits:false;initial-value:([^}]+)\\}/g)) {
    try { CSS.registerProperty({ name, syntax, inherits: false, initialValue }) } catch {}
  }
  const font = /@font-face\\{[^}]*\\}/.exec(scene.styles)
  if (font) {
    const style = document.createElement('style')
    style.textContent = font[0]
    document.head.append(style)
  }
  const shadow = root.shadowRoot ?? root.attachShadow({ mode: 'open' })
  shadow.innerHTML = '<style>' + scene.styles + '</style>' + scene.markup
  const timing = { ...scene.timing, iterations: Number(scene.timing.iterations) }
  // What rides on the same layer moves by the same keyframes.
  const animations = scene.animations.flatMap(({ target, keyframes }) =>
    [...shadow.querySelectorAll(target)].map((one) => one.animate(keyframes, timing)))
  const all = (act) => animations.forEach(act)
  const player = {
    animations,
    isPlaying: true,
    /** ms into the round that is played */
    get time() { return (Number(animations[0]?.currentTime ?? 0)) % timing.duration },
    play() { all((one) => one.play()); player.isPlaying = true },
    pause() { all((one) => one.pause()); player.isPlaying = false },
    seek(ms) { all((one) => (one.currentTime = ms)) },
    setRate(rate) { all((one) => (one.playbackRate = rate)) },
    cancel() { all((one) => one.cancel()); shadow.replaceChildren() },
  }
  if (options.paused) player.pause()
  return player
}
`
