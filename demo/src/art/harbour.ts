import { glow, polygon, rect, round, seeded, svgFile, verticalGradient } from './svg.ts'

/** How far the painted planes reach beyond the frame, so that a slow push or pan shows no edge. */
export const MARGIN = 160
const WIDTH = 1920 + 2 * MARGIN

/** Stars and the dusk that lies over the coloured sky. */
export function stars(): string {
  const next = seeded(11)
  const height = 900
  const dots = Array.from({ length: 150 }, () => {
    const y = next() ** 1.6 * height * 0.8
    const size = 0.7 + next() * 1.7
    return `<circle cx="${round(next() * WIDTH)}" cy="${round(y)}" r="${round(size)}" fill="#fff4d8" opacity="${round(0.25 + next() * 0.65)}"/>`
  })
  const defs = verticalGradient('dusk', [
    [0, '#120c2ecc'],
    [0.45, '#2a1b4d55'],
    [0.8, '#d0706033'],
    [1, '#f2a06a66'],
  ])
  return svgFile(WIDTH, height, `${rect(0, 0, WIDTH, height, 'url(#dusk)')}${dots.join('')}`, defs)
}

/** The hills and the town of Port Ostrel, made up. */
export function town(): string {
  const next = seeded(7)
  const height = 330
  const hills = `<path d="M0 250 C 260 120 420 210 640 170 S 1010 70 1290 150 S 1820 110 ${WIDTH} 190 V330 H0Z" fill="#1c1a3e"/>`
  const houses: string[] = []
  for (let x = 900; x < 1860;) {
    const width = 38 + next() * 46
    const top = 150 + next() * 90 - 50 * Math.exp(-(((x - 1380) / 260) ** 2))
    houses.push(house(x, top, width, height - top, next))
    x += width + next() * 8
  }
  return svgFile(WIDTH, height, hills + houses.join(''))
}

function house(x: number, top: number, width: number, height: number, next: () => number): string {
  const wall = ['#161d3b', '#1b2344', '#131a35'][Math.floor(next() * 3)]!
  const roof =
    next() < 0.6
      ? polygon(
          [
            [x - 3, top],
            [x + width / 2, top - 14 - next() * 16],
            [x + width + 3, top],
          ],
          '#0f1530',
        )
      : ''
  const windows: string[] = []
  for (let wx = x + 7; wx < x + width - 9; wx += 13) {
    for (let wy = top + 10; wy < top + height - 12; wy += 17) {
      if (next() < 0.42)
        windows.push(
          rect(
            wx,
            wy,
            6,
            9,
            next() < 0.75 ? '#ffc765' : '#ff9d5c',
            `opacity="${round(0.55 + next() * 0.45)}"`,
          ),
        )
    }
  }
  return rect(x, top, width, height, wall) + roof + windows.join('')
}

/** The harbour's water with its ripples of light. */
export function water(): string {
  const next = seeded(23)
  const height = 620
  const defs = verticalGradient('deep', [
    [0, '#3c3a6c'],
    [0.12, '#27345f'],
    [0.5, '#16274c'],
    [1, '#0c1834'],
  ])
  const ripples = Array.from({ length: 230 }, () => {
    const y = next() ** 1.5 * height
    const length = 16 + next() * 90 * (0.4 + y / height)
    const warm = next() < 0.3
    return rect(
      next() * WIDTH,
      y,
      length,
      1.5 + (y / height) * 2,
      warm ? '#f5b45f' : '#8fa6d8',
      `rx="1.5" opacity="${round(0.05 + next() * 0.16)}"`,
    )
  })
  return svgFile(WIDTH, height, rect(0, 0, WIDTH, height, 'url(#deep)') + ripples.join(''), defs)
}

/** The quay with its bricks and bollard. */
export function quay(): string {
  const next = seeded(5)
  const [width, height] = [900, 330]
  const bricks: string[] = []
  for (let row = 0; row < 7; row += 1) {
    for (let x = row % 2 ? -40 : 0; x < width; x += 84) {
      const shade = ['#3d3a52', '#36344b', '#434059', '#322f45'][Math.floor(next() * 4)]!
      bricks.push(rect(x + 1.5 + (row % 2 ? 0 : 0), 34 + row * 42 + 1.5, 81, 39, shade, 'rx="3"'))
    }
  }
  const deck = rect(0, 0, width, 34, '#6a6076', 'rx="4"') + rect(0, 0, width, 7, '#857a90', 'rx="3"')
  const clip = `<clipPath id="wall"><path d="M0 0 H${width} V${height} H34 L0 40Z"/></clipPath>`
  return svgFile(
    width,
    height,
    `<g clip-path="url(#wall)">${rect(0, 0, width, height, '#28253a')}${bricks.join('')}${deck}</g>`,
    clip,
  )
}

/** The lighthouse on its rock; the lantern stands at (150, 92). */
export function lighthouse(): string {
  const [width, height] = [420, 520]
  const defs =
    glow('lamp', '#ffd98a', 0.95) +
    `<linearGradient id="tower" x1="0" y1="0" x2="1" y2="0"><stop offset="0" stop-color="#fff" stop-opacity="0.22"/><stop offset="0.5" stop-color="#fff" stop-opacity="0"/><stop offset="1" stop-color="#0b1026" stop-opacity="0.5"/></linearGradient>`
  const bands = ['#efe6d6', '#c9503a', '#efe6d6', '#c9503a', '#efe6d6'].map((colour, i) => {
    const [top, bottom] = [128 + i * 62, 128 + (i + 1) * 62]
    const half = (y: number): number => 31 + (y - 128) * 0.058
    return polygon(
      [
        [150 - half(top), top],
        [150 + half(top), top],
        [150 + half(bottom), bottom],
        [150 - half(bottom), bottom],
      ],
      colour,
    )
  })
  const shade = polygon(
    [
      [119, 128],
      [181, 128],
      [199, 438],
      [101, 438],
    ],
    'url(#tower)',
  )
  const rock =
    polygon(
      [
        [0, 520],
        [24, 462],
        [70, 440],
        [110, 430],
        [190, 428],
        [262, 446],
        [330, 470],
        [420, 520],
      ],
      '#1a1d35',
    ) +
    polygon(
      [
        [70, 440],
        [110, 430],
        [150, 470],
        [90, 520],
        [30, 520],
      ],
      '#262a48',
    )
  const head = `${rect(112, 116, 76, 12, '#2a2f4c', 'rx="3"')}${rect(126, 72, 48, 44, '#ffe2a0')}${[126, 142, 158, 171].map((x) => rect(x, 72, 3, 44, '#2a2f4c')).join('')}${polygon(
    [
      [118, 72],
      [150, 38],
      [182, 72],
    ],
    '#a83f2f',
  )}<circle cx="150" cy="34" r="6" fill="#a83f2f"/>`
  return svgFile(
    width,
    height,
    `<circle cx="150" cy="92" r="92" fill="url(#lamp)"/>${rock}${bands.join('')}${shade}${head}`,
    defs,
  )
}

/** The moon in its halo. */
export function moon(): string {
  const defs = glow('halo', '#fbe7b4', 0.75)
  const craters = [
    [232, 238, 22],
    [282, 262, 15],
    [250, 290, 11],
    [296, 222, 9],
    [222, 278, 8],
  ]
    .map(([x, y, r]) => `<circle cx="${x}" cy="${y}" r="${r}" fill="#e6cf94" opacity="0.75"/>`)
    .join('')
  return svgFile(
    520,
    520,
    `<circle cx="260" cy="260" r="260" fill="url(#halo)"/><circle cx="260" cy="260" r="78" fill="#fbefc6"/>${craters}`,
    defs,
  )
}
