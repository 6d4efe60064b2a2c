/** A project's name as a file name. */
export function fileName(name: string, extension: string): string {
  const safe = name
    .replace(/[^\p{L}\p{N} _-]+/gu, '')
    .trim()
    .replace(/\s+/g, '-')
    .slice(0, 80)
  return `${safe || 'project'}.${extension}`
}
