/** What the program will not do, said in a sentence a person can act on. All typed errors of the core extend it. */
export class Refusal extends Error {
  /** @param sentence what happened, what was kept, what to do; shown to the person as it stands */
  constructor(sentence: string) {
    super(sentence)
    this.name = new.target.name
  }
}

/** The sentence to show for anything caught: a refusal's own, or a general one that names the trouble. */
export function sentenceOf(caught: unknown): string {
  if (caught instanceof Refusal) return caught.message
  const detail = caught instanceof Error ? caught.message : String(caught)
  return `Something went wrong that should not have: ${detail}. Nothing was changed.`
}
