/** What is said of the program as a whole. */
export const USAGE = `Usage:
  arrow-bend inspect FILE [--json]
  arrow-bend sample FILE --layer NAME --property NAME [--scene NAME] [--rate 60] [--speed]
  arrow-bend bend SPEC [--file FILE] [--at 0,0.25,0.5,0.75,1]
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
} as const
