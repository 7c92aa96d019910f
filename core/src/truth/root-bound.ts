import { divide, I, splitCoefficient } from "../expression/construct.ts";
import { type Expression, findAll, isRoot, termsOf } from "../expression/expression.ts";
import { CIRCULAR } from "../expression/functions/kinds.ts";
import * as integer from "../number/integer.ts";
import { totient } from "../polynomial/univariate/cyclotomic.ts";

/** log2 of bounds for the numerator and denominator of an algebraic number written as a quotient of algebraic integers. */
interface Bound {
  readonly upper: number;
  readonly lower: number;
}

const log2 = (value: integer.Integer): number => (value === 0 ? 0 : integer.bitLength(integer.toBigInt(value)));
/** log2(2^a + 2^b), rounded up. */
const logSum = (a: number, b: number): number => Math.max(a, b) + 1;

/**
 * A number s such that an expression built from rational numbers, i, +, −, ×, ÷ and roots is either 0 or at least 2^−s in
 * absolute value; undefined for anything else. (C. Burnikel, S. Funke, K. Mehlhorn, S. Schirra, S. Schmitt, "A separation
 * bound for real algebraic expressions", 2001: the value is U/L with algebraic integers U, L whose conjugates are bounded by
 * u and l; a non-zero U has norm at least 1, so |U/L| ≥ 1/(l u^(D−1)) with D the product of the degrees of the roots.)
 */
export function separationBits(e: Expression): number | undefined {
  const bound = boundOf(e);
  if (!bound) return undefined;
  const roots = findAll(e, (part) => isRoot(part));
  const degrees = roots.map((root) => (root.kind === "power" && root.exponent.kind === "number" ? Number(root.exponent.value.den) : 1));
  const named = findAll(e, (part) => part.kind === "iterated" && part.operator === "root" && part.index !== undefined).map(
    (part) => rootOfPolynomial(part)?.degree ?? 1,
  );
  const calls = findAll(e, (part) => part.kind === "call").map((part) => (part.kind === "call" ? (rootDegree(part) ?? 1) : 1));
  // All angles lie in the field of one root of unity, which holds i as well where its order is a multiple of 4.
  const order = findAll(e, (part) => turnOf(part) !== undefined).reduce((common, part) => Number(integer.lcm(common, turnOf(part) ?? 1)), 1);
  const imaginary = findAll(e, (part) => part.kind === "constant" && part.name === "i").length > 0;
  const cyclotomic = order > 1 ? totient(Number(integer.lcm(order, 4))) : imaginary ? 2 : 1;
  const degree = [...degrees, ...calls, ...named].reduce((total, each) => total * each, cyclotomic);
  return Math.max(0, bound.lower + (degree - 1) * bound.upper) + 2;
}

/** The order of the roots of unity that a circular function of rπ, or e^(irπ), is made of; undefined for anything else. */
function turnOf(e: Expression): number | undefined {
  const [argument] = e.kind === "call" && CIRCULAR.has(e.name) ? e.args : [];
  const angle = argument ?? (e.kind === "power" && e.base.kind === "constant" && e.base.name === "e" ? divide(e.exponent, I) : undefined);
  if (!angle) return undefined;
  const { coefficient, rest } = splitCoefficient(angle);
  return rest.kind === "constant" && rest.name === "pi" && typeof coefficient.den === "number" ? 2 * coefficient.den : undefined;
}

/** 2 cos and 2 sin are algebraic integers all of whose conjugates are at most 2. */
function turnBound(e: Expression): Bound | undefined {
  if (turnOf(e) === undefined) return undefined;
  if (e.kind !== "call") return { upper: 0, lower: 0 };
  // A quotient such as tan = (2 sin)/(2 cos) has the same bounds above and below, and so has 1/cos = 2/(2 cos).
  return { upper: 1, lower: 1 };
}

function rootDegree(e: Expression & { kind: "call" }): number | undefined {
  const [degree] = e.args;
  return e.name === "root" && degree?.kind === "number" && degree.value.den === 1 ? Number(degree.value.num) : undefined;
}

function boundOf(e: Expression): Bound | undefined {
  const turn = turnBound(e);
  if (turn) return turn;
  switch (e.kind) {
    case "number":
      return { upper: log2(e.value.num), lower: log2(e.value.den) };
    case "constant":
      return e.name === "i" ? { upper: 0, lower: 0 } : undefined;
    case "sum":
      return e.terms.map(boundOf).reduce((a, b) => a && b && { upper: logSum(a.upper + b.lower, b.upper + a.lower), lower: a.lower + b.lower });
    case "product":
      return e.factors.map(boundOf).reduce((a, b) => a && b && { upper: a.upper + b.upper, lower: a.lower + b.lower });
    case "power":
      return e.exponent.kind === "number" ? powerBound(boundOf(e.base), e.exponent.value.num, e.exponent.value.den) : undefined;
    case "call": {
      const degree = rootDegree(e);
      return degree !== undefined && e.args[1] ? powerBound(boundOf(e.args[1]), 1, degree) : undefined;
    }
    case "iterated":
      return rootOfPolynomial(e)?.bound;
    default:
      return undefined;
  }
}

/** A root of Σ a_k x^k is (a_n x)/a_n with an algebraic integer above, whose conjugates are at most |a_n| + max |a_k| (Cauchy). */
function rootOfPolynomial(e: Expression): { readonly degree: number; readonly bound: Bound } | undefined {
  if (e.kind !== "iterated" || e.operator !== "root" || e.index === undefined) return undefined;
  const terms = termsOf(e.body);
  const parts = terms.map((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    const exponent = rest.kind === "name" ? 1 : rest.kind === "power" && rest.exponent.kind === "number" ? Number(rest.exponent.value.num) : 0;
    return { coefficient, exponent };
  });
  const degree = Math.max(...parts.map(({ exponent }) => exponent));
  const leading = parts.find(({ exponent }) => exponent === degree)?.coefficient.num ?? 1;
  const largest = Math.max(...parts.map(({ coefficient }) => log2(coefficient.num)));
  if (parts.some(({ coefficient }) => coefficient.den !== 1)) return undefined;
  return { degree, bound: { upper: logSum(log2(leading), largest), lower: log2(leading) } };
}

function powerBound(base: Bound | undefined, num: integer.Integer, den: integer.Integer): Bound | undefined {
  if (!base || typeof num === "bigint" || typeof den === "bigint") return undefined;
  // The q-th root of U/L is (U L^(q−1))^(1/q) / L.
  const root: Bound = den === 1 ? base : { upper: Math.ceil((base.upper + (den - 1) * base.lower) / den), lower: base.lower };
  const size = Math.abs(num);
  const raised: Bound = { upper: root.upper * size, lower: root.lower * size };
  return num < 0 ? { upper: raised.lower, lower: raised.upper } : raised;
}
