import { divide, name, number, power, product, relation, sum, ZERO } from "../expression/construct.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { squarefreeFactors } from "../polynomial/univariate/gcd.ts";
import { isolateRealRoots } from "../polynomial/univariate/real-roots.ts";
import { integerPolynomial } from "../rewrite/roots/named-root.ts";
import { constantSign, decide, simplify } from "../truth/index.ts";
import type { Definiteness } from "./definiteness.ts";
import { NotDifferentiable } from "./derivative.ts";
import { added, composed, coordinate, derivativeBy, type LocalForm, type LocalTerm, leadingForm, localForm, scaled, taylorForm } from "./local-form.ts";

/** Taylor polynomials of a stationary point are taken to these degrees, until they decide. */
const DEGREES = [4, 6, 8] as const;

/** What a degenerate stationary point is, and why in words. */
export interface Degenerate {
  readonly nature: Exclude<Definiteness, "undecided">;
  readonly by: "lowest terms" | "reduced function" | "sign of the difference";
  /** The lowest terms that decide, of the function or of what is left when the definite directions are taken out. */
  readonly deciding: Expression;
}

/**
 * The nature of a stationary point where the matrix of second derivatives does not decide. The definite directions are taken out (splitting lemma: D. Gromoll and W. Meyer
 * 1969; T. Poston and I. Stewart, Catastrophe Theory and its Applications, 4.5): where those equations are solved for them as series in the others, the lowest terms of what
 * is left decide.
 */
export function natureOfDegenerate(
  f: Expression,
  variables: readonly string[],
  point: ReadonlyMap<string, Expression>,
  known: readonly Expression[],
): Degenerate | undefined {
  try {
    for (const degree of DEGREES) {
      const found = byTaylor(taylorForm(f, variables, point, degree), variables, degree, known);
      if (found) return found;
    }
  } catch (error) {
    if (!(error instanceof NotDifferentiable)) throw error;
  }
  return undefined;
}

function signOf(e: Expression, known: readonly Expression[]): -1 | 0 | 1 | undefined {
  if (equal(e, ZERO)) return 0;
  if (freeNames(e).size === 0) return constantSign(e);
  if (decide(relation(e, ">", ZERO), known) === true) return 1;
  return decide(relation(e, "<", ZERO), known) === true ? -1 : undefined;
}

function byTaylor(form: LocalForm, variables: readonly string[], degree: number, known: readonly Expression[]): Degenerate | undefined {
  const n = variables.length;
  const split = completedSquares(form, n, degree, known);
  if (!split) return undefined;
  const { signs, rest, taken } = split;
  if (signs.includes(1) && signs.includes(-1)) return undefined;
  const reduced = reducedForm(rest, taken, n, degree);
  const lowest = leadingForm(reduced);
  if (!lowest) return undefined;
  // Beyond what the cut-off series gives nothing is certain.
  if (lowest.degree > degree) return undefined;
  const free = Array.from({ length: n }, (_, k) => k).filter((k) => !taken.includes(k));
  const own = signOfForm(lowest.terms, free, lowest.degree, known);
  const deciding = written(lowest.terms, variables);
  const by = taken.length === 0 ? "lowest terms" : "reduced function";
  if (own === undefined) return undefined;
  const [sigma = own === "both" ? 1 : own] = signs;
  if (own === "both" || own !== sigma) return { nature: "saddle", by, deciding };
  return { nature: own === 1 ? "minimum" : "maximum", by, deciding };
}

/** The quadratic part with squares completed, coordinate by coordinate: the signs of the squares, the form in the new coordinates, and which of them are squares. */
function completedSquares(
  form: LocalForm,
  n: number,
  degree: number,
  known: readonly Expression[],
): { readonly signs: readonly (1 | -1)[]; readonly rest: LocalForm; readonly taken: readonly number[] } | undefined {
  let current = form;
  const taken: number[] = [];
  const signs: (1 | -1)[] = [];
  const quadratic = (i: number, k: number): Expression => {
    const exponents = Array.from({ length: n }, (_, j) => (j === i ? 1 : 0) + (j === k ? 1 : 0));
    return current.get(exponents.join())?.coefficient ?? ZERO;
  };
  for (;;) {
    const open = Array.from({ length: n }, (_, k) => k).filter((k) => !taken.includes(k));
    const at = open.find((k) => !equal(quadratic(k, k), ZERO));
    if (at === undefined) return open.every((i) => open.every((k) => equal(quadratic(i, k), ZERO))) ? { signs, rest: current, taken } : undefined;
    const pivot = quadratic(at, at);
    const sign = signOf(pivot, known);
    if (!sign) return undefined;
    // The square's coordinate is replaced by itself less its share of the mixed terms.
    const shares = open.filter((k) => k !== at).map((k) => scaled(coordinate(k, n), simplify(divide(quadratic(at, k), product(number(-2), pivot))).expression));
    const moved = Array.from({ length: n }, (_, k) => (k === at ? shares.reduce((a, b) => added(a, b, degree), coordinate(k, n)) : coordinate(k, n)));
    current = composed(current, moved, degree);
    taken.push(at);
    signs.push(sign);
  }
}

/** The form with the squares' coordinates put in as the series at which its derivatives by them are 0. */
function reducedForm(form: LocalForm, taken: readonly number[], n: number, degree: number): LocalForm {
  let series: LocalForm[] = Array.from({ length: n }, (_, k) => (taken.includes(k) ? new Map() : coordinate(k, n)));
  for (let round = 0; round < degree; round += 1) {
    series = series.map((own, k) => {
      if (!taken.includes(k)) return own;
      const square = form.get(Array.from({ length: n }, (_, j) => (j === k ? 2 : 0)).join())?.coefficient ?? number(1);
      const slope = composed(derivativeBy(form, k, degree), series, degree);
      // y ← y − (∂f/∂y)/(2 a): each round is right to one degree more.
      return added(own, scaled(slope, simplify(divide(number(-1), product(number(2), square))).expression), degree - 1);
    });
  }
  return localForm([...composed(form, series, degree).values()], degree);
}

/** The sign of a form wherever its coordinates are not all 0; undefined where it is 0 in places or that is not known. */
function signOfForm(terms: readonly LocalTerm[], free: readonly number[], degree: number, known: readonly Expression[]): 1 | -1 | "both" | undefined {
  if (degree % 2 === 1) return terms.some(({ coefficient }) => signOf(coefficient, known) !== undefined) ? "both" : undefined;
  const signs = terms.map(({ coefficient }) => signOf(coefficient, known));
  const pure = free.map((k) => terms.findIndex(({ exponents }) => exponents[k] === degree)).map((at) => (at < 0 ? 0 : signs[at]));
  if (pure.includes(1) && pure.includes(-1)) return "both";
  const [one, other, ...more] = free;
  if (one !== undefined && other === undefined) return signs[0] === 1 ? 1 : signs[0] === -1 ? -1 : undefined;
  const even = terms.every(({ exponents }) => exponents.every((exponent) => exponent % 2 === 0));
  if (even && pure.every((sign) => sign === 1) && signs.every((sign) => sign === 1)) return 1;
  if (even && pure.every((sign) => sign === -1) && signs.every((sign) => sign === -1)) return -1;
  return one !== undefined && other !== undefined && more.length === 0 ? signOfBinaryForm(terms, [one, other]) : undefined;
}

/** A form in two coordinates by the real zeros of it at (1, t): none, or some of odd multiplicity where it changes its sign. */
function signOfBinaryForm(terms: readonly LocalTerm[], [a, b]: readonly [number, number]): 1 | -1 | "both" | undefined {
  if (terms.some(({ coefficient }) => coefficient.kind !== "number")) return undefined;
  const along = sum(...terms.map(({ exponents, coefficient }) => product(coefficient, power(name("t"), number(exponents[b] ?? 0)))));
  const highest = Math.max(...terms.map(({ exponents }) => (exponents[a] ?? 0) + (exponents[b] ?? 0)));
  const p = integerPolynomial(along, "t");
  if (!p) return undefined;
  // A zero at infinity is a missing pure power of the second coordinate.
  const atInfinity = highest - (p.length - 1);
  const crossings = squarefreeFactors(p).filter(({ multiplicity, factor }) => multiplicity % 2 === 1 && isolateRealRoots(factor).length > 0);
  if (crossings.length > 0 || atInfinity % 2 === 1) return "both";
  const touches = squarefreeFactors(p).some(({ factor }) => factor.length > 1 && isolateRealRoots(factor).length > 0);
  if (touches || atInfinity > 0) return undefined;
  const value = sum(...terms.filter(({ exponents }) => exponents[b] === 0).map(({ coefficient }) => coefficient));
  const sign = constantSign(value);
  return sign === 1 || sign === -1 ? sign : undefined;
}

function written(terms: readonly LocalTerm[], variables: readonly string[]): Expression {
  return sum(
    ...terms.map(({ exponents, coefficient }) => product(coefficient, ...exponents.map((exponent, k) => power(name(variables[k] ?? ""), number(exponent))))),
  );
}
