import { call, number, PI, product, subtract } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { piMultiple } from "../../expression/functions/arguments.ts";
import { BY_DEFINITION, isBasic, PYTHAGORAS } from "./formulas.ts";
import { inverseAsKnown, type KnownAngle, type Place, type Ratio, signIn } from "./known-angle.ts";
import type { Way, Work } from "./work.ts";

/** The angle as one that is known by a ratio: by its name, or as arctan 2 and the like. */
export function knownAngle(angle: Expression, work: Work): KnownAngle | undefined {
  return angle.kind === "name" ? work.angles.get(angle.name) : inverseAsKnown(angle);
}

/** The ratio by which the angle is known, and those of an angle on an axis. */
export const asGiven: Way = (of, angle, work) => {
  const known = knownAngle(angle, work);
  if (!known) return undefined;
  if (known.ratio.of === of) return known.ratio.value;
  const turn = piMultiple(known.value);
  const value = turn && turn.den <= 2 ? call(of, known.value) : undefined;
  return value && !isCallOf(value, of) ? value : undefined;
};

const isCallOf = (value: Expression, of: Ratio): boolean => value.kind === "call" && value.name === of;

/** Secant, cosecant and cotangent of any angle; sine, cosine and tangent where their reciprocal is known. */
export const byReciprocal: Way = (of, angle, work) => {
  const own = { sin: "sin by csc", cos: "cos by sec", tan: "tan by cot", sec: "sec", csc: "csc", cot: "cot" } as const;
  if (isBasic(of) && knownAngle(angle, work)?.ratio.of !== RECIPROCALS[of]) return undefined;
  return work.by(of, angle, { formula: BY_DEFINITION[own[of]], letters: { u: angle }, rule: "ratio by definition", pieces: [] });
};

const RECIPROCALS = { sin: "csc", cos: "sec", tan: "cot" } as const;

/** Sine, cosine and tangent of a known angle by each other: by Pythagoras, with the sign that the quadrant says. */
export const byPythagoras: Way = (of, angle, work) => {
  const known = knownAngle(angle, work);
  const place = known?.place;
  if (!known || !place || !isBasic(of)) return undefined;
  const isByTangent = known.ratio.of === "tan" || known.ratio.of === "cot";
  const letters = { u: angle };
  if (of === "tan" || (of === "sin" && isByTangent))
    return work.by(of, angle, { formula: BY_DEFINITION[of], letters, rule: "ratio by definition", pieces: [] });
  const formula = PYTHAGORAS[isByTangent && of === "cos" ? "cos by tan" : of];
  const word = of === "sin" ? "sine" : "cosine";
  const sign = signIn(place, of);
  if (isAcute(place)) return work.by(of, angle, { formula, letters, rule: "ratio of an acute angle", pieces: [angle, word] });
  return work.by(of, angle, {
    formula,
    letters,
    sign,
    rule: "ratio by the quadrant",
    pieces: [angle, QUADRANTS[place.quadrant], referenceAngle(angle, place), word, sign === 1 ? "positive" : "negative"],
  });
};

export const QUADRANTS: Readonly<Record<Place["quadrant"], string>> = { 1: "first", 2: "second", 3: "third", 4: "fourth" };

/** Whether an angle lies in the first quadrant of the first turn. */
export const isAcute = ({ quadrant, halfTurns }: Place): boolean => quadrant === 1 && halfTurns === 0;

/** The acute angle between an angle and the nearer direction of the axis. */
export function referenceAngle(angle: Expression, { halfTurns, isBeyond }: Place): Expression {
  const axis = product(number(halfTurns), PI);
  return isBeyond ? subtract(angle, axis) : subtract(axis, angle);
}
