/** Elements that draw nothing by themselves; some do where another points at them. */
export const UNSEEN: ReadonlySet<string> = new Set([
  'defs',
  'style',
  'title',
  'desc',
  'metadata',
  'linearGradient',
  'radialGradient',
  'pattern',
  'clipPath',
  'mask',
  'marker',
  'symbol',
  'filter',
  'view',
])
