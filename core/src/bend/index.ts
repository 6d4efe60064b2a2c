export { asHandles, nearestHandles } from './asHandles.ts'
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
  type Mode,
  type StepJump,
} from './bend.ts'
export { compileBend } from './compileBend.ts'
export { FAMILIES } from './families/families.ts'
export type { Family, NumberOfFamily } from './families/family.ts'
export { stepProgress } from './families/steps.ts'
export { HandlesCurve } from './handlesCurve.ts'
export { mirrorBend } from './mirrorBend.ts'
export { QUICK_BENDS, type QuickBend, type QuickBendName } from './quickBends.ts'
export { sampleBend, type CurvePoint } from './sampleBend.ts'
export { LEAST_CHANGE, splitBend, splitOrdinates, type SplitBend } from './splitBend.ts'
export { nearestStrength, strengthBend, strengthOf } from './strength.ts'
export { HOLD_CURVE, LINEAR_CURVE, type UnitCurve } from './unitCurve.ts'
