import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

export const SIDE_TABS = ['bend', 'values', 'retime', 'reuse', 'patterns', 'moves'] as const
export type SideTab = (typeof SIDE_TABS)[number]

export const RETIME_SECTIONS = [
  'length',
  'order',
  'rhythm',
  'loop',
  'inside',
  'layers',
  'reveal',
  'tidy',
] as const
export type RetimeSection = (typeof RETIME_SECTIONS)[number]

/** Window width below which stage and panel do not fit side by side, px. */
const NARROW = 1100

/** What the panel beside the stage shows. */
export const useSidePanel = defineStore('side panel', () => {
  const open = shallowRef(typeof window === 'undefined' || window.innerWidth >= NARROW)
  const tab = shallowRef<SideTab>('bend')
  const section = shallowRef<RetimeSection>('length')
  const show = (wanted: SideTab, part?: RetimeSection): void => {
    open.value = true
    tab.value = wanted
    if (part) section.value = part
  }
  /** Whether the person folded it: else what is selected may unfold it. */
  let isUnwanted = false
  const fold = (folded: boolean): void => {
    open.value = !folded
    isUnwanted = folded
  }
  /** A span was clicked: its bend is shown, unless the panel was put away. */
  const offer = (): void => {
    if (!isUnwanted) open.value = true
  }
  return { open, tab, section, show, fold, offer }
})
