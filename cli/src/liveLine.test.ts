import { expect, it } from 'vitest'
import { liveLine } from './liveLine.ts'

const trial = (isTTY: boolean) => {
  const written: string[] = []
  const line = liveLine({ isTTY, write: (text: string | Uint8Array) => written.push(String(text)) > 0 })
  return { line, written }
}

it('writes over itself in a terminal, each thing once, and goes without a trace', () => {
  const { line, written } = trial(true)
  for (const words of ['1 of 3 frames', '1 of 3 frames', '2 of 3 frames']) line.write(words)
  line.clear()
  expect(written).toEqual(['\r\u001B[K1 of 3 frames', '\r\u001B[K2 of 3 frames', '\r\u001B[K'])
})

it('says nothing where nobody looks on', () => {
  const { line, written } = trial(false)
  line.write('1 of 3 frames')
  line.clear()
  expect(written).toEqual([])
})
