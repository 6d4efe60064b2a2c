import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Draft } from 'immer'
import type { PlainBend } from '@arrow-bend/core/bend'
import {
  alignKeys,
  staggerKeys,
  type KeyGrouping,
  type KeyRef,
  type MoveReport,
  type StaggerOrder,
} from '@arrow-bend/core/edit'
import type { Project } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../document/document.ts'
import { usePlayback } from '../playback/playback.ts'

/** How one comes after another, by its name. */
export type OrderName = 'list' | 'reversed' | 'right' | 'left' | 'down' | 'up' | 'near' | 'chance'

/** How keys are staggered: as the Retime panel says, and as the command does it without the panel. */
export const useOrdering = defineStore('ordering', () => {
  const document = useDocument()
  const playback = usePlayback()
  const by = ref<KeyGrouping>('layer')
  const orderName = ref<OrderName>('list')
  const seed = ref(1)
  const stepKind = ref<'frames' | 'overlap'>('frames')
  const frames = ref(3)
  const overlap = ref(50)
  /** How delays grow; null: evenly. */
  const along = shallowRef<PlainBend | null>(null)
  /** Whether all start at one moment before they are staggered. */
  const together = ref(false)
  /** Of the order from near to far, px; null: the middle of the frame. */
  const pointX = ref<number | null>(null)
  const pointY = ref<number | null>(null)

  const order = (): StaggerOrder => {
    const at = playback.time
    switch (orderName.value) {
      case 'list':
      case 'reversed':
        return { by: orderName.value }
      case 'right':
      case 'left':
        return { by: 'x', at, descending: orderName.value === 'left' }
      case 'down':
      case 'up':
        return { by: 'y', at, descending: orderName.value === 'up' }
      case 'near': {
        const [x, y] = document.size.map((side) => side / 2) as [number, number]
        return { by: 'near', at, point: [pointX.value ?? x, pointY.value ?? y] }
      }
      case 'chance':
        return { by: 'chance', seed: seed.value }
    }
  }
  /** The edit that staggers keys so. */
  const stagger = (keys: readonly KeyRef[]): ((draft: Draft<Project>) => MoveReport) => {
    const options = {
      order: order(),
      by: by.value,
      step:
        stepKind.value === 'frames'
          ? { ticks: frames.value * frameTicks(document.rate) }
          : { overlapPercent: overlap.value },
      ...(along.value ? { along: along.value } : {}),
    }
    const first = together.value
    return (draft) => {
      if (first) alignKeys(draft, keys, { by: options.by, moment: 'start' })
      return staggerKeys(draft, keys, options)
    }
  }
  return { by, orderName, seed, stepKind, frames, overlap, along, together, pointX, pointY, order, stagger }
})
