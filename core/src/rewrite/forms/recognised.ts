import { isInverseCall } from "../../canonical/angles.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { call, number, PI, product, subtract, sum } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { type Expression, equal, factorsOf, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
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

/** Logarithms taken apart as far as the expression itself says of its letters, where that lets them cancel: ln(x⁵)/ln x is 5. */
export const withoutLogarithmPowers = (e: Expression, { assumptions }: Known): Expression =>
  simplify(plainLogarithms(withLogarithmsApart(e, [...assumptions, ...realDomain(e)]))).expression;
