/** A gesture in words, with a small drawing of it: 44 × 24, what is there thin, and where the hand goes. */
export interface GestureWords {
  readonly on: string
  readonly does: string
  readonly drawn?: { readonly thing: string; readonly way: string }
}

/** What hands can do, by what they do it to. */
export const GESTURE_WORDS: readonly GestureWords[] = [
  {
    on: 'A ribbon',
    does: 'Click it to select its span; drag it up for stronger, down for softer, sideways to move where it is fastest. Twice, or Enter, for its graph.',
    drawn: { thing: 'M2 18H42M4 18C14 18 14 6 22 6S30 18 40 18', way: 'M22 15V3M19 6L22 3L25 6' },
  },
  {
    on: 'The Bend panel',
    does: 'Drag the handles, with Ctrl/Cmd both alike; two clicks on the curve add a point; a handle pulled flat far past the end makes a hold, and says so before.',
    drawn: { thing: 'M4 20C20 20 24 4 40 4M4 20H18', way: 'M18 20H32M29 17L32 20L29 23' },
  },
  {
    on: 'A graph',
    does: 'Drag beads, handles (with Ctrl/Cmd both of a span alike), the curve itself, or the box round selected keys. Two clicks on the curve add a key, with Ctrl/Cmd a point. Alt with the wheel zooms the values; the pencil draws a speed.',
    drawn: {
      thing: 'M4 18C14 18 14 6 22 6S30 14 40 14M22 6m-2.5 0a2.5 2.5 0 1 0 5 0a2.5 2.5 0 1 0 -5 0',
      way: 'M26 6H36M33 3L36 6L33 9',
    },
  },
  {
    on: 'A bead',
    does: 'Drag it to move its key in time, with Ctrl/Cmd a copy of it; Alt lets it pass what it would come into line with. Shift selects up to a bead, Ctrl/Cmd one more.',
    drawn: { thing: 'M2 14H42M12 14m-3 0a3 3 0 1 0 6 0a3 3 0 1 0 -6 0', way: 'M18 14H34M31 11L34 14L31 17' },
  },
  {
    on: 'Empty lanes',
    does: 'Drag across to select many; with Alt that scrubs. Ctrl/Cmd with the wheel zooms, Shift with the wheel slides.',
    drawn: { thing: 'M8 5H36V19H8Z', way: 'M8 5L34 17M29 18L34 17L32 12' },
  },
  {
    on: 'The bracket',
    does: 'It stretches what is selected about its other end, with Alt about the pinned key or the playhead; past it, backwards.',
    drawn: { thing: 'M8 5H5V19H8M30 5H33V19H30', way: 'M24 12H41M38 9L41 12L38 15' },
  },
  {
    on: 'A layer’s bar',
    does: 'Drag it to move it in time, with Alt its keys alone, with Shift the bar alone; its ends trim it. Markers, the ends of the play range and the strip below the lanes are dragged, too.',
    drawn: { thing: 'M6 8H30V16H6Z', way: 'M18 12H40M37 9L40 12L37 15' },
  },
  {
    on: 'A layer on the picture',
    does: 'Drag it where the playhead is; with Ctrl/Cmd its whole motion path (route). What is dragged comes into line with what is near, else onto whole pixels; Ctrl/Cmd held lets it pass. Drag the pivot with Alt.',
    drawn: { thing: 'M5 6H19V18H5Z', way: 'M14 12H38M35 9L38 12L35 15' },
  },
  {
    on: 'A motion path (route)',
    does: 'Drag a bead, a handle or the line itself; Shift keeps an axis or steps of 15°, Alt parts a handle from the other or draws both out of a bead. A click on the line adds a key. Where the layer lies over it, Alt takes the route.',
    drawn: { thing: 'M4 20C12 4 32 4 40 20', way: 'M22 8V2M19 5L22 2L25 5' },
  },
  {
    on: 'A frame over a picture',
    does: 'With the frame tool drag the first and the last frame, or a corner of one; Shift keeps an axis, Alt the middle, Ctrl/Cmd lets it pass the picture’s edge. Arrows move a frame, + and - size it.',
    drawn: { thing: 'M3 3H41V21H3ZM7 6H23V15H7Z', way: 'M25 11H36M33 8L36 11L33 14' },
  },
  {
    on: 'A text on the picture',
    does: 'Two clicks write in it where it stands; Tab goes on to the next text, Enter takes what is written, Escape gives it up.',
    drawn: { thing: 'M6 6H22M14 6V19', way: 'M30 5V19M27 5H33M27 19H33' },
  },
  {
    on: 'Rulers',
    does: 'Drag a guide out of a ruler, and back into it to be rid of it.',
    drawn: { thing: 'M4 4H40V9H4ZM10 4V7M16 4V7M22 4V7M28 4V7M34 4V7', way: 'M22 8V20M19 17L22 20L25 17' },
  },
  {
    on: 'Files',
    does: 'Drop or paste pictures anywhere on the Desk.',
    drawn: { thing: 'M10 4H24L30 10V20H10Z', way: 'M36 4V16M33 13L36 16L39 13' },
  },
  {
    on: 'The pen',
    does: 'A click sets a corner and a drag a curve; without a pointer, arrows move its tip, Enter sets a corner, Escape ends the path.',
    drawn: { thing: 'M6 18C14 18 14 6 24 6', way: 'M24 6L38 6M35 3L38 6L35 9' },
  },
  {
    on: 'The list',
    does: 'Shift selects a range of layers or properties and Ctrl/Cmd one more; Alt with ↑ ↓ moves layers and lanes, Alt with the eye shows a layer alone. Its border is dragged for a wider list.',
    drawn: { thing: 'M4 5H26M4 12H26M4 19H26', way: 'M34 5V19M31 16L34 19L37 16' },
  },
  {
    on: 'By keyboard',
    does: 'F6 goes between stage, transport, lanes, panel and bar. In the list ↑ ↓ go from row to row and ← → along it, over its keys and spans; Enter selects, Tab comes to its value, B goes to the handles and back. Enter goes into an open graph, Escape out. Bars are one stop, with arrows inside. After a click ← → are for the playhead.',
    drawn: { thing: 'M6 7H14V15H6ZM18 7H26V15H18ZM30 7H38V15H30Z', way: 'M6 19H38M35 16L38 19L35 22' },
  },
  {
    on: 'A number',
    does: 'Drag it, or type a sum such as 960+120; arrows step it, Shift by ten. Of several selected layers one edit sets all; += or a drag changes each by as much.',
    drawn: { thing: 'M6 6H38V18H6Z', way: 'M12 12H32M29 9L32 12L29 15M15 9L12 12L15 15' },
  },
  {
    on: 'Anything',
    does: 'A right click, the menu key or Shift+F10 offers what can be done with it.',
    drawn: { thing: 'M8 5H26V20H8ZM11 9H23M11 13H23M11 17H20', way: 'M34 5L38 15L34 13L31 16Z' },
  },
]
