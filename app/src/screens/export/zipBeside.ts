import { strToU8, zipSync } from 'fflate'
import { picturesBeside } from '@arrow-bend/core/format/handOver'

/** A page or a drawing in a zip, its pictures beside it. @param file what it is called there */
export function zipBeside(text: string, file: string): Blob {
  const { text: bare, files } = picturesBeside(text, 'pictures')
  const zip = zipSync({ [file]: strToU8(bare), ...Object.fromEntries(files) })
  return new Blob([zip as BlobPart], { type: 'application/zip' })
}
