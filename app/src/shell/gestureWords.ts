/** What hands can do, by what they do it to. */
export const GESTURE_WORDS: readonly { readonly on: string; readonly does: string }[] = [
  {
    on: 'A ribbon',
    does: 'Click it to select its span; drag it up for stronger, down for softer, sideways to move where it is fastest. Twice, or Enter, for its graph.',
  },
  {
    on: 'The Bend panel',
    does: 'Drag the handles, with Ctrl/Cmd both alike; two clicks on the curve add a point; a handle pulled flat far past the end makes a hold, and says so before.',
  },
  {
    on: 'A graph',
    does: 'Drag beads, handles (with Ctrl/Cmd both of a span alike), the curve itself, or the box round selected keys. Two clicks on the curve add a key, with Ctrl/Cmd a point. Alt with the wheel zooms the values; the pencil draws a speed.',
  },
  {
    on: 'A bead',
    does: 'Drag it to move its key in time, with Ctrl/Cmd a copy of it; Alt lets it pass what it would come into line with. Shift selects up to a bead, Ctrl/Cmd one more.',
  },
  {
    on: 'Empty lanes',
    does: 'Drag across to select many; with Alt that scrubs. Ctrl/Cmd with the wheel zooms, Shift with the wheel slides.',
  },
  {
    on: 'The bracket',
    does: 'It stretches what is selected about its other end, with Alt about the pinned key or the playhead; past it, backwards.',
  },
  {
    on: 'A layer’s bar',
    does: 'Drag it to move it in time, with Alt its keys alone, with Shift the bar alone; its ends trim it. Markers, the ends of the play range and the strip below the lanes are dragged, too.',
  },
  {
    on: 'A layer on the picture',
    does: 'Drag it where the playhead is; with Ctrl/Cmd its whole route. What is dragged comes into line with what is near, else onto whole pixels; Ctrl/Cmd held lets it pass. Drag the pivot with Alt.',
  },
  {
    on: 'A route',
    does: 'Drag a bead, a handle or the line itself; Shift keeps an axis or steps of 15°, Alt parts a handle from the other or draws both out of a bead. A click on the line adds a key. Where the layer lies over it, Alt takes the route.',
  },
  {
    on: 'A text on the picture',
    does: 'Two clicks write in it where it stands; Tab goes on to the next text, Enter takes what is written, Escape gives it up.',
  },
  { on: 'Rulers', does: 'Drag a guide out of a ruler, and back into it to be rid of it.' },
  { on: 'Files', does: 'Drop or paste pictures anywhere on the Desk.' },
  {
    on: 'The pen',
    does: 'A click sets a corner and a drag a curve; without a pointer, arrows move its tip, Enter sets a corner, Escape ends the path.',
  },
  {
    on: 'The list',
    does: 'Shift selects a range of layers or properties and Ctrl/Cmd one more; Alt with ↑ ↓ moves layers and lanes, Alt with the eye shows a layer alone. Its border is dragged for a wider list.',
  },
  {
    on: 'By keyboard',
    does: 'F6 goes between stage, transport, lanes, panel and bar. In the list ↑ ↓ go from row to row and ← → along it, over its keys and spans; Enter selects, Tab comes to its value, B goes to the handles and back. Enter goes into an open graph, Escape out. Bars are one stop, with arrows inside. After a click ← → are for the playhead.',
  },
  {
    on: 'A number',
    does: 'Drag it, or type a sum such as 960+120; arrows step it, Shift by ten. Of several selected layers one edit sets all; += or a drag changes each by as much.',
  },
  {
    on: 'Anything',
    does: 'A right click, the menu key or Shift+F10 offers what can be done with it.',
  },
]
