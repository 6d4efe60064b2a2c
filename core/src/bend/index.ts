export { BadBend } from './badBend.ts'
export {
  HOLD,
  LINEAR,
  type Bend,
  type BendNode,
  type FamilyBend,
  type FamilyName,
  type FamilyNumber,
  type Handle,
  type Handles,
  type LinkedBend,
  type Mode,
  type PlainBend,
  type PointsBend,
  type StepJump,
} from './bend.ts'
export { clampNodes } from './shape/clampNodes.ts'
export { insertNode, moveNode, removeNode, setNodeHandle, setNodeThrough } from './shape/bendNodes.ts'
export { compileBend } from './curves/compileBend.ts'
export { FAMILIES } from './families/families.ts'
export type { Family, NumberOfFamily } from './families/family.ts'
export {
  springOfBounce,
  springOfPhysics,
  type SpringPhysics,
  type TimedSpring,
} from './families/springForms.ts'
export { stepProgress } from './families/steps.ts'
export { HandlesCurve } from './curves/handlesCurve.ts'
export { hasLift, NO_LINKS, plainBend, scaledLift, withoutLift, type BendLibrary } from './bendLibrary.ts'
export { mirrorBend } from './shape/mirrorBend.ts'
export { EASE_BOTH, PLAIN_EASES, QUICK_BENDS, type QuickBend, type QuickBendName } from './quickBends.ts'
export { sampleBend, type CurvePoint } from './curves/sampleBend.ts'
export { flowingSlopes, steffenSlopes } from './curves/smoothSlopes.ts'
export { peakNode, settle } from './shape/settle.ts'
export { overshootOf, withOvershoot, type Overshoot } from './shape/overshoot.ts'
export { peakOfCurve, slideBend, slidePeak, type ShapedBend } from './shape/slideBend.ts'
export { strengthenBend } from './shape/strengthenBend.ts'
export { LEAST_CHANGE, splitBend, type SplitBend } from './shape/splitBend.ts'
export { paceOf, type Ordinates } from './curves/paceLimit.ts'
export { solveCubic, unitCubic } from './curves/solveCubic.ts'
export { splitOrdinates } from './shape/splitOrdinates.ts'
export { nearestStrength, strengthBend, strengthOf } from './shape/strength.ts'
export { HOLD_CURVE, LINEAR_CURVE, type UnitCurve } from './curves/unitCurve.ts'
export { isSameBend } from './isSameBend.ts'
export { BEND_MOODS, READY_BENDS, type BendMood, type ReadyBend } from './ready/readyBends.ts'
