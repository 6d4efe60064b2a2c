import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { LeftOut } from '@arrow-bend/core/format/takeOver'
import type { Layer } from '@arrow-bend/core/scene'
import { toast } from '../../ui/toast.ts'

/** A file that was taken over, as the person is told of it. */
interface Taken {
  readonly file: string
  /** Sentences without an end of their own, each with its place in the file. */
  readonly leftOut: readonly LeftOut[]
}

/** What of the file taken over last was not understood, while the person looks at that. */
export const useTakenOver = defineStore('takenOver', () => {
  const told = shallowRef<Taken | null>(null)
  return {
    told,
    show: (taken: Taken): void => void (told.value = taken),
    close: (): void => void (told.value = null),
  }
})

const counted = (count: number, one: string): string =>
  count === 1 ? `1 ${one}` : `${count.toLocaleString('en')} ${one}s`

/** Says what a file became, and offers the list of what was left out. */
export function tellTaken(
  file: string,
  { layers, leftOut }: { readonly layers: readonly Layer[]; readonly leftOut: readonly LeftOut[] },
): void {
  const { show } = useTakenOver()
  const keys = layers.reduce(
    (sum, { properties }) =>
      sum + Object.values(properties).reduce((all, { keys: own }) => all + own.length, 0),
    0,
  )
  const became = `“${file}” came over as ${counted(layers.length, 'layer')} with ${counted(keys, 'key')}.`
  if (leftOut.length === 0) toast.success(became)
  else
    toast(`${became} ${counted(leftOut.length, 'thing')} in it could not.`, {
      duration: 20_000,
      action: { label: 'Show', onClick: () => show({ file, leftOut }) },
    })
}
