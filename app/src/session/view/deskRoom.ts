import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** Which part of the Desk has the room: as the border was dragged, or all of it for the stage or for the deck. */
export type Room = 'shared' | 'stage' | 'deck'

/** What of the Desk has the room. */
export const useDeskRoom = defineStore('desk-room', () => {
  const room = shallowRef<Room>('shared')
  /** Gives a part the room, or takes it back. */
  const turn = (to: Room): void => {
    room.value = room.value === to ? 'shared' : to
  }
  return { room, turn }
})
