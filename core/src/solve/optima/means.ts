import { fixedSum, type PositiveTerm, positiveTerms, withBasesOnce } from "../../calculus/positive-terms.ts";
import { step } from "../../derivation/step.ts";
import { divide, equation, logic, name, number, ONE, power, product, relation, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, termsOf } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { reduceRows } from "../../polynomial/row-reduction.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, expand } from "../../truth/index.ts";
import type { Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";

/** A sum of positive terms, and a product beside it of which one of the two is fixed; alone, the sum is the objective. */
interface Shape {
  readonly terms: readonly PositiveTerm[];
  readonly beside?: PositiveTerm;
  /** The value of the sum, or of the product where the sum is the objective. */
  readonly fixed?: Expression;
  readonly isSumFixed: boolean;
}

/**
 * Optima of positive terms in positive variables: the weighted arithmetic mean of the terms is at least their geometric mean, with equality where the terms are as the weights. With
 * weights for which the geometric mean is fixed, or a power of the objective, that is the optimum (R. J. Duffin, E. L. Peterson and C. Zener, Geometric Programming, 1967). Undefined
 * where the weights are not determined by that.
 */
export function optimiseByMeans(task: OptimumTask): Optimum | undefined {
  const { variables, facts, assumptions, wanted } = task;
  const positive = variables.map((variable) => relation(name(variable), ">", ZERO));
  const known = [...assumptions, ...positive];
  const isDomain = positive.every((one) => decide(one, [...assumptions, ...facts]) === true) && facts.every((fact) => decide(fact, known) === true);
  const shape = variables.length > 1 && isDomain && wanted !== "stationary" ? shapeOf(task, known) : undefined;
  const weighed = shape && weightsOf(shape);
  if (!shape || !weighed) return undefined;
  const { weights, share } = weighed;
  const isLeast = !shape.isSumFixed || share.num < 0;
  if (isLeast !== (wanted === "minimum")) return undefined;
  const { terms, beside, fixed } = shape;
  const factor = once(
    ...terms.map(({ coefficient }, k) => power(divide(coefficient, weight(weights, k)), weight(weights, k))),
    beside ? power(beside.coefficient, number(rational.negate(share))) : ONE,
  );
  const total = shape.isSumFixed ? (fixed ?? ONE) : once(factor, fixed ? power(fixed, number(share)) : ONE);
  const values = variablesAt(shape, weights, total, variables);
  if (!values) return undefined;
  const point: OptimumPoint = {
    values,
    value: readable(sum(...termsOf(substitute(expand(task.objective), values)).map(withBasesOnce))),
    nature: isLeast ? "minimum" : "maximum",
    global: true,
    end: false,
    integers: [],
    conditions: [],
  };
  const reason = "positive terms have no greater geometric than arithmetic mean, and both are the same only at this point";
  return { points: [point], complete: true, reason, steps: stepsTo(shape, { weights, share, factor, total }, values) };
}

/** A product of positive factors with each base once. */
const once = (...factors: readonly Expression[]): Expression => readable(withBasesOnce(product(...factors)));
const weight = (weights: readonly Rational[], k: number): Expression => number(weights[k] ?? rational.ONE);

function shapeOf({ objective, variables, constraints, wanted }: OptimumTask, known: readonly Expression[]): Shape | undefined {
  const own = positiveTerms(objective, variables, known);
  const [condition, ...more] = constraints;
  if (!own || more.length > 0) return undefined;
  if (!condition) return wanted === "minimum" && own.length > 1 ? { terms: own, isSumFixed: false } : undefined;
  const held = fixedSum(condition, variables, known);
  if (!held) return undefined;
  const [product, ...others] = own;
  const [beside, ...others2] = held.terms;
  if (others.length === 0 && held.terms.length > 1 && product) return { terms: held.terms, beside: product, fixed: held.value, isSumFixed: true };
  return others2.length === 0 && others.length > 0 && beside ? { terms: own, beside, fixed: held.value, isSumFixed: false } : undefined;
}

/** Weights that are positive with the sum 1, for which the geometric mean is a power of the product beside it; undefined where these are not determined. */
function weightsOf({ terms, beside }: Shape): { readonly weights: readonly Rational[]; readonly share: Rational } | undefined {
  const rows = (terms[0]?.exponents ?? []).map((_, j) => [
    ...terms.map(({ exponents }) => exponents[j] ?? rational.ZERO),
    ...(beside ? [rational.negate(beside.exponents[j] ?? rational.ZERO)] : []),
    rational.ZERO,
  ]);
  const ones = [...terms.map(() => rational.ONE), ...(beside ? [rational.ZERO] : []), rational.ONE];
  const { rows: reduced, pivots } = reduceRows([...rows, ones]);
  const size = ones.length - 1;
  if (pivots.length !== size || pivots.some((column, k) => column !== k)) return undefined;
  const solution = reduced.map((row) => row[size] ?? rational.ZERO);
  const weights = solution.slice(0, terms.length);
  const share = beside ? (solution[terms.length] ?? rational.ZERO) : rational.ZERO;
  return weights.every(({ num }) => num > 0) && (!beside || share.num !== 0) ? { weights, share } : undefined;
}

/** The variables where each term is its weight of the total, and the product has its fixed value: equations between products, linear in the logarithms. */
function variablesAt(
  { terms, beside, fixed, isSumFixed }: Shape,
  weights: readonly Rational[],
  total: Expression,
  variables: readonly string[],
): ReadonlyMap<string, Expression> | undefined {
  const sides = terms.map(({ coefficient, exponents }, k) => ({ exponents, value: divide(product(weight(weights, k), total), coefficient) }));
  const all = beside && fixed && !isSumFixed ? [...sides, { exponents: beside.exponents, value: divide(fixed, beside.coefficient) }] : sides;
  const { rows, pivots } = reduceRows(all.map(({ exponents }, k) => [...exponents, ...all.map((_, j) => (j === k ? rational.ONE : rational.ZERO))]));
  if (variables.some((_, k) => pivots[k] !== k)) return undefined;
  const n = variables.length;
  return new Map(variables.map((variable, k) => [variable, once(...all.map(({ value }, j) => power(value, number(rows[k]?.[n + j] ?? rational.ZERO))))]));
}

interface Weighed {
  readonly weights: readonly Rational[];
  readonly share: Rational;
  readonly factor: Expression;
  readonly total: Expression;
}

function stepsTo({ terms, beside }: Shape, { weights, share, factor, total }: Weighed, values: ReadonlyMap<string, Expression>): Optimum["steps"] {
  const own = terms.map(({ term }) => term);
  const mean = product(...own.map((term, k) => power(divide(term, weight(weights, k)), weight(weights, k))));
  const whole = sum(...own);
  const plain = product(factor, beside ? power(beside.term, number(share)) : ONE);
  const shares = logic(
    "and",
    own.map((term, k) => equation(term, product(weight(weights, k), total))),
  );
  const at = logic(
    "and",
    [...values].map(([key, value]) => equation(name(key), value)),
  );
  return [
    step("weighted means", [own, weights.map((one) => number(one))], {
      kind: "weighted means",
      terms: own,
      weights,
      before: whole,
      after: relation(whole, ">=", mean),
    }),
    step("geometric mean", [], { kind: "equal", before: mean, after: plain }),
    step("equality of means", [], { kind: "put in", before: shares, values: new Map(), after: shares }),
    step("shares put back", [at], { kind: "holds", statement: substitute(shares, values) }),
  ];
}
