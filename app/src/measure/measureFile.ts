import { Measuring, type ExportForm, type Measured } from '@arrow-bend/core/format/handOver'
import { Refusal } from '@arrow-bend/core/refusal'
import type { Project, Scene } from '@arrow-bend/core/scene'
import { playedFrame, type Played } from './playedFrame.ts'

/** What is played, and what it is to be like. */
export interface MeasureAsked {
  readonly project: Project
  /** The stretch of the scene that was written. */
  readonly scene: Scene
  readonly form: ExportForm
  /** The file as it is saved; Web Animations as the page that plays them. */
  readonly text: string
  /** Ids of texts that are shapes there. */
  readonly shaped: readonly string[]
}

export interface MeasureOptions {
  readonly signal: AbortSignal
  readonly progress: (frames: number, of: number) => void
}

/** Frames that are asked for at once: between them the page goes on. */
const AT_ONCE = 4

/**
 * Plays an exported file and holds it against the stage at every frame.
 * @throws Refusal where the file does not play
 */
export async function measureFile(
  { project, scene, form, text, shaped }: MeasureAsked,
  { signal, progress }: MeasureOptions,
): Promise<Measured> {
  const measuring = new Measuring(project, scene, form, new Set(shaped))
  const { times } = measuring
  const played = await play(form, text, scene).catch(() => {
    throw new Refusal('This browser does not play the file, so it cannot be measured here.')
  })
  try {
    for (let from = 0; from < times.length && !signal.aborted; from += AT_ONCE) {
      const frames = await played.shownAt(times.slice(from, from + AT_ONCE))
      const isWhole = frames.every((shown, i) => measuring.take(from + i, shown))
      if (!isWhole)
        throw new Refusal('The file does not show all layers one by one, so it cannot be measured here.')
      progress(Math.min(from + AT_ONCE, times.length), times.length)
      await new Promise((resolve) => setTimeout(resolve))
    }
    const found = measuring.found()
    if (found.layers === 0 && !signal.aborted)
      throw new Refusal('Nothing in this file is drawn that could be held against the stage.')
    return found
  } finally {
    played.end()
  }
}

async function play(form: ExportForm, text: string, { size }: Scene): Promise<Played> {
  if (form !== 'lottie') return playedFrame(text, size)
  const { playedLottie } = await import('./playedLottie.ts')
  return playedLottie(text)
}
