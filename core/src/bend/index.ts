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
export { clampNodes } from './clampNodes.ts'
export { insertNode, moveNode, removeNode, setNodeHandle, setNodeThrough } from './bendNodes.ts'
export { compileBend } from './compileBend.ts'
export { FAMILIES } from './families/families.ts'
export type { Family, NumberOfFamily } from './families/family.ts'
export {
  springOfBounce,
  springOfPhysics,
  type SpringPhysics,
  type TimedSpring,
} from './families/springForms.ts'
export { stepProgress } from './families/steps.ts'
export { HandlesCurve } from './handlesCurve.ts'
export { hasLift, NO_LINKS, plainBend, withoutLift, type BendLibrary } from './linkedBend.ts'
export { mirrorBend } from './mirrorBend.ts'
export { QUICK_BENDS, type QuickBend, type QuickBendName } from './quickBends.ts'
export { sampleBend, type CurvePoint } from './sampleBend.ts'
export { flowingSlopes, steffenSlopes } from './smoothSlopes.ts'
export { overshootOf, withOvershoot, type Overshoot } from './overshoot.ts'
export { peakOfCurve, slideBend, slidePeak, type ShapedBend } from './slideBend.ts'
export { strengthenBend } from './strengthenBend.ts'
export { LEAST_CHANGE, splitBend, type SplitBend } from './splitBend.ts'
export { paceOf, type Ordinates } from './paceLimit.ts'
export { solveCubic, unitCubic } from './solveCubic.ts'
export { splitOrdinates } from './splitOrdinates.ts'
export { nearestStrength, strengthBend, strengthOf } from './strength.ts'
export { HOLD_CURVE, LINEAR_CURVE, type UnitCurve } from './unitCurve.ts'
