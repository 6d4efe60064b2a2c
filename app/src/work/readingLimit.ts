/** Slow disks give 10 MB a second. */
const MS_A_BYTE = 1e-4

/** How long reading a file may take, ms. @param least for the smallest */
export const readingLimit = ({ size }: Blob, least: number): number => least + size * MS_A_BYTE
