/** Decoded sound. */
export interface Sound {
  /** Samples a second. */
  readonly rate: number
  /** Samples of each channel, −1 … 1, all of one length. */
  readonly channels: readonly Float32Array[]
}

/** How long a sound is, s. */
export const lengthOf = ({ rate, channels }: Sound): number => (channels[0]?.length ?? 0) / rate

/** All channels mixed into one, evenly; what is no number is silence. */
export function mixedDown({ channels }: Sound): Float32Array {
  const mixed = new Float32Array(channels[0]?.length ?? 0)
  for (const channel of channels)
    for (let i = 0; i < mixed.length; i += 1) {
      const sample = channel[i]!
      if (Number.isFinite(sample)) mixed[i] = mixed[i]! + sample / channels.length
    }
  return mixed
}

/** A band of frequencies, Hz; all below or above where it has no end there. */
export interface Band {
  readonly low?: number | undefined
  readonly high?: number | undefined
}
