import { polynomialFactors } from "../canonical/factored.ts";
import { call, HALF, negate, number, ONE, power, product, relation, subtract, sum, TWO, ZERO } from "../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, freeNames, isEvenPower, isRoot, termsOf } from "../expression/expression.ts";
import type { RealExpression } from "../expression/realness.ts";
import { isReal } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";
import { splitRoot } from "./roots.ts";
import { decide } from "./sign.ts";
import { expand, simplify } from "./simplify.ts";

const isSquareRoot = (e: Expression): e is Expression & { kind: "power" } => isRoot(e) && rational.equal(e.exponent.value, rational.HALF);

/**
 * Square roots of A + B√r with letters, untangled: √p + √q for B > 0 and |√p − √q| for B < 0, with p, q = (A ± d)/2 where d² = A² − B²r.
 * Then p + q = A and 4pq = B²r, which is not negative: where one of them is positive neither is negative (Borodin, Fagin, Hopcroft, Tompa,
 * "Decreasing the nesting depth of expressions involving square roots", 1985). Other roots stay as they are.
 */
export function untangled(e: Expression, known: readonly Expression[]): Expression {
  if (findAll(e, isNested).length === 0) return e;
  const inner = mapChildren(e, (child) => untangled(child, known));
  if (!isNested(inner) || !isSquareRoot(inner) || !isReal(inner.base)) return inner;
  return untangledRoot(inner.base, known) ?? squaresOut(inner.base, known) ?? inner;
}

/** Whether A + B√r is seen to be the square of a sum or difference of roots, so that it is not negative; roots in it are untangled first. */
export function isSquareOfRoots(e: Expression, known: readonly Expression[]): boolean {
  const inner = untangled(e, known);
  return isReal(inner) && freeNames(inner).size > 0 && untangledRoot(inner, known) !== undefined;
}

/** √(u² r) as u √r or −u √r, where the sign of u is known; undefined where there is no such square. */
function squaresOut(radicand: RealExpression, known: readonly Expression[]): Expression | undefined {
  const parts = factorsOf(radicand).map((factor) => {
    const size = isEvenPower(factor) ? sizeOf(factor.base, known) : undefined;
    return size && isEvenPower(factor) ? { outside: power(size, product(HALF, factor.exponent)), inside: ONE } : { outside: ONE, inside: factor };
  });
  if (parts.every(({ outside }) => equal(outside, ONE))) return undefined;
  return product(...parts.map(({ outside }) => outside), power(product(...parts.map(({ inside }) => inside)), HALF));
}

function isNested(e: Expression): boolean {
  return isSquareRoot(e) && freeNames(e).size > 0 && isReal(e) && findAll(e.base, isSquareRoot).length > 0;
}

function untangledRoot(radicand: RealExpression, known: readonly Expression[]): Expression | undefined {
  const terms = termsOf(radicand);
  const [surd, ...more] = terms.filter((term) => findAll(term, isSquareRoot).length > 0);
  const root = surd && factorsOf(surd).find(isSquareRoot);
  if (!root || more.length > 0) return undefined;
  const a = sum(...terms.filter((term) => term !== surd));
  const b = product(...factorsOf(surd).filter((factor) => factor !== root));
  const d = squareRootOf(expand(subtract(power(a, TWO), product(power(b, TWO), root.base))));
  if (!d) return undefined;
  const [p, q] = [sum(a, d), subtract(a, d)].map((twice) => simplify(expand(product(HALF, twice))).expression);
  const is = (part: Expression | undefined, comparison: ">" | ">=" | "<"): boolean =>
    part !== undefined && decide(relation(part, comparison, ZERO), known) === true;
  if (!p || !q || !isReal(p) || !isReal(q) || !(is(p, ">") || is(q, ">") || (is(p, ">=") && is(q, ">=")))) return undefined;
  const [u, v] = [splitRoot(p, 2, known), splitRoot(q, 2, known)];
  if (is(b, ">=")) return sum(u, v);
  return is(b, "<") ? call("abs", subtract(u, v)) : undefined;
}

/** |u| without bars, where the sign of u is known. */
function sizeOf(u: Expression, known: readonly Expression[]): Expression | undefined {
  if (decide(relation(u, ">=", ZERO), known) === true) return u;
  return decide(relation(u, "<", ZERO), known) === true ? negate(u) : undefined;
}

/** A polynomial whose square it is. */
function squareRootOf(e: Expression): Expression | undefined {
  const parts = polynomialFactors(e);
  const content = parts && power(number(parts.content), HALF);
  if (!parts || content?.kind !== "number" || parts.factors.some(({ exponent }) => exponent % 2 !== 0)) return undefined;
  return product(content, ...parts.factors.map(({ base, exponent }) => power(base, number(exponent / 2))));
}
