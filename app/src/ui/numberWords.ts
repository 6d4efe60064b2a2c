/** A number as it is read: rounded, with a real minus. */
export function numberWords(value: number, digits = 2): string {
  const rounded = Number(value.toFixed(digits))
  return String(rounded === 0 ? 0 : rounded).replace('-', '−')
}

/** A share in percent, as it is read. */
export function percentWords(share: number): string {
  return `${numberWords(share * 100, 1)} %`
}
