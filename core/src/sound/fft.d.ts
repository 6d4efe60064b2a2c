/** fft.js has no types of its own. */
declare module 'fft.js' {
  export default class FFT {
    constructor(size: number)
    createComplexArray(): number[]
    realTransform(out: number[], input: readonly number[]): void
    completeSpectrum(spectrum: number[]): void
  }
}
