import { divide, negate, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { alternativesOf, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, findAll, isReciprocal } from "../../expression/expression.ts";
import { replacePart, substitute } from "../../expression/substitute.ts";
import { decide, equalityTest, simplify, zeroTest } from "../../truth/index.ts";

const MOST_SIGNS = 4;

/** How a step may have let a value in that the line before does not have. */
export type Gain = "squaring" | "domain" | "multiplying";

/**
 * Why a value solves the new line and not the one before: squaring makes no difference between a side and its opposite, nor between a
 * root and its opposite; multiplying out and joining logarithms forget where a side is not defined. Undefined for any other value.
 */
export function gainOf(before: Expression, value: Expression, unknown: string): Gain | undefined {
  const at = new Map([[unknown, value]]);
  const gains = alternativesOf(before).map((one): Gain | undefined => {
    const [left, right] = sidesOf(one);
    if (!left || !right) return undefined;
    if (realDomain(one).some((condition) => decide(simplify(substitute(condition, at)).expression, []) === false)) return "domain";
    const conjugate = conjugates(left, right, unknown).some((difference) => zeroTest(substitute(difference, at)).kind === "zero");
    return conjugate ? "squaring" : undefined;
  });
  return gains.find((gain) => gain !== undefined);
}

/** What both sides of a line were multiplied by to give another one; undefined where they were not, and where one side is 0 both times. */
export function multiplierOf(before: Expression, after: Expression): Expression | undefined {
  const [[left, right], [u, v]] = [sidesOf(before), sidesOf(after)];
  if (!left || !right || !u || !v || [left, right].some((side) => zeroTest(side).kind === "zero")) return undefined;
  const multiplier = simplify(divide(u, left)).expression;
  const isPlain = findAll(multiplier, isReciprocal).length === 0;
  return isPlain && equalityTest(v, product(multiplier, right), realDomain(before)).kind === "zero" ? multiplier : undefined;
}

/** Whether a line says that the squares of the sides of another are equal: whatever it lets in came in by squaring. */
export function isSquareOf(before: Expression, after: Expression): boolean {
  const [[left, right], [u, v]] = [sidesOf(before), sidesOf(after)];
  if (!left || !right || !u || !v) return false;
  const squares = subtract(power(left, TWO), power(right, TWO));
  return equalityTest(subtract(u, v), squares, realDomain(before)).kind === "zero";
}

/** The even roots and absolute values that hold the unknown: what squaring is for. */
export const twoSidedParts = (e: Expression, unknown: string): readonly Expression[] =>
  findAll(
    e,
    (part) =>
      contains(part, unknown) &&
      ((part.kind === "power" && part.exponent.kind === "number" && Number(part.exponent.value.den) % 2 === 0 && part.exponent.value.num === 1) ||
        (part.kind === "call" && part.name === "abs")),
  );

/** left ± right with every choice of signs before the even roots and absolute values that hold the unknown. */
function conjugates(left: Expression, right: Expression, unknown: string): readonly Expression[] {
  const parts = twoSidedParts(subtract(left, right), unknown).slice(0, MOST_SIGNS);
  return Array.from({ length: 2 ** parts.length }, (_, choice) => {
    const turned = (side: Expression): Expression =>
      parts.reduce((e, part, k) => (Math.floor(choice / 2 ** k) % 2 === 1 ? replacePart(e, part, negate(part)) : e), side);
    const [a, b] = [turned(left), turned(right)];
    return [subtract(a, b), sum(a, b)];
  }).flat();
}
