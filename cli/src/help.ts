/** What is said of the program as a whole. */
export const USAGE = `Usage:
  arrow-bend inspect FILE [--json]
  arrow-bend sample FILE --layer NAME --property NAME [--scene NAME] [--rate 60] [--speed]
  arrow-bend bend SPEC [--file FILE] [--at 0,0.25,0.5,0.75,1]
  arrow-bend bends FILE [--css | --json]
  arrow-bend match FILE LAYER/PROPERTY LAYER/PROPERTY [--from 2s] [--to 4s] [--real] [--json]
  arrow-bend convert IN OUT [--as FORM] [--scene NAME] [--from 2s] [--to 4s] [--fps 60] [--scale 1] [--tolerance 0.02] [--texts texts] [--pictures inside] [--report]
  arrow-bend beats SOUND [--low HZ] [--high HZ] [--sensitivity 50] [--apart MS] [--json]
  arrow-bend level SOUND [--rate 60] [--low HZ] [--high HZ]
  arrow-bend --version

Each command tells more of itself: arrow-bend sample --help.
`

/** What each command says of itself. */
export const COMMAND_HELP = {
  inspect: `Usage: arrow-bend inspect FILE [--json]

Lists what a project holds: its scenes, their layers, and which properties have keys.

  --json   the same as JSON

Example:
  arrow-bend inspect regatta.bend
`,
  sample: `Usage: arrow-bend sample FILE --layer NAME --property NAME [--scene NAME] [--rate 60] [--speed]

Writes a property as CSV, one row a frame: the frame, the seconds, the value, and with --speed how fast it changes.

  --layer NAME      the layer, by its name or id
  --property NAME   the property, such as position, turn, opacity or “local time”
  --scene NAME      the scene, where several have a layer called so
  --rate N          frames per second; those of the scene when left out
  --speed           units a second, beside the value

Example:
  arrow-bend sample regatta.bend --layer "Boat 2" --property position --speed > boat.csv
`,
  bend: `Usage: arrow-bend bend SPEC [--file FILE] [--at 0,0.25,0.5,0.75,1]

Works out a bend and writes it as CSV, with three columns:
  u          the share of the span's time that has passed, from 0 to 1
  progress   the share of the change that is done by then; below 0 or over 1 where it overshoots
  pace       how fast progress grows there: 1 is the even pace of a linear bend

SPEC is an easing as CSS writes it, or with --file the name of a bend in that project's library.

  --file FILE   the project to look the bend up in
  --at LIST     the shares of time to work it out at; every tenth when left out

Example:
  arrow-bend bend "cubic-bezier(0.2, 0, 0.7, 1)" --at 0,0.5,1
`,
  bends: `Usage: arrow-bend bends FILE [--css | --json]

Lists the bends of a project's library, each with the CSS easing that is nearest to it.

  --css    as a style sheet: one custom property a bend
  --json   as the project file has them

Example:
  arrow-bend bends regatta.bend --css > eases.css
`,
  match: `Usage: arrow-bend match FILE LAYER/PROPERTY LAYER/PROPERTY [--from 2s] [--to 4s] [--real] [--json]

Compares two motions: how many frames later the second starts and ends, how far their progress is apart at most and when, and
how fast each is at its fastest. Each is compared over its own time, from the first to the last of its keys.

  --from, --to   only keys between these times, such as 2s, 48f or 00:00:02:00
  --real         both at the same moments instead, as they are seen
  --json         as JSON

Example:
  arrow-bend match regatta.bend Harbour/scale "Boat 1/position" --json
`,
  convert: `Usage: arrow-bend convert IN OUT [--as FORM] [--scene NAME] [--from 2s] [--to 4s] [--fps 60] [--scale 1] [--tolerance 0.02] [--texts texts] [--pictures inside] [--report]

Writes a scene as a file that others play. IN is a project, or another file that moves: an SVG, a Lottie animation, packed or
not, a style sheet with keyframes, or a page or Web Animations written here. What it is to be goes by the ending of OUT, or by --as:
  html            a web page that plays by itself
  svg-css         an SVG moved by style rules (what .svg means)
  svg-smil        an SVG moved by animation elements
  css             a style sheet for elements of your own
  webanimations   data for the Web Animations API; into .html with a page that plays it, into .js as a module
  lottie          a Lottie 1.0 animation; into .lottie packed in a dotLottie container
  csv, json       the numbers of everything that moves, at every frame
  timing          a timing sheet to print, with keys, ladders and arrivals
  bend            a project, of one scene where one is named
and, made by the Chromium that is installed (or that CHROMIUM names):
  webm, mp4       a video with the scene's sound
  gif             a GIF that plays for ever
  png             the first frame; into .zip all of them, numbered

Several files are written into a folder: arrow-bend convert *.bend FOLDER --as svg-css. “-” is standard input, or output.

  --scene NAME      the scene; the first when left out
  --from, --to      only what is shown between these times, such as 2s, 48f or 00:00:02:00
  --fps N           frames a second of csv, json and films; those of the scene when left out
  --scale N         how many times as large an SVG or a film is
  --tolerance PX    how far what cannot be written as it is may be off; 0.02 px when left out
  --texts KIND      those of a page or an SVG as texts, or as outlines that need no font; texts when left out
  --pictures WHERE  those of a page or an SVG inside it, or beside it in a folder; inside when left out
  --report          tells how each move comes through: exact, fitted, baked or left out, and what of IN was not understood

Example:
  arrow-bend convert regatta.bend regatta.svg --report
`,
  beats: `Usage: arrow-bend beats SOUND [--low HZ] [--high HZ] [--sensitivity 50] [--apart MS] [--json]

Finds where something sets in, such as a drum, and writes one line for each: the seconds, and how strong it is from 0 to 1.
A WAV file can always be read.

  --low HZ, --high HZ   the band of frequencies that is listened to; all of them when left out
  --sensitivity N       0 to 100: how small a rise still counts; 50 when left out
  --apart MS            the least time between two; 100 ms when left out
  --json                the same as JSON

Example:
  arrow-bend beats drums.wav --low 40 --high 150
`,
  level: `Usage: arrow-bend level SOUND [--rate 60] [--low HZ] [--high HZ]

Writes how loud a sound is as CSV, one row a frame: the frame, the seconds, and the level, which is the root of the mean square
of its samples until the next frame (a full sine has 0.707).

  --rate N              frames per second; 60 when left out
  --low HZ, --high HZ   the band of frequencies that is measured; all of them when left out

Example:
  arrow-bend level drums.wav --rate 24 --low 40 --high 150 > drums.csv
`,
} as const
