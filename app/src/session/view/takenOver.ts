import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { LeftOut } from '@arrow-bend/core/format/takeOver'
import type { GivenMotion } from '@arrow-bend/core/edit'
import type { Layer } from '@arrow-bend/core/scene'
import { toast } from '../../ui/toast.ts'

/** A file that was taken over, as the person is told of it. */
interface Taken {
  readonly file: string
  /** Sentences without an end of their own, each with its place in the file. */
  readonly leftOut: readonly LeftOut[]
}

/** Where the motion of a style sheet goes: onto the layers that are chosen, or a scene of its own. */
export type TakenTo = 'layers' | 'scene'

/** A style sheet that has been read, and the person is asked about. */
interface Asked {
  readonly file: string
  /** How many layers are chosen. */
  readonly layers: number
  readonly answer: (to: TakenTo | null) => void
}

/** What is told and asked of files that are taken over. */
export const useTakenOver = defineStore('takenOver', () => {
  /** What of the file taken over last was not understood, while the person looks at that. */
  const told = shallowRef<Taken | null>(null)
  const asked = shallowRef<Asked | null>(null)
  /** Asks where a style sheet’s motion is to go; null where the person wants it nowhere. */
  const askWhere = (file: string, layers: number): Promise<TakenTo | null> =>
    new Promise((resolve) => {
      asked.value?.answer(null)
      asked.value = {
        file,
        layers,
        answer: (to) => {
          asked.value = null
          resolve(to)
        },
      }
    })
  return {
    told,
    asked,
    askWhere,
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
  const keys = layers.reduce(
    (sum, { properties }) =>
      sum + Object.values(properties).reduce((all, { keys: own }) => all + own.length, 0),
    0,
  )
  tellLeftOut(
    file,
    `“${file}” came over as ${counted(layers.length, 'layer')} with ${counted(keys, 'key')}.`,
    leftOut,
  )
}

/** Says what a file’s motion was given to. */
export function tellGiven(
  file: string,
  { layers, keys, without }: GivenMotion,
  leftOut: readonly LeftOut[],
): void {
  const words = `${counted(layers, 'layer')} ${layers === 1 ? 'moves' : 'move'} as “${file}” has it, by ${counted(keys, 'key')}.`
  const rest =
    without.length > 0 ? ` What moves ${without.join(', ')} went nowhere on layers that have none.` : ''
  tellLeftOut(file, words + rest, leftOut)
}

function tellLeftOut(file: string, became: string, leftOut: readonly LeftOut[]): void {
  const { show } = useTakenOver()
  if (leftOut.length === 0) toast.success(became)
  else
    toast(`${became} ${counted(leftOut.length, 'thing')} in it could not.`, {
      duration: 20_000,
      action: { label: 'Show', onClick: () => show({ file, leftOut }) },
    })
}
