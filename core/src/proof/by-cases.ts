import { inCase, type Step, step } from "../derivation/step.ts";
import { relation, ZERO } from "../expression/construct.ts";
import { type Expression, equal, findAll, freeNames } from "../expression/expression.ts";
import { decide, withDecidedCases } from "../truth/index.ts";
import { proof } from "./prove.ts";

/**
 * A proof of an identity with a largest, a smallest, a sign or bars by the two cases that decide them: in each the sides are written without them, and
 * proven equal. Undefined where one pair of cases does not do.
 */
export function byCases(left: Expression, right: Expression, assumptions: readonly Expression[]): readonly Step[] | undefined {
  const part = [left, right].flatMap((side) => findAll(side, isDecided))[0];
  const [u, v = ZERO] = part?.kind === "call" ? part.args : [];
  if (!u || part?.kind !== "call" || part.args.length > 2) return undefined;
  // The sign of 0 is a case of its own.
  const comparisons = part.name === "sgn" ? ([">", "=", "<"] as const) : ([">=", "<"] as const);
  const cases = comparisons.map((comparison) => relation(u, comparison, v)).filter((one) => decide(one, assumptions) !== false);
  const shown = cases.map((one) => {
    const known = [...assumptions, one];
    const [a, b] = [left, right].map((side) => withDecidedCases(side, known));
    if (!a || !b || [a, b].some((side) => findAll(side, isDecided).length > 0)) return undefined;
    const rest = equal(a, b) ? [] : proof(a, b, known);
    if (!rest) return undefined;
    const ways = [written("Left side", left, a), written("Right side", right, b)];
    const isOneSided = ways.some((steps) => steps.length === 0);
    return inCase(one, [...ways.flat().map((own) => (isOneSided ? withoutSide(own) : own)), ...rest]);
  });
  return shown.every((steps) => steps !== undefined) ? shown.flat() : undefined;
}

const DECIDED: readonly string[] = ["max", "min", "abs", "sgn"];

const isDecided = (part: Expression): boolean => part.kind === "call" && DECIDED.includes(part.name) && freeNames(part).size > 0;

const withoutSide = ({ side, ...rest }: Step): Step => rest;

/** A side without what the case decides. */
function written(side: NonNullable<Step["side"]>, before: Expression, after: Expression): readonly Step[] {
  return equal(before, after) ? [] : [{ ...step("in each case", [before, after], { kind: "equal", before, after }), side }];
}
