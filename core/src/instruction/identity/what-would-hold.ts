import type { RuleName } from "../../derivation/rules/catalogue.ts";
import { equation, name, relation, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { allOf, type Line, say } from "../../notation/inline.ts";
import { anglesIn } from "../../proof/angles.ts";
import { movesFrom } from "../../proof/moves.ts";
import { findEdit, findSlip } from "../../proof/slips/find-slip.ts";
import { equalityTest, holdsAt, principalRange, samplePoints } from "../../truth/index.ts";

/** What would be true instead of a false identity: the same for some numbers alone, with a small change, or by the formula for a side. */
export function whatWouldHold(left: Expression, right: Expression, assumptions: readonly Expression[]): Line | undefined {
  const where = whereItHolds(left, right, assumptions);
  if (where) return say`it holds where ${allOf(where)}`;
  // That the identity itself does not hold is known by now.
  const slip = findSlip(left, right, assumptions);
  const isItself = slip?.law !== undefined && equal(slip.law, equation(left, right));
  return (isItself ? findEdit(left, right, assumptions) : slip)?.said ?? formulaFor(left, assumptions) ?? formulaFor(right, assumptions);
}

/** For numbers of one sign, or where an inverse function gives back the angle itself. */
function whereItHolds(left: Expression, right: Expression, assumptions: readonly Expression[]): readonly Expression[] | undefined {
  const [letter, ...more] = new Set([...freeNames(left), ...freeNames(right)]);
  if (letter === undefined || more.length > 0 || !isReal(left) || !isReal(right)) return undefined;
  const isAtZero = [...realDomain(left), ...realDomain(right)].every((condition) => holdsAt(condition, new Map([[letter, ZERO]])));
  const comparisons = isAtZero ? ([">=", "<=", ">", "<"] as const) : ([">", "<"] as const);
  const signs = comparisons.map((comparison) => [relation(name(letter), comparison, ZERO)]);
  const ranges = [left, right]
    .flatMap((side) => findAll(side, (part) => principalRange(part) !== undefined))
    .flatMap((part) => principalRange(part)?.range ?? []);
  const places = [...signs, ...(ranges.length > 0 ? [ranges] : [])];
  return places.find((place) => {
    const known = [...assumptions, ...place];
    // Where nothing is, everything holds.
    return equalityTest(left, right, known).kind === "zero" && samplePoints([left, right], known, 1).length > 0;
  });
}

/** The formulas that are used instead of a law that does not hold. */
const FORMULAS: ReadonlySet<RuleName> = new Set(["addition formula", "double-angle formula", "triple-angle formula"]);

/** What a side is by a formula that one might have had in mind. */
function formulaFor(side: Expression, assumptions: readonly Expression[]): Line | undefined {
  const isOne = ({ rule, after }: { readonly rule: RuleName; readonly after: Expression }): boolean =>
    (FORMULAS.has(rule) && (side.kind === "call" || after.kind === "call")) || (rule === "multiply out" && side.kind === "power");
  const found = movesFrom(side, { angles: anglesIn(side), assumptions }).find(isOne);
  return found && say`what holds is ${equation(side, found.after)}`;
}
