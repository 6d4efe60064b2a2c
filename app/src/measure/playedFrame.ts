import type { ShownLayer } from '@arrow-bend/core/format/handOver'
import { answerFrames, lookAtBox, lookAtShape, type FramesAsked, type FramesShown } from './answerFrames.ts'

/** Something that plays a file and tells what it shows. */
export interface Played {
  /** All that is drawn at some moments, ms, bottom first. */
  shownAt(times: readonly number[]): Promise<FramesShown['frames']>
  end(): void
}

/** What is sent along to answer. */
const BESIDE = `<script>(${answerFrames.toString()})(${lookAtBox.toString()},${lookAtShape.toString()})</script>`

/** How long a file may take to open, or to answer, ms. */
const PATIENCE = 60_000

/** What stands still where less motion is asked for is measured moving all the same. */
const alwaysMoving = (text: string): string =>
  text.replaceAll(/\(prefers-reduced-motion:\s*reduce\)/g, '(max-width:0px)')

/**
 * Plays an exported page or drawing in an unseen frame, apart from the application: it has no origin, and nothing of it
 * leaves the frame but what it answers.
 * @param size of the scene, px
 * @throws Error where it does not open, or does not answer
 */
export async function playedFrame(
  text: string,
  [width, height]: readonly [width: number, height: number],
): Promise<Played> {
  const frame = document.createElement('iframe')
  frame.setAttribute('sandbox', 'allow-scripts')
  frame.title = 'Measured'
  frame.inert = true
  frame.ariaHidden = 'true'
  Object.assign(frame.style, {
    position: 'fixed',
    left: '0',
    top: '0',
    width: `${width}px`,
    height: `${height + 48}px`,
    opacity: '0',
    pointerEvents: 'none',
    zIndex: '-1',
  })
  const answer = <T>(isIt: (data: unknown) => data is T): Promise<T> =>
    new Promise((resolve, reject) => {
      const stop = (): void => {
        clearTimeout(timer)
        removeEventListener('message', heard)
      }
      const timer = setTimeout(() => {
        stop()
        reject(new Error('The file does not play.'))
      }, PATIENCE)
      const heard = ({ source, data }: MessageEvent): void => {
        if (source !== frame.contentWindow || !isIt(data)) return
        stop()
        resolve(data)
      }
      addEventListener('message', heard)
    })
  const send = (data: string | FramesAsked): void => frame.contentWindow!.postMessage(data, '*')
  try {
    const ready = answer((data): data is string => data === 'ready')
    frame.src = '/player.html'
    document.body.append(frame)
    await ready
    const playing = answer((data): data is string => data === 'playing')
    send(alwaysMoving(text) + BESIDE)
    await playing
  } catch (caught) {
    frame.remove()
    throw caught
  }
  return {
    shownAt: async (times) => {
      const shown = answer((data): data is FramesShown => typeof data === 'object' && data !== null)
      send({ times })
      return (await shown).frames as readonly (readonly ShownLayer[])[]
    },
    end: () => frame.remove(),
  }
}
