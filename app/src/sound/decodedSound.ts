import { soundPart } from './soundPart.ts'

/** A sound as its samples, or that of a clip; null where there is none, or none that this browser decodes. */
export async function decodedSound(
  context: Pick<BaseAudioContext, 'decodeAudioData'>,
  read: () => Promise<Blob | null>,
): Promise<AudioBuffer | null> {
  try {
    const blob = await read()
    const part = blob && (await soundPart(blob))
    return part && (await context.decodeAudioData(await part.arrayBuffer()))
  } catch {
    return null
  }
}
