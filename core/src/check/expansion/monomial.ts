import { isNumber, MINUS_ONE, ONE, product, sum } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";

/**
 * Something that grows beyond all bounds as t → ∞ and is of a comparability class of its own: t, ln t, ln ln t … by their number, or the power of e of a
 * monomial (G. H. Hardy, Orders of Infinity, 1910).
 */
export type Growing = { readonly kind: "logarithm"; readonly times: number } | { readonly kind: "exponential"; readonly of: Monomial };

/** A product of powers of what grows, the most rapid first; 1 where it is empty. */
export type Monomial = readonly { readonly base: Growing; readonly exponent: Expression }[];

/** The sign of a constant exponent. @throws NotExpanded where letters leave it open. */
export type SignOf = (e: Expression) => -1 | 0 | 1;

/** 1. */
export const UNIT: Monomial = [];

const iterated = (times: number): Monomial => [{ base: { kind: "logarithm", times }, exponent: ONE }];

/** t, which grows. */
export const GROWING: Monomial = iterated(0);

/** The logarithm of what grows, which is a monomial again. */
export function logarithmOf(base: Growing): Monomial {
  return base.kind === "logarithm" ? iterated(base.times + 1) : base.of;
}

/** The power of e of a monomial that grows: e^(ln t) is t. */
export function exponentialOf(of: Monomial): Growing {
  const [first, ...others] = of;
  return first && others.length === 0 && first.base.kind === "logarithm" && first.base.times > 0 && isNumber(first.exponent, 1)
    ? { kind: "logarithm", times: first.base.times - 1 }
    : { kind: "exponential", of };
}

/** Which of two grows more rapidly: of different classes it is the one with the more rapid logarithm. */
function compareGrowing(a: Growing, b: Growing, sign: SignOf): number {
  if (a.kind === "logarithm" && b.kind === "logarithm") return b.times - a.times;
  return compareMonomials(logarithmOf(a), logarithmOf(b), sign);
}

/** The product of two monomials. */
export function multiplied(a: Monomial, b: Monomial, sign: SignOf): Monomial {
  const [first, ...restA] = a;
  const [second, ...restB] = b;
  if (!first || !second) return first ? a : b;
  const order = compareGrowing(first.base, second.base, sign);
  if (order > 0) return [first, ...multiplied(restA, b, sign)];
  if (order < 0) return [second, ...multiplied(a, restB, sign)];
  const exponent = sum(first.exponent, second.exponent);
  const rest = multiplied(restA, restB, sign);
  return sign(exponent) === 0 ? rest : [{ base: first.base, exponent }, ...rest];
}

/** A monomial to a constant power. */
export function toPower(a: Monomial, exponent: Expression): Monomial {
  return isNumber(exponent, 0) ? UNIT : a.map((own) => ({ base: own.base, exponent: product(own.exponent, exponent) }));
}

/** Whether the quotient of two monomials grows (1), vanishes (−1), or is 1 (0). */
export function compareMonomials(a: Monomial, b: Monomial, sign: SignOf): -1 | 0 | 1 {
  if (a.length === b.length && a.every(({ base, exponent }, k) => base === b[k]?.base && equal(exponent, b[k]?.exponent ?? MINUS_ONE))) return 0;
  const [lead] = multiplied(a, toPower(b, MINUS_ONE), sign);
  return lead ? sign(lead.exponent) : 0;
}
