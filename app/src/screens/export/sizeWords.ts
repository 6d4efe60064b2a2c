/** How large a file is, in words. */
export function sizeWords(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`
  const kilo = bytes / 1000
  return kilo < 1000 ? `${kilo.toFixed(kilo < 10 ? 1 : 0)} kB` : `${(kilo / 1000).toFixed(1)} MB`
}
