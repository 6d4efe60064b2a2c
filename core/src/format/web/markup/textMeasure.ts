import type { Measures } from '../../../scene/index.ts'
import type { WebContext } from '../webContext.ts'

/** Where no font can be asked, letters are taken to be about half as wide as they are tall. Source: common practice. */
const roughMeasure: Measures['text'] = (text, { fontSize, letterSpacing }) =>
  text.length * (0.5 * fontSize + letterSpacing)

/** How wide lines of text are in what is written. */
export const measureOf = ({ options }: WebContext): Measures['text'] => options.measureText ?? roughMeasure
