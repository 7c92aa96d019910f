import { isInverseCall } from "../../canonical/angles.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { call, number, PI, power, product, splitCoefficient, subtract, sum } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { type Expression, equal, factorsOf, findAll, freeNames, isReciprocal, isRoot } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { simplify, zeroTest } from "../../truth/index.ts";
import { plainLogarithms } from "../readable.ts";
import { withLogarithmsApart } from "./expand.ts";
import type { Known } from "./way.ts";

/** Parts of a turn that sums of inverse circular functions may come to, by their denominators. */
const DENOMINATORS = [1, 2, 3, 4, 5, 6, 8, 10, 12];
const NEAR = 1e-9;

/** A sum of inverse circular functions of numbers that is a part of a turn, proven to be it: arctan(1/2) + arctan(1/3) is π/4. */
export function asPartOfTurn(e: Expression): Expression | undefined {
  const inverses = findAll(e, isInverseCall);
  const value = freeNames(e).size === 0 && e.kind === "sum" && inverses.length > 1 ? approximateValue(e) : undefined;
  if (value === undefined) return undefined;
  for (const den of DENOMINATORS) {
    const num = Math.round((value / Math.PI) * den);
    if (Math.abs((num * Math.PI) / den - value) > NEAR) continue;
    const turn = product(number(rational.rational(num, den)), PI);
    return zeroTest(subtract(e, turn)).kind === "zero" ? turn : undefined;
  }
  return undefined;
}

/** 2 tan u/(1 − tan² u) as tan 2u. */
export function withDoubleTangent(e: Expression): Expression {
  const inner = mapChildren(e, withDoubleTangent);
  const factors = inner.kind === "product" ? factorsOf(inner) : [];
  const tangent = factors.find((factor) => factor.kind === "call" && factor.name === "tan");
  const below = factors.find((factor) => isReciprocal(factor) && factor.base.kind === "sum");
  if (tangent?.kind !== "call" || below?.kind !== "power") return inner;
  const double = call("tan", product(number(2), ...tangent.args));
  const square = product(tangent, tangent);
  const rest = factors.filter((factor) => factor !== tangent && factor !== below);
  for (const sign of [1, -1]) {
    const wanted = sum(number(sign), product(number(-sign), square));
    if (equal(below.base, wanted)) return product(...rest, number(rational.rational(sign, 2)), double);
  }
  return inner;
}

/** (tan a + tan b)/(1 − tan a tan b) as tan(a + b), and (tan a − tan b)/(1 + tan a tan b) as tan(a − b). */
export function withTangentOfSum(e: Expression): Expression {
  const inner = mapChildren(e, withTangentOfSum);
  const factors = inner.kind === "product" ? inner.factors : [];
  const below = factors.find((factor) => isReciprocal(factor) && factor.base.kind === "sum");
  const above = factors.find((factor) => factor.kind === "sum");
  if (below?.kind !== "power" || above?.kind !== "sum" || above.terms.length !== 2) return inner;
  const rest = factors.filter((factor) => factor !== above && factor !== below);
  for (const [first, second] of [above.terms, [...above.terms].reverse()]) {
    const [a, b] = [first, second].map((term) => term && signedTangent(term));
    if (!a || !b || a.sign < 0) continue;
    const denominator = subtract(number(1), product(number(b.sign), tangent(a.angle), tangent(b.angle)));
    if (equal(below.base, denominator)) return product(...rest, tangent(sum(a.angle, product(number(b.sign), b.angle))));
  }
  return inner;
}

const tangent = (angle: Expression): Expression => call("tan", angle);

/** An angle whose tangent a term is, up to its sign; 1 is the tangent of an eighth of a turn. */
function signedTangent(term: Expression): { readonly sign: 1 | -1; readonly angle: Expression } | undefined {
  const { coefficient, rest } = splitCoefficient(term);
  if (!rational.isOne(rational.abs(coefficient))) return undefined;
  const sign = coefficient.num < 0 ? -1 : 1;
  if (rest.kind === "number") return { sign, angle: product(number(rational.rational(1, 4)), PI) };
  const [angle] = rest.kind === "call" && rest.name === "tan" ? rest.args : [];
  return angle && { sign, angle };
}

/** √(c (1 − cos u)) as √(2c sin²(u/2)), and √(c (1 + cos u)) as √(2c cos²(u/2)): only there is the half angle shorter. */
export function withRootsOfHalfAngles(e: Expression): Expression {
  const inner = mapChildren(e, withRootsOfHalfAngles);
  if (inner.kind !== "power" || !isRoot(inner)) return inner;
  const factors = factorsOf(inner.base);
  const both = factors.find((factor) => factor.kind === "sum" && factor.terms.length === 2);
  if (both?.kind !== "sum") return inner;
  const plain = both.terms.find((term) => term.kind === "number");
  const wave = both.terms.find((term) => term !== plain);
  const { coefficient, rest } = splitCoefficient(wave ?? both);
  const [angle] = rest.kind === "call" && rest.name === "cos" ? rest.args : [];
  if (plain?.kind !== "number" || !angle || !rational.equal(rational.abs(coefficient), plain.value)) return inner;
  const half = call(coefficient.num < 0 ? "sin" : "cos", product(number(rational.HALF), angle));
  const others = factors.filter((factor) => factor !== both);
  return power(product(...others, number(2), plain, power(half, number(2))), inner.exponent);
}

/** Logarithms taken apart as far as the expression itself says of its letters, where that lets them cancel: ln(x⁵)/ln x is 5. */
export const withoutLogarithmPowers = (e: Expression, { assumptions }: Known): Expression =>
  simplify(plainLogarithms(withLogarithmsApart(e, [...assumptions, ...realDomain(e)]))).expression;
