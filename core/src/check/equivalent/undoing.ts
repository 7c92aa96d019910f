import { NOWHERE } from "../../derivation/nowhere.ts";
import { call, E, HALF, isPositiveConstant, negate, number, ONE, PI, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";
import { asFamily, constantSign, decide, equalityTest, isNotWhole, missesZero, simplify, zeroTest } from "../../truth/index.ts";
import { zeroPolynomial } from "./equivalence.ts";
import { BOTH, type EquivalenceClaim, type EquivalenceWay, REAL, SAME } from "./way.ts";

type Sides = readonly [Expression, Expression];

/** The sides of the statement before, where the unknown is on the left alone, and of each alternative after. */
function undoneSides({
  before,
  alternatives,
  unknown,
  after,
}: EquivalenceClaim): { readonly left: Expression; readonly right: Expression; readonly sides: readonly Sides[] } | undefined {
  const [left, right] = sidesOf(before);
  if (!left || !right || contains(right, unknown) || equal(after, NOWHERE)) return undefined;
  const sides = alternatives.map(sidesOf).map(([u, v]): Sides | undefined => (u && v ? [u, v] : undefined));
  return sides.every((pair) => pair !== undefined) ? { left, right, sides } : undefined;
}

/** Functions that take each value at most once on the reals where they are real. */
const INJECTIVE: ReadonlySet<string> = new Set(["ln", "log", "sinh", "tanh", "arsinh", "artanh", "arcosh", "arctan", "arcsin", "arccos", "arccot"]);
/** Inverse functions of which the inverse is one on the principal values v. */
const PRINCIPAL: Readonly<Record<string, { readonly inverse: string; readonly holds: (v: Expression) => readonly Expression[] }>> = {
  arcosh: { inverse: "cosh", holds: (v) => [relation(v, ">=", ZERO)] },
  arccot: { inverse: "cot", holds: (v) => [relation(v, ">", ZERO), relation(v, "<", PI)] },
};
/** Even functions that take each value at most once for arguments that are not negative. */
const EVEN: ReadonlySet<string> = new Set(["abs", "cosh"]);

/** The logarithm of both sides, which are proven positive. */
export const LOGARITHM_TAKEN: EquivalenceWay = {
  name: "logarithm taken",
  theorem: "ln takes each value once for positive arguments: f = g is ln f = ln g where f and g are positive",
  source: "O. Forster, Analysis 1, § 12",
  worlds: REAL,
  proves: ({ before, after, alternatives, assumptions }) => {
    const [[left, right], [u, v]] = [sidesOf(before), sidesOf(after)];
    if (!left || !right || !u || !v || alternatives.length > 1 || equal(after, NOWHERE) || !looksLogarithmic(after)) return undefined;
    const known = [...assumptions, ...realDomain(before)];
    const isUp = (side: Expression): boolean => decide(relation(side, ">", ZERO), known) === true;
    // A solution makes both sides equal: one of them positive is enough.
    if (!isUp(left) && !isUp(right)) return undefined;
    const positive = [...known, relation(left, ">", ZERO), relation(right, ">", ZERO)];
    if (!realDomain(after).every((condition) => decide(condition, positive) === true)) return undefined;
    return equalityTest(power(E, u), left, known).kind === "zero" && equalityTest(power(E, v), right, known).kind === "zero" ? SAME : undefined;
  },
};

function looksLogarithmic(e: Expression): boolean {
  return findAll(e, (part) => part.kind === "call" && part.name === "ln").length > 0;
}

/** Sides that are equal for no value of the unknown. */
export const NEVER_EQUAL: EquivalenceWay = {
  name: "never equal",
  theorem: "a family of numbers that misses 0 makes two sides equal for no whole number",
  source: "definition of a solution",
  worlds: REAL,
  proves: ({ before, after, unknown }) => {
    const [left, right] = sidesOf(before);
    return left && right && equal(after, NOWHERE) && neverEqual(left, right, unknown) ? SAME : undefined;
  },
};

/** Sides whose difference is free of the unknown and, for every integer that a letter stands for, not 0. */
function neverEqual(left: Expression, right: Expression, unknown: string): boolean {
  const difference = simplify(subtract(left, right)).expression;
  const [letter, ...more] = freeNames(difference);
  const family = letter === undefined || letter === unknown || more.length > 0 ? undefined : asFamily(difference, letter);
  return family !== undefined && missesZero(family);
}

/** An exponential that would have to be 0. */
export const NEVER_ZERO: EquivalenceWay = {
  name: "never zero",
  theorem: "e^z is 0 for no complex z, since e^z e^(−z) = 1",
  source: "O. Forster, Analysis 1, § 13",
  worlds: BOTH,
  proves: ({ before, after, assumptions }) => {
    const [left, right] = sidesOf(before);
    const isExponential = left?.kind === "power" && isPositiveConstant(left.base);
    return isExponential && right && equal(after, NOWHERE) && zeroTest(right, assumptions).kind === "zero" ? SAME : undefined;
  },
};

/** A value that the function on the left does not take. */
export const OUT_OF_RANGE: EquivalenceWay = {
  name: "out of range",
  theorem:
    "a function takes no value outside of its range: sines and cosines stay between −1 and 1, absolute values and even powers are not negative, exponentials are positive",
  source: "O. Forster, Analysis 1, §§ 12 to 14",
  worlds: REAL,
  proves: ({ before, after, unknown, assumptions }) => {
    const [left, right] = sidesOf(before);
    if (!left || !right || !equal(after, NOWHERE) || contains(right, unknown)) return undefined;
    return outOfRange(left, right, assumptions) ? SAME : undefined;
  },
};

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
    if (left.name === "arcosh") return known(relation(right, "<", ZERO));
    if (left.name === "arccot") return known(relation(right, "<=", ZERO)) || known(relation(right, ">=", PI));
    if (left.name === "cosh") return known(relation(right, "<", ONE));
    if (left.name === "sec" || left.name === "csc") return known(relation(size, "<", ONE));
    if (left.name === "tanh" || left.name === "sin" || left.name === "cos") return known(relation(size, left.name === "tanh" ? ">=" : ">", ONE));
    return false;
  }
  if (left.kind !== "power") return false;
  if (left.exponent.kind !== "number" && isNotWhole(left.exponent)) return known(relation(right, constantSign(left.exponent) === 1 ? "<" : "<=", ZERO));
  if (left.exponent.kind !== "number") return (isPositiveConstant(left.base) || known(relation(left.base, ">", ZERO))) && known(relation(right, "<=", ZERO));
  const { num, den } = left.exponent.value;
  if (num < 0 && zeroTest(right, assumptions).kind === "zero") return true;
  return (den !== 1 || Number(num) % 2 === 0) && known(relation(right, "<", ZERO));
}

/** sec, csc and cot as reciprocals of cos, sin and tan. */
export const RECIPROCAL: EquivalenceWay = {
  name: "reciprocal function",
  theorem: "sec u = 1/cos u, csc u = 1/sin u and cot u = 1/tan u",
  source: "definitions",
  worlds: REAL,
  proves: (claim) => {
    const { left, right, sides } = undoneSides(claim) ?? {};
    const [first, ...more] = sides ?? [];
    return left && right && first && more.length === 0 && secant(left, right, first, claim.assumptions) ? SAME : undefined;
  },
};

/** sec u = v as cos u = 1/v, csc u = v as sin u = 1/v. */
function secant(left: Expression, right: Expression, [u, v]: Sides, assumptions: readonly Expression[]): boolean {
  const partner = left.kind === "call" ? { sec: "cos", csc: "sin", cot: "tan" }[left.name] : undefined;
  if (left.kind !== "call" || partner === undefined || u.kind !== "call" || u.name !== partner || !equal(u.args[0] ?? ZERO, left.args[0] ?? ONE)) return false;
  return equalityTest(product(v, right), ONE, assumptions).kind === "zero";
}

/** An injective function, or a power that is one where its sides are known, taken away from both sides. */
export const UNDONE: EquivalenceWay = {
  name: "injective function undone",
  theorem: "an injective function takes equal values only for equal arguments: f(u) = f(v) is u = v",
  source: "definition; strictly monotone functions are injective (O. Forster, Analysis 1, § 12)",
  worlds: REAL,
  proves: (claim) => {
    const { left, right, sides } = undoneSides(claim) ?? {};
    const [first, ...more] = sides ?? [];
    return left && right && first && more.length === 0 && undone(left, right, first, claim.assumptions) ? SAME : undefined;
  },
};

/** a x^n + b = 0 with nothing between. */
export const PURE_POWER: EquivalenceWay = {
  name: "pure power",
  theorem: "for a ≠ 0 a real number has one real root of every odd degree, and two opposite ones of every even degree where it is positive",
  source: "O. Forster, Analysis 1, § 12",
  worlds: REAL,
  proves: ({ before, alternatives, unknown, assumptions }) => {
    const [constant, ...rest] = zeroPolynomial(before, unknown) ?? [];
    const [lead, ...between] = [...rest].reverse();
    if (!constant || !lead || between.length === 0 || !between.every((one) => zeroTest(one).kind === "zero")) return undefined;
    if (decide(relation(lead, "!=", ZERO), assumptions) !== true) return undefined;
    const values = alternatives.map((one) => {
      const [left, right] = sidesOf(one);
      return left?.kind === "name" && left.name === unknown && right && !contains(right, unknown) && isRealValue(right) ? right : undefined;
    });
    const solves = (value: Expression | undefined): value is Expression =>
      value !== undefined && zeroTest(sum(product(lead, power(value, number(rest.length))), constant), assumptions).kind === "zero";
    const [first, second, ...more] = values;
    if (more.length > 0 || !solves(first)) return undefined;
    if (rest.length % 2 === 1) return second === undefined && values.length === 1 ? SAME : undefined;
    return solves(second) && zeroTest(sum(first, second), assumptions).kind === "zero" ? SAME : undefined;
  },
};

/** An even function undone, with both signs. */
export const BOTH_SIGNS: EquivalenceWay = {
  name: "both signs",
  theorem: "an even function that is injective for arguments that are not negative takes each of its values at u and −u only",
  source: "definition; abs u, cosh u and even powers rise for u ≥ 0",
  worlds: REAL,
  proves: (claim) => {
    const { left, right, sides } = undoneSides(claim) ?? {};
    // At u = 0 both signs are one.
    const [first, second = first, ...more] = sides ?? [];
    return left && right && first && second && more.length === 0 && bothSigns(left, right, first, second, claim.assumptions) ? SAME : undefined;
  },
};

/** A number is real; of letters that is what they stand for. */
function isRealValue(e: Expression): boolean {
  return freeNames(e).size > 0 || constantSign(e) !== undefined;
}

/** f(u) = right and u = v with f injective and f(v) = right. */
function undone(left: Expression, right: Expression, [u, v]: Sides, assumptions: readonly Expression[]): boolean {
  if (!isRealValue(v)) return false;
  const same = (value: Expression): boolean => equalityTest(value, right, assumptions).kind === "zero";
  if (left.kind === "call") {
    const last = left.args[left.args.length - 1];
    const oddRoot = left.name === "root" && left.args[0]?.kind === "number" && Number(left.args[0].value.num) % 2 === 1;
    if (!last || !equal(last, u) || !(INJECTIVE.has(left.name) || oddRoot)) return false;
    const principal = PRINCIPAL[left.name];
    if (principal?.holds(right).every((fact) => decide(fact, assumptions) === true))
      return equalityTest(v, call(principal.inverse, right), assumptions).kind === "zero";
    return same(call(left.name, ...left.args.slice(0, -1), v));
  }
  if (left.kind !== "power") return false;
  if (equal(left.exponent, u)) return isExponentialBase(left.base, assumptions) && same(power(left.base, v));
  if (!equal(left.base, u)) return false;
  if (isNotWhole(left.exponent) && left.exponent.kind !== "number") {
    // Such a power is strictly monotone where it is defined, for bases that are not negative.
    const isRising = constantSign(left.exponent) === 1;
    const isVanishing = isRising && zeroTest(v, assumptions).kind === "zero" && zeroTest(right, assumptions).kind === "zero";
    return isVanishing || (decide(relation(v, isRising ? ">=" : ">", ZERO), assumptions) === true && same(power(v, left.exponent)));
  }
  if (left.exponent.kind !== "number") {
    const holds = (condition: Expression): boolean => decide(condition, assumptions) === true;
    return holds(relation(u, ">", ZERO)) && holds(relation(left.exponent, "!=", ZERO)) && holds(relation(right, ">", ZERO)) && same(power(v, left.exponent));
  }
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
  if (!equal(u, w) || equalityTest(z, negate(v), assumptions).kind !== "zero" || !isRealValue(v)) return false;
  const same = (value: Expression): boolean => equalityTest(value, right, assumptions).kind === "zero";
  if (left.kind === "call") return EVEN.has(left.name) && equal(left.args[0] ?? ZERO, u) && same(call(left.name, v));
  if (left.kind !== "power" || left.exponent.kind !== "number" || !equal(left.base, u)) return false;
  return left.exponent.value.den === 1 && Number(left.exponent.value.num) % 2 === 0 && same(power(v, left.exponent));
}
