/** The door to what is true of expressions: whether one is 0, which sign it has, whether a relation follows. Nothing else of this folder is used outside. */
export { branchBorders, hasBranches, type PartValue, partValues, steppedParts, withDecidedCases, writtenNear } from "./branches.ts";
export { type ExponentialForm, exponentialForm } from "./exponential-form.ts";
export { asFamily, type Family, integerCases, memberNumber, membersBetween, missesZero, rationalRatio } from "./family-of-values.ts";
export { byArgument, byName } from "./increasing.ts";
export { integersWhere, workedOut } from "./integer-conditions.ts";
export { AREA_FUNCTIONS, expandedLogarithm, isPositive } from "./logarithms.ts";
export { decideForMembers } from "./members.ts";
export { numericRange } from "./numeric-range.ts";
export { termsOfOneSign } from "./one-sign.ts";
export { principalRange, withPrincipalValues } from "./principal.ts";
export { splitRoot } from "./roots.ts";
export { environmentAt, holdsAt, type Point, samplePoints } from "./sample.ts";
export { decide, possibleSigns, simpleRelations } from "./sign.ts";
export { complexity, expand, lostConditions, perfectSquareRoot, showsCondition, simplify } from "./simplify.ts";
export { untangled } from "./untangle.ts";
export { wholeMembers } from "./whole-members.ts";
export { constantSign, equalityTest, isNotWhole, type ZeroTest, zeroTest } from "./zero-test.ts";
