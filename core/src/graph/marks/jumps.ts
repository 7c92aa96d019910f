import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { number, subtract, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { branchBorders, constantSign, simplify, steppedParts, writtenNear, zeroTest } from "../../truth/index.ts";
import type { Mark } from "../scene.ts";
import { type Drawn, pointMark, position } from "./point-mark.ts";
import { stepPlaces } from "./steps.ts";
import { rootsOf } from "./zeros.ts";

/** How far from a place its sides are looked at. */
const NEAR = rational.power(rational.rational(2), -40);
const NEARLY = 1e-9;

/**
 * What happens where a function is written differently on either side: a corner that is a maximum or minimum, or a jump, with a dot where
 * it has its value and a ring where it goes without having it. Values and slopes are those of what is written on each side.
 */
export function jumps({ expression, variable, range }: Drawn, index: number): readonly Mark[] {
  const found: Mark[] = [];
  for (const x of places(expression, variable, range)) {
    const at = position(x, ZERO);
    if (!at || found.some((mark) => Math.abs(mark.at[0] - at[0]) < 1e-12) || (range && (at[0] < range.from || at[0] > range.to))) continue;
    // What is beyond an end of the range is not drawn.
    const within = [!range || at[0] > range.from + NEARLY, !range || at[0] < range.to - NEARLY];
    found.push(...marksAt(expression, variable, x, index, within));
  }
  return found;
}

function marksAt(expression: Expression, variable: string, x: Expression, index: number, within: readonly boolean[]): readonly Mark[] {
  const sides = [rational.negate(NEAR), NEAR].map((step) => simplify(writtenNear(expression, variable, sum(x, number(step)))).expression);
  const limits = sides.map((side) => (branchesOf(side, variable) ? [] : pointMark("hole", x, side, variable, [index])));
  const own = pointMark("endpoint", x, writtenNear(expression, variable, x), variable, [index]);
  const agrees = (a: readonly Mark[], b: readonly Mark[]): boolean => {
    const [p, q] = [a[0]?.y, b[0]?.y];
    return p !== undefined && q !== undefined && zeroTest(subtract(p, q)).kind === "zero";
  };
  const [left = [], right = []] = limits;
  if (left.length + right.length === 0) return [];
  const shown = [left, right].filter((_, k) => within[k]);
  if (agrees(left, own) && agrees(right, own)) {
    const nature = cornerNature(sides, variable, x);
    return nature ? pointMark(nature, x, expression, variable, [index]) : [];
  }
  const apart = shown.filter((side) => !agrees(side, own)).flat();
  // Where one side grows beyond all bounds, the value on the other one is an end.
  return apart.length > 0 || left.length * right.length === 0 ? [...own, ...apart] : [];
}

const branchesOf = (e: Expression, variable: string): boolean => branchBorders(e, variable).length + steppedParts(e, variable).length > 0;

/** A maximum where it rises on the left and falls on the right, a minimum the other way round. */
function cornerNature(sides: readonly Expression[], variable: string, x: Expression): "maximum" | "minimum" | undefined {
  try {
    const [left, right] = sides.map((side) => constantSign(simplify(substitute(differentiate(side, variable), new Map([[variable, x]]))).expression));
    if (left === undefined || right === undefined || left * right !== -1) return undefined;
    return left === 1 ? "maximum" : "minimum";
  } catch (error) {
    if (error instanceof NotDifferentiable) return undefined;
    throw error;
  }
}

/** Where bars, cases and extrema change, and where steps are whole numbers in the range. */
function places(expression: Expression, variable: string, range: Drawn["range"]): readonly Expression[] {
  const roots = (left: Expression, right: Expression): readonly Expression[] => rootsOf(left, right, variable, range);
  const borders = branchBorders(expression, variable).filter((border) => freeNames(border).size === 1);
  return [...borders.flatMap((border) => roots(border, ZERO)), ...stepPlaces(expression, variable, range, roots)];
}
