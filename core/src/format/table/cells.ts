/**
 * Cells of a table as spreadsheets put it on the clipboard: rows by line, cells by tab, quoted where needed.
 * Text without a tab is read with semicolons, or under a heading with commas: else a comma belongs to a number.
 * Empty lines at the end do not count.
 * Source: quoting as RFC 4180, section 2; tabs on the clipboard are common practice.
 */
export function readCells(text: string): string[][] {
  const source = text.replace(/^\uFEFF/, '')
  const headed = /[a-z]/i.test(source.split('\n', 1)[0]!)
  const separator = ['\t', ';', ...(headed ? [','] : [])].find((one) => source.includes(one)) ?? '\t'
  const rows: string[][] = [[]]
  let cell = ''
  let quoted = false
  const endCell = (): void => {
    rows[rows.length - 1]!.push(cell)
    cell = ''
  }
  for (let i = 0; i < source.length; i += 1) {
    const char = source[i]!
    if (quoted) {
      if (char !== '"') cell += char
      else if (source[i + 1] === '"') {
        cell += '"'
        i += 1
      } else quoted = false
    } else if (char === '"' && cell === '') quoted = true
    else if (char === separator) endCell()
    else if (char === '\n' || char === '\r') {
      if (char === '\r' && source[i + 1] === '\n') i += 1
      endCell()
      rows.push([])
    } else cell += char
  }
  endCell()
  while (rows.length > 0 && rows[rows.length - 1]!.every((one) => one.trim() === '')) rows.pop()
  return rows
}

/** Rows of cells as a spreadsheet takes them from the clipboard. */
export function writeCells(rows: readonly (readonly string[])[]): string {
  const quote = (cell: string): string => (/["\t\n\r]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)
  return rows.map((row) => row.map(quote).join('\t')).join('\n')
}
