import { hasAngles, inUnitAngles } from "../../canonical/angles.ts";
import { divide, isNumber, negate, PI, product, splitCoefficient, subtract, sum, TWO } from "../../expression/construct.ts";
import { isEquation, sideDifference } from "../../expression/equations.ts";
import { type Expression, findAll, freeNames, isReciprocal, termsOf } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { type Line, say } from "../../notation/inline.ts";
import { findSlip } from "../../proof/slips/find-slip.ts";
import { findSlipOfEquation } from "../../proof/slips/slip-of-equation.ts";
import { findSignOfValues, findSlipOfValues } from "../../proof/slips/slip-of-values.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import { betterRounded } from "../reading/matching.ts";
import type { Difference } from "./compare.ts";
import { listedValues } from "./found.ts";
import { gainOf, twoSidedParts } from "./gained.ts";
import type { Pair } from "./pair.ts";

const MOST_SLIPS = 2;

/** What probably went wrong where values or an equation are not what they should be: a rounding, or the slip that made one of the other. */
export function hintFor(pair: Pair, lost: Difference, extra: Difference): Line | undefined {
  const { before, after, unknown } = pair;
  return listedValues(after, unknown) ? hintForValues(pair, lost.missing, extra.missing) : findSlipOfEquation(before, after, unknown)?.said;
}

/** The same for values that are listed: those that are missing, and those that are wrong. */
export function hintForValues(
  { before, unknown, assumptions, typed }: Pick<Pair, "before" | "unknown" | "assumptions" | "typed">,
  missing: readonly Expression[],
  wrong: readonly Expression[],
): Line | undefined {
  const pairs = wrong.flatMap((value) => missing.map((right) => ({ value, right })));
  const rounding = pairs.map(({ value, right }) => betterRounded(value, right, typed)).find((said) => said !== undefined);
  if (rounding) return rounding;
  const ofEquation = findSlipOfValues(before, wrong, unknown);
  if (ofEquation) return ofEquation.said;
  const slips = wrong.map((value) => missing.map((right) => findSlip(right, value, assumptions)).find((slip) => slip !== undefined));
  const isPaired = missing.length === wrong.length && missing.length <= MOST_SLIPS && slips.every((slip) => slip !== undefined);
  return (isPaired ? slips[0] : findSignOfValues(before, wrong, unknown))?.said;
}

/** Why solutions are lost: both sides were divided by what is 0 there, a sign or a place of a circular function was forgotten, or a factor. */
export function whyLost(pair: Pair, lost: readonly Expression[]): Line {
  for (const cause of CAUSES) {
    const said = cause(pair, lost);
    if (said) return said;
  }
  return [];
}

type Cause = (pair: Pair, lost: readonly Expression[]) => Line | undefined;

const isZeroAt = (e: Expression, unknown: string, value: Expression): boolean => zeroTest(substitute(e, new Map([[unknown, value]]))).kind === "zero";

/** What one equation holds more than another as a factor, where that is 0 at some values of the unknown. */
function vanishingFactor(more: Expression, less: Expression, unknown: string, values: readonly Expression[]): Expression | undefined {
  const ratio = ratioOf(more, less);
  if (!ratio || !freeNames(ratio).has(unknown)) return undefined;
  if (findAll(ratio, (part) => isReciprocal(part) && freeNames(part).has(unknown)).length > 0) return undefined;
  return values.every((value) => isZeroAt(ratio, unknown, value)) ? ratio : undefined;
}

const lostFactor = ({ before, after, unknown }: Pair, lost: readonly Expression[]): Expression | undefined => vanishingFactor(before, after, unknown, lost);

const divided: Cause = (pair, lost) => {
  const sides = isEquation(pair.before) ? pair.before.operands : [];
  const factor = sides.length > 0 && sides.every((side) => freeNames(side).has(pair.unknown)) ? lostFactor(pair, lost) : undefined;
  if (!factor || !sides.every((side) => lost.every((value) => isZeroAt(side, pair.unknown, value)))) return undefined;
  return say`, since it was divided by ${factor}, which can be 0`;
};

/** A square, another even power or bars do not tell a value from its opposite. */
const eitherSign: Cause = ({ before, unknown, is }, lost) => {
  const kept = (is?.entries ?? []).map(({ value }) => value);
  const bases = findAll(before, (part) => freeNames(part).has(unknown)).flatMap((part) =>
    part.kind === "power" && part.exponent.kind === "number" && Number(part.exponent.value.num) % 2 === 0 && part.exponent.value.den === 1
      ? [part.base]
      : part.kind === "call" && part.name === "abs"
        ? part.args
        : [],
  );
  const base = bases.find((one) => {
    const at = (value: Expression): Expression => substitute(one, new Map([[unknown, value]]));
    return lost.every((value) => kept.some((own) => zeroTest(sum(at(value), at(own))).kind === "zero"));
  });
  return base === undefined ? undefined : say`, since ${base} may have either sign`;
};

/** The other angle with the same sine or cosine, but for whole turns. */
const SAME_PLACES: Readonly<Record<string, { readonly other: (u: Expression) => Expression; readonly said: Line }>> = {
  sin: { other: (u) => subtract(PI, u), said: say`, since the sine of an angle is that of ${PI} less the angle too` },
  cos: { other: (u) => negate(u), said: say`, since the cosine of an angle is that of the opposite angle too` },
};

const samePlace: Cause = ({ before, unknown, is }, lost) => {
  const kept = (is?.entries ?? []).map(({ value }) => value);
  const waves = findAll(before, (part) => part.kind === "call" && (part.name in SAME_PLACES || part.name === "tan") && freeNames(part).has(unknown));
  for (const wave of waves) {
    const [u] = wave.kind === "call" ? wave.args : [];
    if (wave.kind !== "call" || !u) continue;
    const same = SAME_PLACES[wave.name];
    const at = (value: Expression): Expression => substitute(u, new Map([[unknown, value]]));
    const turnsApart = (a: Expression, b: Expression): boolean => isTurns(subtract(a, b), wave.name === "tan");
    if (same && lost.every((value) => kept.some((own) => turnsApart(at(value), same.other(at(own)))))) return same.said;
    if (lost.every((value) => kept.some((own) => turnsApart(at(value), at(own))))) return say`, since ${wave} repeats itself`;
  }
  return undefined;
};

/** Whether an angle is a whole number of turns, of half turns for the tangent; letters of families stand for whole numbers. */
function isTurns(angle: Expression, half: boolean): boolean {
  const turns = simplify(divide(angle, half ? PI : product(TWO, PI))).expression;
  return termsOf(turns).every((term) => splitCoefficient(term).coefficient.den === 1 && ["number", "name"].includes(splitCoefficient(term).rest.kind));
}

const factorLeftOut: Cause = (pair, lost) => {
  const isProduct = isEquation(pair.before) && pair.before.operands.some((side) => isNumber(side, 0));
  const factor = isProduct ? lostFactor(pair, lost) : undefined;
  return factor === undefined ? undefined : say`, since the factor ${factor}, which can be 0, was left out`;
};

const CAUSES: readonly Cause[] = [divided, eitherSign, samePlace, factorLeftOut];

/** Outside of what was asked for, squared, or multiplied by what can be 0. */
export function whyExtra({ question, before, after, unknown }: Pair, extra: readonly Expression[]): Line {
  const outside = question.scope.facts.find((fact) =>
    extra.every((value) => decide(simplify(substitute(fact, new Map([[unknown, value]]))).expression, []) === false),
  );
  if (outside) return say`: it was asked for where ${outside}`;
  const solves = (value: Expression): boolean => isEquation(before) && isZeroAt(sideDifference(before), unknown, value);
  if (question.answered?.kept && extra.every(solves)) return say`: it was set aside`;
  if (twoSidedParts(before, unknown).length > 0 && extra.every((value) => gainOf(before, value, unknown) === "squaring"))
    return say`: both sides were squared, which can add solutions`;
  const factor = vanishingFactor(after, before, unknown, extra);
  return factor ? say`: both sides were multiplied by ${factor}, which can be 0` : [];
}

function ratioOf(a: Expression, b: Expression): Expression | undefined {
  if (a.kind !== "relation" || b.kind !== "relation") return undefined;
  const apart = (e: Expression): Expression => (hasAngles(e) ? inUnitAngles(e) : e);
  return simplify(divide(apart(sideDifference(a)), apart(sideDifference(b)))).expression;
}
