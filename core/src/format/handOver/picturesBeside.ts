import { toByteArray } from 'base64-js'

/** A file without its pictures, and those beside it. */
export interface WithPictures {
  readonly text: string
  /** By their path, seen from the file. */
  readonly files: ReadonlyMap<string, Uint8Array>
}

const PICTURE = /(href|src)="data:(image\/[\w.+-]+);base64,([A-Za-z\d+/]*=*)"/g
const ENDINGS: Readonly<Record<string, string>> = { 'image/svg+xml': 'svg', 'image/jpeg': 'jpg' }

/**
 * Takes the pictures out of a page or a drawing that holds them, each once however often it is shown.
 * @param folder where they come to lie, seen from the file, without a slash at the end
 * Source: `data:` URLs, RFC 2397.
 */
export function picturesBeside(text: string, folder: string): WithPictures {
  const paths = new Map<string, string>()
  const files = new Map<string, Uint8Array>()
  const apart = text.replace(PICTURE, (_, attribute: string, type: string, base64: string) => {
    const key = `${type} ${base64}`
    let path = paths.get(key)
    if (path === undefined) {
      path = `${folder}/picture-${paths.size + 1}.${ENDINGS[type] ?? type.slice('image/'.length)}`
      paths.set(key, path)
      files.set(path, toByteArray(base64))
    }
    return `${attribute}="${path.split('/').map(encodeURIComponent).join('/')}"`
  })
  return { text: apart, files }
}
