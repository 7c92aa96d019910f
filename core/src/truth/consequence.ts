import { Kernels, normalForm, polynomialExpression, whereRational } from "../canonical/normal-form.ts";
import { ballValue } from "../expression/ball-value.ts";
import { HALF, MINUS_ONE, negate, number, ONE, PI, product, relation, subtract, ZERO } from "../expression/construct.ts";
import { type Comparison, type Expression, freeNames, isRoot } from "../expression/expression.ts";
import { isReal, type RealExpression } from "../expression/realness.ts";
import { enclosingRationals } from "../number/decimal.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { contradictory, type Inequality } from "../polynomial/fourier-motzkin.ts";
import type { Polynomial } from "../polynomial/multivariate.ts";
import * as poly from "../polynomial/multivariate.ts";

/** p ≥ 0, or p > 0 where it is strict. */
interface Positive {
  readonly polynomial: Polynomial;
  readonly strict: boolean;
  /** About constants alone: two of these have nothing to say together. */
  readonly constant?: boolean;
}

/** How the caller decides the sign of a part, with less effort. */
export type Decide = (condition: Expression, assumptions: readonly Expression[]) => boolean | undefined;

const MOST_FACTS = 24;
const MOST_TERMS = 10;
const MOST_PRODUCTS = 60;

/**
 * Whether what is assumed forces `e comparison 0` to hold: its negation, the assumptions, what is known of the functions in them and
 * products of two of these are taken as linear inequalities between monomials and shown to contradict each other (the Positivstellensatz
 * of J.-L. Krivine 1964 and G. Stengle 1974 in its lowest degrees). False where that is not shown.
 */
export function follows(e: RealExpression, comparison: Comparison, assumptions: readonly Expression[], decide: Decide): boolean {
  if (e.kind === "sum" && e.terms.length > MOST_TERMS) return false;
  return whereRational(() => {
    return refuted(e, comparison, assumptions, decide);
  }, false);
}

function refuted(e: Expression, comparison: Comparison, assumptions: readonly Expression[], decide: Decide): boolean {
  const kernels = new Kernels();
  const cleared = withoutDenominator(e, assumptions, decide);
  if (cleared && decide(relation(cleared, comparison, ZERO), assumptions) === true) return true;
  const goal = signForm(cleared ?? e, kernels);
  const facts = connected(e, assumptions).flatMap((assumption) => positives(assumption, kernels));
  const known = [...facts.slice(0, MOST_FACTS), ...knownOfKernels(kernels, assumptions, decide)].map((one) => ofWholeNumbers(one, kernels));
  const opposed = (list: readonly Positive[]): boolean =>
    isContradictory(
      list.map((one) => ofWholeNumbers(one, kernels)),
      known,
    );
  const [up, down] = [goal, poly.negate(goal)];
  switch (comparison) {
    case ">":
      return opposed([{ polynomial: down, strict: false }]);
    case ">=":
      return opposed([{ polynomial: down, strict: true }]);
    case "<":
      return opposed([{ polynomial: up, strict: false }]);
    case "<=":
      return opposed([{ polynomial: up, strict: true }]);
    case "=":
      return opposed([{ polynomial: up, strict: true }]) && opposed([{ polynomial: down, strict: true }]);
    case "!=":
      return opposed([
        { polynomial: up, strict: false },
        { polynomial: down, strict: false },
      ]);
  }
}

/** The numerator, with the sign of the denominator, where that sign is known. */
function withoutDenominator(e: Expression, assumptions: readonly Expression[], decide: Decide): Expression | undefined {
  const kernels = new Kernels();
  const { numerator, denominator } = normalForm(e, kernels);
  if (poly.constantValue(denominator)) return undefined;
  const [top, bottom] = [numerator, denominator].map((p) => polynomialExpression(p, kernels));
  if (!top || !bottom) return undefined;
  if (decide(relation(bottom, ">", ZERO), assumptions) === true) return top;
  return decide(relation(bottom, "<", ZERO), assumptions) === true ? negate(top) : undefined;
}

/** A polynomial with the sign of an expression wherever it is defined: numerator times denominator. */
function signForm(e: Expression, kernels: Kernels): Polynomial {
  const { numerator, denominator } = normalForm(e, kernels);
  const constant = poly.constantValue(denominator);
  if (constant) return constant.num > 0 ? numerator : poly.negate(numerator);
  return poly.multiply(numerator, denominator);
}

/** What a relation says, as polynomials that are positive or not negative; “≠” and alternatives say nothing here. */
function positives(assumption: Expression, kernels: Kernels): readonly Positive[] {
  if (assumption.kind === "logic") return assumption.operator === "and" ? assumption.items.flatMap((item) => positives(item, kernels)) : [];
  if (assumption.kind !== "relation" || !isReal(assumption)) return [];
  return assumption.comparisons.flatMap((comparison, k): readonly Positive[] => {
    const [left = ZERO, right = ZERO] = [assumption.operands[k], assumption.operands[k + 1]];
    if (comparison === "!=") return [];
    const form = signForm(subtract(left, right), kernels);
    const other = poly.negate(form);
    if (comparison === "=") return [form, other].map((polynomial) => ({ polynomial, strict: false }));
    return [{ polynomial: comparison.startsWith(">") ? form : other, strict: comparison.length === 1 }];
  });
}

/** A positive whole number is at least 1. */
function ofWholeNumbers(one: Positive, kernels: Kernels): Positive {
  const { polynomial, strict } = one;
  const isWhole = polynomial.every(
    ({ coefficient, exponents }) => coefficient.den === 1 && exponents.every((power, k) => power === 0 || isWholeName(kernels.kernel(k))),
  );
  return strict && isWhole ? { ...one, polynomial: poly.subtract(polynomial, poly.monomial(rational.ONE, [])), strict: false } : one;
}

const isWholeName = (e: Expression): boolean => e.kind === "name" && e.range === "integer";

/** Assumptions that share names with an expression, directly or through others. */
function connected(e: Expression, assumptions: readonly Expression[]): readonly Expression[] {
  const reached = new Set(freeNames(e));
  let found: readonly Expression[] = [];
  for (;;) {
    const next = assumptions.filter((fact) => [...freeNames(fact)].some((name) => reached.has(name)));
    if (next.length === found.length) return next;
    found = next;
    for (const fact of next) for (const name of freeNames(fact)) reached.add(name);
  }
}

/** What holds of kernels whatever is assumed: bounds of constants, ranges of functions, and the signs that their arguments give them. */
function knownOfKernels(kernels: Kernels, assumptions: readonly Expression[], decide: Decide): readonly Positive[] {
  const found: Positive[] = [];
  const count = kernels.count;
  for (let index = 0; index < count; index += 1) {
    const kernel = kernels.kernel(index);
    const statements = freeNames(kernel).size === 0 ? boundsOfConstant(kernel) : rangeOf(kernel, assumptions, decide);
    const constant = freeNames(kernel).size === 0;
    for (const statement of statements) found.push(...positives(statement, kernels).map((one) => ({ ...one, constant })));
  }
  return found;
}

function boundsOfConstant(kernel: Expression): readonly Expression[] {
  try {
    const value = ballValue(kernel, 64);
    const { low, high } = enclosingRationals(value.re);
    const rounded = (bound: Rational, up: 0 | 1): Expression =>
      number(rational.rational(BigInt(rational.floor(rational.multiply(bound, rational.rational(1_000_000)))) + BigInt(up), 1_000_000));
    return [relation(kernel, ">=", rounded(low, 0)), relation(kernel, "<=", rounded(high, 1))];
  } catch (error) {
    if (error instanceof BallUndefined) return [];
    throw error;
  }
}

const HALF_TURN = product(HALF, PI);

/** Functions with the range of their values, ends that are not taken left out. */
const RANGES: Readonly<Record<string, (value: Expression) => readonly Expression[]>> = {
  sin: (v) => [relation(v, "<=", ONE), relation(v, ">=", MINUS_ONE)],
  cos: (v) => [relation(v, "<=", ONE), relation(v, ">=", MINUS_ONE)],
  tanh: (v) => [relation(v, "<", ONE), relation(v, ">", MINUS_ONE)],
  sech: (v) => [relation(v, "<=", ONE), relation(v, ">", ZERO)],
  cosh: (v) => [relation(v, ">=", ONE)],
  abs: (v) => [relation(v, ">=", ZERO)],
  arctan: (v) => [relation(v, "<", HALF_TURN), relation(v, ">", negate(HALF_TURN))],
  arcsin: (v) => [relation(v, "<=", HALF_TURN), relation(v, ">=", negate(HALF_TURN))],
  arccos: (v) => [relation(v, ">=", ZERO), relation(v, "<=", PI)],
  arccot: (v) => [relation(v, ">", ZERO), relation(v, "<", PI)],
  arcosh: (v) => [relation(v, ">=", ZERO)],
};

/** Increasing functions that are 0 at 0: they have the sign of their argument. */
const SIGNED: ReadonlySet<string> = new Set(["arctan", "arcsin", "sinh", "tanh", "arsinh", "artanh", "sgn"]);

function rangeOf(kernel: Expression, assumptions: readonly Expression[], decide: Decide): readonly Expression[] {
  if (isRoot(kernel)) return signAs(kernel, kernel.base, assumptions, decide, true);
  if (kernel.kind === "power") return decide(relation(kernel.base, ">", ZERO), assumptions) === true ? [relation(kernel, ">", ZERO)] : [];
  if (kernel.kind !== "call") return [];
  const [inside, second] = kernel.args;
  const range = [...(RANGES[kernel.name]?.(kernel) ?? [])];
  if (inside && (kernel.name === "arccos" || kernel.name === "arcsin")) range.push(...strictEnds(kernel, inside, assumptions, decide));
  if (inside && SIGNED.has(kernel.name)) return [...range, ...signAs(kernel, inside, assumptions, decide, false)];
  if (inside && kernel.name === "ln") return signAs(kernel, subtract(inside, ONE), assumptions, decide, false);
  if (second && kernel.name === "root") return signAs(kernel, second, assumptions, decide, false);
  if (inside && kernel.name === "abs") return [...range, ...ofAbsoluteValue(kernel, inside, assumptions, decide)];
  return [...range, ...byArgument(kernel, inside, assumptions, decide)];
}

/** A quantity with the sign of another; `never` negative where that is known anyway. */
function signAs(kernel: Expression, inside: Expression, assumptions: readonly Expression[], decide: Decide, never: boolean): readonly Expression[] {
  if (decide(relation(inside, ">", ZERO), assumptions) === true) return [relation(kernel, ">", ZERO)];
  if (never) return [relation(kernel, ">=", ZERO)];
  if (decide(relation(inside, "<", ZERO), assumptions) === true) return [relation(kernel, "<", ZERO)];
  if (decide(relation(inside, ">=", ZERO), assumptions) === true) return [relation(kernel, ">=", ZERO)];
  return decide(relation(inside, "<=", ZERO), assumptions) === true ? [relation(kernel, "<=", ZERO)] : [];
}

/** |u| is u or −u where the sign of u is known, and not below either. */
function ofAbsoluteValue(kernel: Expression, inside: Expression, assumptions: readonly Expression[], decide: Decide): readonly Expression[] {
  if (decide(relation(inside, ">=", ZERO), assumptions) === true) return [relation(kernel, "=", inside)];
  if (decide(relation(inside, "<=", ZERO), assumptions) === true) return [relation(kernel, "=", negate(inside))];
  const strict = decide(relation(inside, "!=", ZERO), assumptions) === true ? [relation(kernel, ">", ZERO)] : [];
  return [relation(kernel, ">=", inside), relation(kernel, ">=", negate(inside)), ...strict];
}

/** The ends of the range of an inverse function are taken at the ends of its domain only; the middle at 0. */
function strictEnds(kernel: Expression & { kind: "call" }, inside: Expression, assumptions: readonly Expression[], decide: Decide): readonly Expression[] {
  const isBelow = decide(relation(inside, "<", ONE), assumptions) === true;
  const isAbove = decide(relation(inside, ">", MINUS_ONE), assumptions) === true;
  if (kernel.name === "arcsin") return [...(isBelow ? [relation(kernel, "<", HALF_TURN)] : []), ...(isAbove ? [relation(kernel, ">", negate(HALF_TURN))] : [])];
  const sign = decide(relation(inside, ">", ZERO), assumptions) === true ? "<" : decide(relation(inside, "<", ZERO), assumptions) === true ? ">" : undefined;
  return [
    ...(isBelow ? [relation(kernel, ">", ZERO)] : []),
    ...(isAbove ? [relation(kernel, "<", PI)] : []),
    ...(sign ? [relation(kernel, sign, HALF_TURN)] : []),
  ];
}

/** Signs that a simpler decision gives to the function itself, such as that of a sine between its zeros. */
function byArgument(kernel: Expression, inside: Expression | undefined, assumptions: readonly Expression[], decide: Decide): readonly Expression[] {
  if (!inside || !(kernel.kind === "call" && ["sin", "cos", "tan", "cot"].includes(kernel.name))) return [];
  for (const comparison of [">", "<", ">=", "<="] as const) {
    const statement = relation(kernel, comparison, ZERO);
    if (decide(statement, assumptions) === true) return [statement];
  }
  return [];
}

function isContradictory(goal: readonly Positive[], known: readonly Positive[]): boolean {
  const direct = [...goal, ...known];
  if (contradictory([...direct, ...squares(direct)].map(inequality))) return true;
  const all = [...direct, ...products(goal, known)];
  return contradictory([...all, ...squares(all)].map(inequality));
}

/** Products of two positive quantities are positive: those with the goal first, then those among what is known. */
function products(goal: readonly Positive[], known: readonly Positive[]): readonly Positive[] {
  const found: Positive[] = [];
  const add = (a: Positive, b: Positive): void => {
    if (found.length < MOST_PRODUCTS && !(a.constant && b.constant))
      found.push({ polynomial: poly.multiply(a.polynomial, b.polynomial), strict: a.strict && b.strict });
  };
  for (const a of goal) for (const b of known) add(a, b);
  known.forEach((a, k) => {
    for (const b of known.slice(k)) add(a, b);
  });
  return found;
}

/** Monomials that are squares are not negative. */
function squares(list: readonly Positive[]): readonly Positive[] {
  const seen = new Map<string, Positive>();
  for (const { polynomial } of list) {
    for (const { exponents } of polynomial) {
      const isSquare = exponents.length > 0 && exponents.every((exponent) => exponent % 2 === 0);
      if (isSquare) seen.set(exponents.join(), { polynomial: poly.monomial(rational.ONE, exponents), strict: false });
    }
  }
  return [...seen.values()];
}

function inequality({ polynomial, strict }: Positive): Inequality {
  const coefficients = new Map<string, Rational>();
  let constant = rational.ZERO;
  for (const { exponents, coefficient } of polynomial) {
    if (exponents.length === 0) constant = coefficient;
    else coefficients.set(exponents.join(), coefficient);
  }
  return { coefficients, constant, strict };
}
