import { Refusal } from '@arrow-bend/core/refusal'
import type { Refused } from './fileWorker.ts'
import type { FormAsked, FormWorker, WrittenForm } from './formWorker.ts'
import { TaskWorker } from './taskWorker.ts'

const writer = new TaskWorker<FormWorker>(
  () => new Worker(new URL('./formWorker.ts', import.meta.url), { type: 'module' }),
)

/** Writes a scene as a file's text, in a worker. @throws Refusal with a sentence, Cancelled when called off */
export async function writtenForm(asked: FormAsked, signal: AbortSignal): Promise<WrittenForm> {
  const found = await writer.run<WrittenForm | Refused>((remote) => remote.write(asked), {
    signal,
    limitMs: 120_000,
    tooLong: 'Writing this takes too long, so it was given up. Nothing was written.',
  })
  if ('refused' in found) throw new Refusal(found.refused)
  return found
}
