/** How long nothing is heard before the device rests, ms: longer than one takes between two plays. */
const REST_AFTER = 5000

export interface RestingDevice {
  /** Something is to be heard until further notice. */
  wake(): void
  /** Nothing is to be heard any more than what sounds already. */
  restSoon(): void
  /** It is used no more. */
  leave(): void
}

/** Lets a sound device rest while nothing is heard: one that runs keeps a processor awake. */
export function restingDevice(context: Pick<AudioContext, 'resume' | 'suspend'>): RestingDevice {
  let timer: ReturnType<typeof setTimeout> | undefined
  const leave = (): void => clearTimeout(timer)
  // A browser may refuse both, as where nobody touched the page; what is played is silent then.
  return {
    wake: () => {
      leave()
      context.resume().catch(() => undefined)
    },
    restSoon: () => {
      leave()
      timer = setTimeout(() => void context.suspend().catch(() => undefined), REST_AFTER)
    },
    leave,
  }
}
