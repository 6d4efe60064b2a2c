import FFT from 'fft.js'

/**
 * The power of some samples by frequency: bin k holds what lies about k · rate / size Hz, from 0 to half the rate. All bins
 * together are the mean power of the samples (Parseval).
 * @param samples their number is a power of two, 4 at least
 */
export function powerSpectrum(samples: ArrayLike<number>): Float64Array {
  const size = samples.length
  const fft = new FFT(size)
  const out = fft.createComplexArray()
  fft.realTransform(out, Array.from(samples))
  const power = new Float64Array(size / 2 + 1)
  for (let k = 0; k < power.length; k += 1) {
    const [re, im] = [out[2 * k]!, out[2 * k + 1]!]
    // Bins between the ends stand for their mirror images, too.
    const sides = k === 0 || k === size / 2 ? 1 : 2
    power[k] = (sides * (re * re + im * im)) / (size * size)
  }
  return power
}

/** The power of a sound's middle by frequency, in windows that overlap by half. Source: P. D. Welch, IEEE Trans. AU-15 (1967). */
export function meanSpectrum(samples: Float32Array, size: number): Float64Array {
  const mean = new Float64Array(size / 2 + 1)
  // A Hann window leaves 3/8 of the power.
  const hann = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size))
  let count = 0
  for (let at = 0; at + size <= samples.length; at += size / 2) {
    const windowed = hann.map((share, i) => share * samples[at + i]!)
    powerSpectrum(windowed).forEach((power, k) => (mean[k] = mean[k]! + power / 0.375))
    count += 1
  }
  return count > 0 ? mean.map((power) => power / count) : mean
}
