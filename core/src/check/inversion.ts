import { NOWHERE } from "../derivation/nowhere.ts";
import { call, divide, E, HALF, isPositiveConstant, negate, number, ONE, PI, power, product, relation, subtract, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import { asFamily, missesZero } from "../rewrite/families.ts";
import { fractionExpression, Kernels, normalForm, whereRational } from "../rewrite/normal-form.ts";
import { decide } from "../rewrite/sign.ts";
import { simplify } from "../rewrite/simplify.ts";
import { constantSign, equalityTest, zeroTest } from "../rewrite/zero-test.ts";
import type { Equivalence } from "./equivalence.ts";
import { neverZero } from "./never-zero.ts";

/** Functions that take each value at most once on the reals where they are real. */
const INJECTIVE: ReadonlySet<string> = new Set(["ln", "log", "sinh", "tanh", "arsinh", "artanh", "arcosh", "arctan", "arcsin", "arccos"]);
/** Even functions that take each value at most once for arguments that are not negative. */
const EVEN: ReadonlySet<string> = new Set(["abs", "cosh"]);

/**
 * Whether two statements have the same real solutions because one undoes what the other does to both sides: terms and factors
 * moved over, an injective function or its inverse applied, an even one undone with both signs, or nothing left because the
 * value is out of range. Undefined where it is none of these.
 */
export function undoingEquivalence(before: Expression, after: Expression, unknown: string, assumptions: readonly Expression[]): Equivalence | undefined {
  const [left, right] = sidesOf(before) ?? [];
  const swapped = sidesOf(after);
  if (left && right && swapped && equal(left, swapped[1]) && equal(right, swapped[0])) return { kind: "same" };
  if (!left || !right) return undefined;
  const alternatives = after.kind === "logic" && after.operator === "or" ? after.items : [after];
  const sides = alternatives.map(sidesOf);
  const [first, second] = sides;
  const moved = first && sides.length === 1 && !equal(after, NOWHERE) ? movedOver(left, right, first, unknown, assumptions) : undefined;
  if (moved) return moved;
  if (first && sides.length === 1 && !equal(after, NOWHERE) && looksLogarithmic(after) && logarithmTaken(left, right, first, assumptions))
    return { kind: "same" };
  if (equal(after, NOWHERE) && neverEqual(left, right, unknown)) return { kind: "same" };
  if (contains(right, unknown)) return undefined;
  if (equal(after, NOWHERE)) return outOfRange(left, right, assumptions) ? { kind: "same" } : undefined;
  if (!first || !sides.every((pair) => pair !== undefined)) return undefined;
  const reciprocal = first && sides.length === 1 && secant(left, right, first, assumptions);
  if (reciprocal) return { kind: "same" };
  const holds = second ? sides.length === 2 && bothSigns(left, right, first, second, assumptions) : undone(left, right, first, assumptions);
  return holds ? { kind: "same" } : undefined;
}

/** sec u = v as cos u = 1/v, csc u = v as sin u = 1/v. */
function secant(left: Expression, right: Expression, [u, v]: Sides, assumptions: readonly Expression[]): boolean {
  const partner = left.kind === "call" ? { sec: "cos", csc: "sin", cot: "tan" }[left.name] : undefined;
  if (left.kind !== "call" || partner === undefined || u.kind !== "call" || u.name !== partner || !equal(u.args[0] ?? ZERO, left.args[0] ?? ONE)) return false;
  return equalityTest(product(v, right), ONE, assumptions).kind === "zero";
}

/** e^u = left and e^v = right: the logarithm was taken of both sides. */
function logarithmTaken(left: Expression, right: Expression, [u, v]: Sides, assumptions: readonly Expression[]): boolean {
  const known = [...assumptions, ...realDomain(left), ...realDomain(right)];
  return equalityTest(power(E, u), left, known).kind === "zero" && equalityTest(power(E, v), right, known).kind === "zero";
}

type Sides = readonly [Expression, Expression];

function sidesOf(e: Expression): Sides | undefined {
  const [left, right] = e.kind === "relation" && e.comparisons.length === 1 && e.comparisons[0] === "=" ? e.operands : [];
  return left && right ? [left, right] : undefined;
}

function looksLogarithmic(e: Expression): boolean {
  return findAll(e, (part) => part.kind === "call" && part.name === "ln").length > 0;
}

/** a/b in lowest terms; undefined where b is 0 or the quotient is out of reach. */
function quotientOf(a: Expression, b: Expression): Expression | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    return fractionExpression(normalForm(divide(a, b), kernels), kernels);
  }, undefined);
}

/** left − right = k (left′ − right′) with a k that is free of the unknown and not 0. */
function movedOver(left: Expression, right: Expression, [u, v]: Sides, unknown: string, assumptions: readonly Expression[]): Equivalence | undefined {
  const [before, after] = [subtract(left, right), subtract(u, v)];
  const short = quotientOf(before, after);
  const ratio = short && !contains(short, unknown) ? short : simplify(divide(before, after)).expression;
  if (contains(ratio, unknown)) return undefined;
  if (zeroTest(ratio, assumptions).kind !== "nonzero") return undefined;
  if (freeNames(ratio).size > 0 && decide(relation(ratio, "!=", ZERO), assumptions) !== true && !neverZero(ratio, assumptions, assumptions))
    return { kind: "same where", conditions: [relation(ratio, "!=", ZERO)] };
  return { kind: "same" };
}

function isReal(e: Expression): boolean {
  return freeNames(e).size > 0 || constantSign(e) !== undefined;
}

/** f(u) = right and u = v with f injective and f(v) = right. */
function undone(left: Expression, right: Expression, [u, v]: Sides, assumptions: readonly Expression[]): boolean {
  if (!isReal(v)) return false;
  const same = (value: Expression): boolean => equalityTest(value, right, assumptions).kind === "zero";
  if (left.kind === "call") {
    const last = left.args[left.args.length - 1];
    const oddRoot = left.name === "root" && left.args[0]?.kind === "number" && Number(left.args[0].value.num) % 2 === 1;
    if (!last || !equal(last, u) || !(INJECTIVE.has(left.name) || oddRoot)) return false;
    return same(call(left.name, ...left.args.slice(0, -1), v));
  }
  if (left.kind !== "power") return false;
  if (equal(left.exponent, u)) return isExponentialBase(left.base, assumptions) && same(power(left.base, v));
  if (!equal(left.base, u) || left.exponent.kind !== "number") return false;
  const { num, den } = left.exponent.value;
  // Roots and odd powers are injective; a reciprocal is where it is defined.
  const known = [...assumptions, relation(u, ">=", ZERO)];
  const notNegative = (e: Expression): boolean => decide(relation(e, ">=", ZERO), assumptions) === true;
  // An even root that is not negative is its value exactly where the radicand is that value's power.
  if (num === 1 && Number(den) % 2 === 0 && notNegative(right) && equalityTest(power(right, number(rational.rational(den))), v, assumptions).kind === "zero")
    return true;
  const injective = den !== 1 || Number(num) % 2 !== 0 || (notNegative(u) && notNegative(v));
  return (
    injective && (same(power(v, left.exponent)) || (den !== 1 && equalityTest(power(v, left.exponent), right, known).kind === "zero" && notNegative(right)))
  );
}

function isExponentialBase(base: Expression, assumptions: readonly Expression[]): boolean {
  if (isPositiveConstant(base)) return zeroTest(subtract(base, ONE)).kind === "nonzero";
  return decide(relation(base, ">", ZERO), assumptions) === true && decide(relation(base, "!=", ONE), assumptions) === true;
}

/** f(u) = right and u = v or u = −v with f even, injective from 0 on, and f(v) = right. */
function bothSigns(left: Expression, right: Expression, [u, v]: Sides, [w, z]: Sides, assumptions: readonly Expression[]): boolean {
  if (!equal(u, w) || equalityTest(z, negate(v), assumptions).kind !== "zero" || !isReal(v)) return false;
  const same = (value: Expression): boolean => equalityTest(value, right, assumptions).kind === "zero";
  if (left.kind === "call") return EVEN.has(left.name) && equal(left.args[0] ?? ZERO, u) && same(call(left.name, v));
  if (left.kind !== "power" || left.exponent.kind !== "number" || !equal(left.base, u)) return false;
  return left.exponent.value.den === 1 && Number(left.exponent.value.num) % 2 === 0 && same(power(v, left.exponent));
}

/** Sides whose difference is free of the unknown and, for every integer that a letter stands for, not 0. */
function neverEqual(left: Expression, right: Expression, unknown: string): boolean {
  const difference = simplify(subtract(left, right)).expression;
  const [letter, ...more] = freeNames(difference);
  const family = letter === undefined || letter === unknown || more.length > 0 ? undefined : asFamily(difference, letter);
  return family !== undefined && missesZero(family);
}

/** Whether no real value of the left side can be the right one. */
function outOfRange(left: Expression, right: Expression, assumptions: readonly Expression[]): boolean {
  const known = (condition: Expression): boolean => decide(condition, assumptions) === true;
  if (left.kind === "call") {
    const size = call("abs", right);
    if (left.name === "abs") return known(relation(right, "<", ZERO));
    const quarter = product(HALF, PI);
    if (left.name === "arctan") return known(relation(size, ">=", quarter));
    if (left.name === "arcsin") return known(relation(size, ">", quarter));
    if (left.name === "arccos") return known(relation(right, "<", ZERO)) || known(relation(right, ">", PI));
    if (left.name === "cosh") return known(relation(right, "<", ONE));
    if (left.name === "sec" || left.name === "csc") return known(relation(size, "<", ONE));
    if (left.name === "tanh" || left.name === "sin" || left.name === "cos") return known(relation(size, left.name === "tanh" ? ">=" : ">", ONE));
    return false;
  }
  if (left.kind !== "power") return false;
  if (left.exponent.kind !== "number") return isPositiveConstant(left.base) && known(relation(right, "<=", ZERO));
  const { num, den } = left.exponent.value;
  if (num < 0 && zeroTest(right, assumptions).kind === "zero") return true;
  return (den !== 1 || Number(num) % 2 === 0) && known(relation(right, "<", ZERO));
}
