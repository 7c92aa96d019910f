import { call, E, I, negate, number, ONE, PI, power, product, relation, splitCoefficient, subtract, sum, ZERO } from "../../expression/construct.ts";
import { alternativesOf, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, factorsOf, freeNames, termsOf } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { decide, equalityTest } from "../../truth/index.ts";
import type { Equivalence } from "./equivalence.ts";

const TURN = product(number(2), PI);

/** An alternative `angle = value + period · n`. */
interface Family {
  readonly angle: Expression;
  readonly value: Expression;
  readonly period: Expression;
}

/**
 * Whether an equation between circular functions and the angles listed have the same real solutions: sin u = v against
 * u = a + 2πn or u = π − a + 2πn with sin a = v, and the like for cos and tan and for two equal functions of two angles. The
 * letter that multiplies the period stands for all integers.
 */
export function trigonometricEquivalence(before: Expression, after: Expression, unknown: string, assumptions: readonly Expression[]): Equivalence | undefined {
  const [left, right] = sidesOf(before);
  if (left?.kind === "power" && right) return exponentialFamily(left, right, after, before, assumptions);
  if (left?.kind !== "call" || !right) return undefined;
  const [u] = left.args;
  const families = alternativesOf(after).map((one) => familyOf(one, before));
  if (!u || !families.every((family) => family !== undefined)) return undefined;
  if (families.some(({ angle }) => !equal(angle, u))) return undefined;
  const sameFunction = right.kind === "call" && right.name === left.name && contains(right, unknown) ? right.args[0] : undefined;
  if (!sameFunction && contains(right, unknown)) return undefined;
  const [first, second] = families;
  if (!first || families.length > 2) return undefined;
  const isPeriod = (family: Family | undefined, period: Expression): boolean => family !== undefined && same(family.period, period, assumptions);
  const starts = (family: Family | undefined, value: Expression): boolean => family !== undefined && same(family.value, value, assumptions);
  // Over the complex numbers sine and cosine take every value.
  const inRange = sameFunction !== undefined || !isReal(before) || decide(relation(call("abs", right), "<=", ONE), assumptions) === true;
  const valueFits = (f: string, a: Expression): boolean => (sameFunction ? equal(a, sameFunction) : same(call(f, a), right, assumptions));
  const holds = (): boolean => {
    switch (left.name) {
      case "tan":
      case "cot":
        return families.length === 1 && valueFits(left.name, first.value) && isPeriod(first, PI);
      case "sin":
      case "cos": {
        if (!inRange || !valueFits(left.name, first.value)) return false;
        if (second) {
          const mirrored = left.name === "sin" ? subtract(PI, first.value) : negate(first.value);
          return isPeriod(first, TURN) && isPeriod(second, TURN) && starts(second, mirrored);
        }
        // One family is enough for the values 1 and −1, and for 0 with half turns.
        if (sameFunction) return false;
        if (equal(right, ZERO)) return isPeriod(first, PI);
        return isPeriod(first, TURN) && equalityTest(product(right, right), ONE, assumptions).kind === "zero";
      }
      default:
        return false;
    }
  };
  return holds() ? { kind: "same" } : undefined;
}

/** e^u = v against u = a + 2πi n with e^a = v, over the complex numbers. */
function exponentialFamily(
  left: Expression & { kind: "power" },
  right: Expression,
  after: Expression,
  before: Expression,
  assumptions: readonly Expression[],
): Equivalence | undefined {
  const family = familyOf(after, before);
  if (!family || !equal(left.base, E) || !equal(family.angle, left.exponent)) return undefined;
  const holds = same(family.period, product(TURN, I), assumptions) && same(power(E, family.value), right, assumptions);
  return holds ? { kind: "same" } : undefined;
}

function same(a: Expression, b: Expression, assumptions: readonly Expression[]): boolean {
  return equal(a, b) || equalityTest(a, b, assumptions).kind === "zero";
}

/** The statement as a family: the one letter that is new, in one term, multiplies the period. */
function familyOf(statement: Expression, before: Expression): Family | undefined {
  const [angle, value] = sidesOf(statement);
  if (!angle || !value) return undefined;
  const letters = [...freeNames(value)].filter((letter) => !freeNames(before).has(letter));
  const [letter] = letters;
  if (letter === undefined || letters.length > 1) return undefined;
  const terms = termsOf(value);
  const own = terms.filter((term) => contains(term, letter));
  const [only] = own;
  if (!only || own.length > 1) return undefined;
  const { coefficient, rest } = splitCoefficient(only);
  const factors = factorsOf(rest);
  const period = product(number(coefficient), ...factors.filter((factor) => !(factor.kind === "name" && factor.name === letter)));
  if (contains(period, letter)) return undefined;
  return { angle, period, value: sum(...terms.filter((term) => term !== only)) };
}
