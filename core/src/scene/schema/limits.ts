/** What a document may hold at most. Checked wherever data enter and wherever a person types. */
export const LIMITS = {
  nameLength: 120,
  textLength: 2_000,
  scenes: 100,
  layers: 2_000,
  /** Of one layer. */
  copies: 1_000,
  /** Things a scene may draw: its layers with their copies, and all that the scenes in it draw. */
  drawn: 20_000,
  keysOfProperty: 20_000,
  patternsOfProperty: 50,
  /** Of a pattern, Hz. */
  frequency: 10_000,
  /** How fast a sine dies or grows, 1/s. */
  fade: 1_000,
  nodesOfBend: 500,
  verticesOfOutline: 5_000,
  /** Numbers one value may have: an outline's vertices, seven each. */
  componentsOfValue: 35_000,
  namedBends: 1_000,
  /** Of one named bend. */
  tags: 50,
  markers: 5_000,
  /** Of a scene. */
  rules: 200,
  /** What one rule is about. */
  rulePlaces: 200,
  /** Each way. */
  guides: 200,
  assets: 1_000,
  /** Of a mask's edge, px. */
  feather: 1_000,
  /** px */
  frameSide: 16_384,
  /** Any stored number. */
  magnitude: 1e9,
} as const
