/** Bytes a file of art may have: 256 MB. */
export const MOST_BYTES = 256 * 1024 * 1024
