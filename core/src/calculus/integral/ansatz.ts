import { inSineAndCosine } from "../../canonical/angles.ts";
import { type Fraction, Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { call, name, number, ONE, power, product, sum } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { gcd } from "../../polynomial/gcd.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { reduceRows } from "../../polynomial/row-reduction.ts";
import { simplify } from "../../truth/index.ts";
import { differentiate } from "../derivative.ts";
import { type Antiderivative, integralStep } from "./rule.ts";

const MOST_KERNELS = 7;
const MOST_UNKNOWNS = 160;
const ROUNDS = 4;

/**
 * An antiderivative put together of the functions that occur, with unknown numbers before products of their powers over a denominator, and before logarithms of its factors:
 * the numbers follow from comparing coefficients after differentiating (A. C. Norman and P. M. A. Moore 1977; M. Bronstein, pmint, 2005).
 */
export function byAnsatz(f: Expression, variable: string): Antiderivative | undefined {
  const value = whereRational<Expression | undefined>(() => undetermined(f, variable), undefined);
  return value && { value, steps: [integralStep("compare coefficients", [], f, variable, value)] };
}

/** The functions of the variable over which everything is rational. */
interface Field {
  readonly kernels: Kernels;
  readonly variable: string;
  /** Pairs of kernels with s² = 1 − c² (circular) or s² = c² − 1 (hyperbolic): the squares of the first are written by the second. */
  readonly pairs: readonly { readonly s: number; readonly c: number; readonly sign: 1 | -1 }[];
}

function undetermined(typed: Expression, variable: string): Expression | undefined {
  const waves = findAll(typed, (part) => part.kind === "call" && CIRCULAR.has(part.name) && contains(part, variable));
  const f = waves.every((part) => part.kind === "call" && part.name === "tan") ? typed : inSineAndCosine(typed);
  const kernels = new Kernels();
  kernels.index(name(variable));
  const own = normalForm(f, kernels);
  if (!closed(kernels, variable)) return undefined;
  const field: Field = { kernels, variable, pairs: pairsIn(kernels) };
  const basis = basisOf(own, field);
  if (!basis) return undefined;
  const slopes = basis.map((one) => normalForm(differentiate(one, variable), kernels));
  // A derivative that brings a new function would have to be cancelled by nothing.
  const numbers = combination(slopes, own, field);
  return numbers && simplify(sum(...basis.map((one, k) => product(number(numbers[k] ?? rational.ZERO), one)))).expression;
}

const CIRCULAR: ReadonlySet<string> = new Set(["sin", "cos", "tan", "cot", "sec", "csc"]);

/** Whether the derivatives of all functions are rational in these functions, new ones such as cos beside sin included; letters and constants beside numbers are left to other rules. */
function closed(kernels: Kernels, variable: string): boolean {
  for (let round = 0; round < ROUNDS; round += 1) {
    const before = kernels.count;
    for (let k = 0; k < before; k += 1) {
      const kernel = kernels.kernel(k);
      if (!contains(kernel, variable)) return false;
      normalForm(differentiate(kernel, variable), kernels);
      if (kernels.count > MOST_KERNELS) return false;
    }
    if (kernels.count === before) return true;
  }
  return false;
}

function pairsIn(kernels: Kernels): Field["pairs"] {
  const all = Array.from({ length: kernels.count }, (_, k) => kernels.kernel(k));
  const partner = { sin: ["cos", -1], sinh: ["cosh", 1] } as const;
  return all.flatMap((one, s) => {
    if (one.kind !== "call" || (one.name !== "sin" && one.name !== "sinh")) return [];
    const [other, sign] = partner[one.name];
    const c = all.findIndex((candidate) => candidate.kind === "call" && candidate.name === other && equal(candidate.args[0] ?? ONE, one.args[0] ?? ONE));
    return c < 0 ? [] : [{ s, c, sign }];
  });
}

/** Products of powers over the candidate denominator, and logarithms of the factors of the denominator; undefined where there are too many. */
function basisOf({ numerator, denominator }: Fraction, field: Field): readonly Expression[] | undefined {
  const { kernels, variable } = field;
  const { factors } = factor(denominator);
  const parts = factors.map(({ factor: part, multiplicity }) => {
    const expression = polynomialExpression(part, kernels);
    return { part, expression, multiplicity, isSpecial: dividesItsDerivative(part, expression, field) };
  });
  const below = parts.map(({ expression, multiplicity, isSpecial }) => power(expression, number(-(isSpecial ? multiplicity : multiplicity - 1))));
  const degreeBelow = (index: number): number =>
    parts.reduce((total, { part, multiplicity, isSpecial }) => total + poly.degreeIn(part, index) * (isSpecial ? multiplicity : multiplicity - 1), 0);
  const ranges = Array.from({ length: kernels.count }, (_, index) => {
    const degree = poly.degreeIn(numerator, index);
    const kernel = kernels.kernel(index);
    const relation = kernels.relation(index);
    if (relation) return relation.degree - 1;
    const pair = field.pairs.find(({ s, c }) => s === index || c === index);
    if (pair) return pair.s === index ? 1 : poly.degreeIn(numerator, pair.s) + poly.degreeIn(numerator, pair.c) + degreeBelow(pair.s) + degreeBelow(pair.c);
    const grows = kernel.kind === "name" || (kernel.kind === "call" && PRIMITIVE.has(kernel.name));
    return Math.max(degree - Math.min(degree, poly.degreeIn(denominator, index)), degree) + degreeBelow(index) + (grows || kernel.kind === "call" ? 1 : 0);
  });
  if (ranges.reduce((count, top) => count * (top + 1), 1) > MOST_UNKNOWNS) return undefined;
  const monomials = ranges.reduce<readonly (readonly Expression[])[]>(
    (lists, top, index) => lists.flatMap((list) => Array.from({ length: top + 1 }, (_, k) => [...list, power(kernels.kernel(index), number(k))])),
    [[]],
  );
  const products = monomials.map((list) => product(...list, ...below)).filter((one) => contains(one, variable));
  const logarithms = parts.filter(({ expression }) => contains(expression, variable)).map(({ expression }) => call("ln", call("abs", expression)));
  return [...products, ...logarithms];
}

const PRIMITIVE: ReadonlySet<string> = new Set(["ln", "arctan", "arcsin", "arsinh", "artanh", "arcosh", "arccos"]);

function dividesItsDerivative(part: Polynomial, expression: Expression, { kernels, variable }: Field): boolean {
  const { numerator } = normalForm(differentiate(expression, variable), kernels);
  return poly.isZero(numerator) || poly.divideExact(numerator, part) !== undefined;
}

/** Numbers with Σ a_k n_k/d_k = f, by comparing coefficients over the common denominator. */
function combination(slopes: readonly Fraction[], f: Fraction, field: Field): readonly Rational[] | undefined {
  const common = [...slopes, f].reduce<Polynomial>((lcm, { denominator }) => {
    const shared = gcd(lcm, denominator);
    return poly.multiply(lcm, poly.divideExact(denominator, shared) ?? denominator);
  }, poly.ONE);
  const columns = [...slopes, f].map(({ numerator, denominator }) =>
    reduced(poly.multiply(numerator, poly.divideExact(common, denominator) ?? poly.ONE), field),
  );
  const rows = new Map<string, Rational[]>();
  columns.forEach((column, k) => {
    for (const { exponents, coefficient } of column) {
      const key = [...exponents].join();
      const trimmed = key.replace(/(,0)+$/, "");
      const row = rows.get(trimmed) ?? Array.from({ length: columns.length }, () => rational.ZERO);
      row[k] = rational.add(row[k] ?? rational.ZERO, coefficient);
      rows.set(trimmed, row);
    }
  });
  const { rows: solved, pivots } = reduceRows([...rows.values()]);
  if (pivots.includes(slopes.length)) return undefined;
  const numbers = slopes.map(() => rational.ZERO);
  pivots.forEach((column, row) => {
    numbers[column] = solved[row]?.[slopes.length] ?? rational.ZERO;
  });
  return numbers;
}

/** A polynomial with the powers of roots and the squares of sines written by the other functions. */
function reduced(p: Polynomial, { kernels, pairs }: Field): Polynomial {
  let current = p;
  for (let index = kernels.count - 1; index >= 0; index -= 1) {
    const relation = kernels.relation(index);
    if (relation && poly.constantValue(relation.value.denominator)) {
      const value = poly.scale(relation.value.numerator, rational.invert(poly.constantValue(relation.value.denominator) ?? rational.ONE));
      current = lowered(current, index, relation.degree, value);
    }
  }
  for (const { s, c, sign } of pairs) {
    const square = poly.multiply(poly.variable(c), poly.variable(c));
    const value = sign === -1 ? poly.subtract(poly.ONE, square) : poly.subtract(square, poly.ONE);
    current = lowered(current, s, 2, value);
  }
  return current;
}

/** Powers from a degree on of one kernel written by a polynomial for that power. */
function lowered(p: Polynomial, index: number, degree: number, value: Polynomial): Polynomial {
  const coefficients = poly.coefficientsIn(p, index);
  if (coefficients.length <= degree) return p;
  const parts = coefficients.map((coefficient, k) => {
    const turns = Math.floor(k / degree);
    return poly.multiply(poly.multiply(coefficient, poly.power(value, turns)), poly.power(poly.variable(index), k % degree));
  });
  return lowered(parts.reduce(poly.add, []), index, degree, value);
}
