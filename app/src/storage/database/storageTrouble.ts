import { Refusal } from '@arrow-bend/core/refusal'

/** Why storage would not: it is full; another page took the project over; the project was deleted; or anything else. */
export type TroubleReason = 'full' | 'taken' | 'gone' | 'other'

/** The browser would not keep or give back what was asked. */
export class StorageTrouble extends Refusal {
  constructor(
    sentence: string,
    readonly reason: TroubleReason = 'other',
  ) {
    super(sentence)
  }
}

/** A refusal as it is; what a failed database call means for a person. */
export function storageTrouble(caught: unknown, doing: string): Refusal {
  if (caught instanceof Refusal) return caught
  const name = nameOf(caught)
  if (/Quota/i.test(name)) {
    return new StorageTrouble(
      `The browser’s storage is full, so ${doing} failed. Save the project as a file, then free some space.`,
      'full',
    )
  }
  return new StorageTrouble(
    `The browser’s storage did not answer, so ${doing} failed (${name}). Save the project as a file to keep your work.`,
  )
}

/** Runs a call of the database; what fails is told in a sentence. */
export async function guarded<T>(doing: string, work: () => PromiseLike<T>): Promise<T> {
  try {
    return await work()
  } catch (caught) {
    throw storageTrouble(caught, doing)
  }
}

/** The name of an error of the database: a text of its own, which building the application does not shorten. */
function nameOf(caught: unknown): string {
  if (typeof caught !== 'object' || caught === null) return String(caught)
  const { name, inner } = caught as { name?: string; inner?: { name?: string } }
  return inner?.name ?? name ?? 'unknown'
}
