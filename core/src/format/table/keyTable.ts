import type { PlainBend } from '../../bend/index.ts'
import { isColour, KIND_WIDTH, type Property, type Through, type Value } from '../../property/index.ts'
import { frameTicks, parseTime, type FrameRate, type Ticks } from '../../time/index.ts'
import { BadFile } from '../badFile.ts'
import { bendText, readEasing } from '../css/index.ts'
import { readCells, writeCells } from './cells.ts'

/** A key as a row of a table. */
export interface KeyRow {
  readonly layer: string
  readonly property: string
  readonly kind: Property['kind']
  readonly t: Ticks
  readonly value: Value
  readonly through: Through
  readonly bend: PlainBend
}

/** What a pasted row says of its key; what it does not say is left out. */
export interface KeyCells {
  readonly t?: Ticks
  readonly value?: Value
  readonly through?: Through
  readonly bend?: PlainBend
}

type Column = 'layer' | 'property' | 'frame' | 'value' | 'y' | 'through' | 'bend'
const COLUMNS: readonly { readonly column: Column; readonly title: string }[] = [
  { column: 'layer', title: 'Layer' },
  { column: 'property', title: 'Property' },
  { column: 'frame', title: 'Frame' },
  { column: 'value', title: 'Value' },
  { column: 'y', title: 'Y' },
  { column: 'through', title: 'Through' },
  { column: 'bend', title: 'Bend' },
]
/** Other names a heading may have: those the table on screen has. */
const ALSO: ReadonlyMap<string, Column> = new Map([
  ['of', 'layer'],
  ['time', 'frame'],
  ['x', 'value'],
])
/** What cells without a heading mean, by how many there are. */
const WITHOUT_HEADING: Readonly<Record<number, readonly Column[]>> = {
  1: ['value'],
  2: ['frame', 'value'],
  3: ['frame', 'value', 'y'],
  4: ['frame', 'value', 'through', 'bend'],
  5: ['frame', 'value', 'y', 'through', 'bend'],
  7: ['layer', 'property', 'frame', 'value', 'y', 'through', 'bend'],
}
const MOST_ROWS = 20_000

/** Whether a kind of value can stand in cells. */
export function fitsCells(kind: Property['kind']): boolean {
  return kind !== 'outline'
}

/** Keys as a table for a spreadsheet, with a heading; times in frames, bends as `bendText`. */
export function writeKeyTable(rows: readonly KeyRow[], rate: FrameRate): string {
  const frame = frameTicks(rate)
  const cells = rows.map(({ layer, property, t, value, through, bend }) => {
    const [first, second] = Array.isArray(value) ? (value as readonly number[]) : [value, '']
    const shown = typeof first === 'object' ? '' : String(first)
    return [
      layer,
      property,
      String(Number((t / frame).toFixed(6))),
      shown,
      String(second),
      through,
      bendText(bend),
    ]
  })
  return writeCells([COLUMNS.map(({ title }) => title), ...cells])
}

/**
 * What a pasted table says of keys, row by row. Headings say which column is which; without them the number of columns
 * does. A cell left empty says nothing.
 * @param kinds of the keys the rows are for; the last kind stands for rows beyond them
 * @param named what the properties are called: as a heading it stands over their values
 * @throws BadFile with a sentence that names row and cell; BadBend for a bend, BadTime for a time that cannot be read
 */
export function readKeyTable(
  text: string,
  {
    kinds,
    rate,
    named = [],
  }: {
    readonly kinds: readonly Property['kind'][]
    readonly rate: FrameRate
    readonly named?: readonly string[]
  },
): KeyCells[] {
  const rows = readCells(text)
  const last = kinds[kinds.length - 1]
  if (rows.length === 0 || last === undefined)
    throw new BadFile('There is no table to paste. Copy some cells first. Nothing was changed.')
  if (rows.length > MOST_ROWS)
    throw new BadFile(`A table of ${rows.length} rows is too long to paste. Nothing was changed.`)
  const heading = rows[0]!.map((title) => columnOf(title, named))
  const headed = heading.filter((column) => column !== null).length >= Math.min(2, rows[0]!.length)
  const widest = rows.reduce((most, row) => Math.max(most, row.length), 0)
  const columns = headed ? heading : WITHOUT_HEADING[widest]
  if (!columns)
    throw new BadFile(
      'It is not clear which column is which. Copy the table first and keep its heading. Nothing was changed.',
    )
  return rows.slice(headed ? 1 : 0).map((row, i) => {
    const cell = (column: Column): string => {
      const at = columns.indexOf(column)
      return at < 0 ? '' : (row[at] ?? '').trim()
    }
    return readRow(cell, { kind: kinds[i] ?? last, rate, number: i + (headed ? 2 : 1) })
  })
}

function columnOf(title: string, named: readonly string[]): Column | null {
  const name = title.trim().toLowerCase()
  const known = COLUMNS.find((one) => one.title.toLowerCase() === name)?.column ?? ALSO.get(name)
  return known ?? (named.some((one) => one.toLowerCase() === name) ? 'value' : null)
}

interface RowPlace {
  readonly kind: Property['kind']
  readonly rate: FrameRate
  /** From 1, as a spreadsheet counts. */
  readonly number: number
}

function readRow(cell: (column: Column) => string, { kind, rate, number }: RowPlace): KeyCells {
  const [frame, value, through, bend] = [cell('frame'), cell('value'), cell('through'), cell('bend')]
  if (through !== '' && !isThrough(through))
    throw new BadFile(
      `Row ${number}: “${through.slice(0, 40)}” is not corner, joined or smooth. Nothing was changed.`,
    )
  return {
    ...(frame === '' ? {} : { t: parseTime(frame.replace(',', '.'), rate, 'frames') }),
    ...(value === '' ? {} : { value: readValue(value, cell('y'), kind, number) }),
    ...(through === '' ? {} : { through: through as Through }),
    ...(bend === '' ? {} : { bend: readEasing(bend) }),
  }
}

function isThrough(text: string): text is Through {
  return text === 'corner' || text === 'joined' || text === 'smooth'
}

function readValue(text: string, second: string, kind: Property['kind'], number: number): Value {
  if (kind === 'choice') return text === 'true' ? true : text === 'false' ? false : text
  if (kind === 'colour') {
    if (isColour(text)) return text
    throw new BadFile(`Row ${number}: “${text.slice(0, 40)}” is not a colour. Nothing was changed.`)
  }
  if (KIND_WIDTH[kind] < 2) return readNumber(text, number)
  return [readNumber(text, number), readNumber(second, number)]
}

/** A number as spreadsheets write it: with a point or a comma, with a sign of either kind. */
function readNumber(text: string, row: number): number {
  const plain = text.replace('−', '-').replace(/\s|%|px|°/g, '')
  const value = Number(plain.includes('.') ? plain : plain.replace(',', '.'))
  if (plain === '' || !Number.isFinite(value))
    throw new BadFile(`Row ${row}: “${text.slice(0, 40)}” is not a number. Nothing was changed.`)
  return value
}
