import { nextTick } from 'vue'
import type { FrameCost } from './followerBudget.ts'

/** Called after the paint of the frame that is next. */
function afterPaint(then: () => void): void {
  requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel()
    port1.onmessage = () => {
      port1.close()
      then()
    }
    port2.postMessage(null)
  })
}

/**
 * Measures what frames cost in which something changed: the work of the change itself with the update that follows it at
 * once, and of the frame that shows it. Idle time between the two is nobody's cost. A message that is posted while a frame
 * is made arrives once it was painted; the next frame begins late where the browser did not come after.
 * @param tell given each frame once it is known
 * @returns to be called with every change; changes of one frame count once
 */
export function frameCosts(tell: (cost: FrameCost) => void): () => void {
  let isUnderWay = false
  return () => {
    if (isUnderWay) return
    isUnderWay = true
    const changed = performance.now()
    let updated = changed
    let painted: number | null = null
    void nextTick(() => (updated = performance.now()))
    afterPaint(() => (painted = performance.now()))
    requestAnimationFrame((start) => {
      requestAnimationFrame((next) => {
        isUnderWay = false
        // Where the next frame came before the word of this one's paint, there was no time between them.
        const done = painted ?? performance.now()
        // A pointer's moves come after the stamp of their frame, those of other hands before it.
        const idle = Math.max(0, start - updated)
        tell({ workMs: Math.max(0, done - changed - idle), frameMs: next - start })
      })
    })
  }
}
