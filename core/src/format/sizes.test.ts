import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { blobOf, sha256Of } from '../../test/blobs.ts'
import { writeForm, type ExportForm } from './handOver/index.ts'
import { readBendFile } from './project/index.ts'

const demo = new URL('../../../demo/made/lantern-regatta.bend', import.meta.url)
const { project } = await readBendFile(blobOf(readFileSync(demo)), sha256Of)

/** A number as a person writes it: so many decimals, and no nought in front of them. */
const short = (text: string, decimals: number): string =>
  String(Number(Number(text).toFixed(decimals))).replace(/^(-?)0\./, '$1.')

/**
 * The same file as a person would write it who wants the same keys: moments to a hundredth of a percent, all other numbers to
 * a thousandth, no nought before the point, no blanks, and nothing that is meant anyway where it is not said. The markup of
 * what does not move is counted as it is.
 * Source of what may be left out: W3C, SVG Animations 2 (calcMode), CSS Values 4 (numbers).
 */
const BY_HAND: Partial<Record<ExportForm, (text: string) => string>> = {
  'svg-css': (text) =>
    text
      .replace(/^[\d.]+(?=%\{)/gm, (share) => short(share, 2))
      .replace(/-?\d*\.\d+(?!\d*%\{)/g, (number) => short(number, 3))
      .replace(/, /g, ','),
  'svg-smil': (text) =>
    text
      .replace(/keyTimes="[^"]*"/g, (list) => list.replace(/\d*\.\d+/g, (share) => short(share, 4)))
      .replace(/(?<!keyTimes="[^"]*)-?\d*\.\d+/g, (number) => short(number, 3))
      .replace(/ calcMode="linear"/g, ''),
  lottie: (text) => text.replace(/-?\d*\.\d+/g, (number) => String(Number(Number(number).toFixed(3)))),
}

it.each(Object.keys(BY_HAND) as ExportForm[])(
  'the demo as %s is at most 1.3 times as long as written by hand',
  (form) => {
    const text = writeForm(project, project.scenes[0]!, form as 'lottie', { pictureUrl: () => '' })
    const byHand = BY_HAND[form]!(text)
    expect(byHand.length).toBeGreaterThan(10_000)
    expect(text.length / byHand.length).toBeLessThanOrEqual(1.3)
  },
)
