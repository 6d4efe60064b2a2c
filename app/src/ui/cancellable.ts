import { toast } from './toast.ts'

/**
 * Does something that may take long, says so, and offers to call it off.
 * @param words what is being done, as in 'Reading boat.svg…'
 * @param work is told by the signal when the person has had enough
 * @returns what the work returns; null when it was called off
 */
export async function cancellable<T>(
  words: string,
  work: (signal: AbortSignal) => Promise<T>,
): Promise<T | null> {
  const calling = new AbortController()
  const busy = toast.loading(words, {
    duration: Infinity,
    action: { label: 'Cancel', onClick: () => calling.abort() },
  })
  try {
    return await work(calling.signal)
  } catch (caught) {
    if (calling.signal.aborted) return null
    throw caught
  } finally {
    toast.dismiss(busy)
  }
}
