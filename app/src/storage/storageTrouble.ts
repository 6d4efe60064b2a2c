import { Refusal } from '@arrow-bend/core/refusal'

/** The browser would not keep or give back what was asked. */
export class StorageTrouble extends Refusal {}

/** What a failed database call means for a person. */
export function storageTrouble(caught: unknown, doing: string): StorageTrouble {
  if (caught instanceof StorageTrouble) return caught
  const name = nameOf(caught)
  if (/Quota/i.test(name)) {
    return new StorageTrouble(
      `The browser’s storage is full, so ${doing} failed. Save the project as a file, then free some space.`,
    )
  }
  return new StorageTrouble(
    `The browser’s storage did not answer, so ${doing} failed (${name}). Save the project as a file to keep your work.`,
  )
}

function nameOf(caught: unknown): string {
  if (typeof caught !== 'object' || caught === null) return String(caught)
  const { name, inner } = caught as { name?: string; inner?: { name?: string } }
  return inner?.name ?? name ?? 'unknown'
}
