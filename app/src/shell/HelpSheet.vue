<script setup lang="ts">
import { COMMANDS } from '../command/commands.ts'
import AppDialog from '../ui/AppDialog.vue'
import { useHelpSheet } from '../session/view/helpSheet.ts'

/** All shortcuts, from the one table that also drives them. */
const help = useHelpSheet()
const entries = Object.values(COMMANDS).filter(({ shown }) => shown.length > 0)
const groups = [...new Set(entries.map(({ group }) => group))].map((name) => ({
  name,
  list: entries.filter(({ group }) => group === name),
}))
</script>

<template>
  <AppDialog :open="help.open" title="Keys and gestures" wide @close="help.hide()">
    <div class="columns-4 gap-6 text-[12px]">
      <section v-for="group in groups" :key="group.name" class="mb-3">
        <h2 class="mb-0.5 break-after-avoid font-semibold">{{ group.name }}</h2>
        <dl class="grid grid-cols-[auto_1fr] items-baseline gap-x-2 gap-y-0.5">
          <template v-for="entry in group.list" :key="entry.label">
            <dt>
              <kbd v-for="keys in entry.shown" :key="keys" class="mono key">{{ keys }}</kbd>
            </dt>
            <dd class="text-ink-2">{{ entry.label }}</dd>
          </template>
        </dl>
      </section>
      <section>
        <h2 class="mb-0.5 break-after-avoid font-semibold">Gestures</h2>
        <ul class="list-disc space-y-0.5 pl-4 text-ink-2">
          <li>
            Click a ribbon to select its span; drag it up for stronger, down for softer, sideways to move
            where it is fastest. In the Bend panel drag the handles; two clicks on the curve add a point; a
            handle pulled flat past the end makes a hold.
          </li>
          <li>
            Click a ribbon twice, or press Enter on it, for its graph: drag beads, handles, the curve itself,
            or the box round selected keys. Two clicks on the curve add a key, with Ctrl/Cmd a point. Alt with
            the wheel zooms the values; the pencil draws a speed.
          </li>
          <li>
            Drag a bead to move its key in time, with Ctrl/Cmd a copy of it; Alt lets it pass what it would
            come into line with. Drag across empty lane space to select many; with Alt that scrubs.
          </li>
          <li>
            The bracket over the lanes stretches what is selected about its other end, with Alt about the
            pinned key or the playhead; past it, backwards.
          </li>
          <li>
            Drag a layer’s bar to move it in time, with Alt its keys alone, with Shift the bar alone; its ends
            trim it. Markers, the ends of the play range and the strip below the lanes are dragged, too.
          </li>
          <li>
            On the picture, drag a bead, a handle or the line of a route; Shift keeps an axis or steps of 15°,
            Alt parts a handle from the other or draws both out of a bead. A click on the line adds a key.
          </li>
          <li>
            Drag a layer with Ctrl/Cmd to move its whole route; drag the pivot with Alt to move it. What is
            dragged comes into line with what is near; Ctrl/Cmd held lets it pass.
          </li>
          <li>
            Drag a guide out of a ruler, and back into it to be rid of it. Drop or paste pictures anywhere on
            the Desk.
          </li>
          <li>
            With the pen, a click sets a corner and a drag a curve; without a pointer, arrows move its tip,
            Enter sets a corner, Escape ends the path.
          </li>
          <li>
            In the list, Shift selects a range and Ctrl/Cmd one more; Alt with ↑ ↓ moves layers and lanes, F2
            renames, Alt with the eye shows a layer alone.
          </li>
          <li>
            Shift selects up to a bead, Ctrl/Cmd one more. Ctrl/Cmd with the wheel zooms, Shift with the wheel
            slides.
          </li>
          <li>Tab to a lane, then the arrow keys go from key to span to key; Enter selects.</li>
          <li>Drag a number, or type a sum such as 960+120; arrows step it, Shift by ten.</li>
        </ul>
      </section>
    </div>
    <p class="mt-3 text-[12px] text-ink-2">
      Arrow Bend is free software under the MIT licence. It is built with
      <a class="underline" href="/third-party.txt" target="_blank">packages of others</a>.
    </p>
  </AppDialog>
</template>

<style scoped>
.key {
  padding: 0 5px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
  font-size: 12px;
  white-space: nowrap;
}
</style>
