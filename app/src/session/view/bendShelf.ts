import { defineStore } from 'pinia'
import { reactive, ref, shallowRef } from 'vue'
import type { BendMood, FamilyName } from '@arrow-bend/core/bend'
import { readBends, writeBends, type LooseBend } from '@arrow-bend/core/format/bends'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { projectStorage } from '../../storage/index.ts'
import { toast } from '../../ui/toast.ts'

/** Where bends are looked for. */
export type ShelfName = 'all' | 'project' | 'own' | 'ready' | 'favourites' | 'recent' | 'used'

/** What is asked of the bends that are shown. */
export interface ShelfFilter {
  shelf: ShelfName
  text: string
  mood: BendMood | null
  family: FamilyName | 'drawn' | null
}

const KEPT = 'bends'
const FAVOURITES = 'favourite bends'
const USED = 'bends used last'
/** Where bends are left that could not be read, so that nothing is lost. */
const ASIDE = 'bends that could not be read'
const MOST_RECENT = 12

const textList = (value: unknown): readonly string[] =>
  Array.isArray(value) ? value.filter((one) => typeof one === 'string') : []

/** One's own bends, which the browser keeps for all projects; what is liked and was used last; and what is looked for. */
export const useBendShelf = defineStore('bend shelf', () => {
  const own = shallowRef<readonly LooseBend[]>([])
  const favourites = shallowRef<readonly string[]>([])
  const recent = shallowRef<readonly string[]>([])
  const filter = reactive<ShelfFilter>({ shelf: 'all', text: '', mood: null, family: null })
  /** The bend that is looked at on the library screen, by key. */
  const chosen = ref<string | null>(null)

  /** What the browser keeps now: another tab may have changed it. */
  const kept = async (): Promise<readonly LooseBend[]> => {
    const text = await projectStorage.preference(KEPT)
    if (typeof text !== 'string') return []
    try {
      return readBends(text)
    } catch (caught) {
      await projectStorage.keepPreference(ASIDE, text)
      toast.error(sentenceOf(caught))
      return []
    }
  }
  const load = async (): Promise<void> => {
    try {
      own.value = await kept()
      favourites.value = textList(await projectStorage.preference(FAVOURITES))
      recent.value = textList(await projectStorage.preference(USED))
    } catch (caught) {
      toast.error(sentenceOf(caught))
    }
  }
  /** Changes one's own bends. @returns whether they could be kept; why not has been told */
  const change = async (to: (now: readonly LooseBend[]) => readonly LooseBend[]): Promise<boolean> => {
    try {
      const changed = to(await kept())
      const text = changed.length > 0 ? writeBends(changed) : null
      // What could not be read again is not written: it would take all others with it.
      if (text !== null) readBends(text)
      await projectStorage.keepPreference(KEPT, text)
      own.value = changed
      return true
    } catch (caught) {
      toast.error(sentenceOf(caught))
      return false
    }
  }
  const keepList = (name: string, list: readonly string[]): void =>
    void projectStorage.keepPreference(name, [...list]).catch((caught) => toast.error(sentenceOf(caught)))
  const toggleFavourite = (key: string): void => {
    const is = favourites.value.includes(key)
    favourites.value = is ? favourites.value.filter((one) => one !== key) : [...favourites.value, key]
    keepList(FAVOURITES, favourites.value)
  }
  /** A bend was used: it is the first of the recent ones. */
  const remember = (key: string): void => {
    recent.value = [key, ...recent.value.filter((one) => one !== key)].slice(0, MOST_RECENT)
    keepList(USED, recent.value)
  }
  return { own, favourites, recent, filter, chosen, load, change, toggleFavourite, remember }
})
