import { type Step, step } from "../../derivation/step.ts";
import { call, equation, name, number, PI, power, product, sqrt, subtract, sum } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { type Line, say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import * as rational from "../../number/rational.ts";
import { taylorShift } from "../../polynomial/rational-dense.ts";
import * as dense from "../../polynomial/univariate/dense.ts";
import { readable } from "../../rewrite/readable.ts";
import { integerPolynomial, namedRoots } from "../../rewrite/roots/named-root.ts";
import { simplify } from "../../truth/index.ts";
import type { Solve } from "../cases/each-alternative.ts";
import { solveByNaming } from "../naming.ts";
import { Chain, toZeroForm } from "../quadratic/quadratic-form.ts";
import { type Solution, type Solved, solution } from "../solution.ts";
import { type PolynomialForm, polynomialFrom, zeroForm } from "./polynomial-form.ts";

/** Coefficients of a polynomial with rational coefficients, by rising powers. */
function rationalCoefficients(form: PolynomialForm): readonly rational.Rational[] | undefined {
  const values = form.coefficients.map((coefficient) => (coefficient.kind === "number" ? coefficient.value : undefined));
  return values.every((value) => value !== undefined) ? values : undefined;
}

/**
 * A shift by a_(n−1)/(n a_n) takes away the second highest power; where only one power and a constant are left, or only
 * even powers, the equation in the shifted unknown is easy.
 */
export function solveByShifting(form: PolynomialForm, solve: Solve): Solved | undefined {
  const values = rationalCoefficients(form);
  const degree = form.coefficients.length - 1;
  if (!values || degree < 3) return undefined;
  const shift = rational.divide(values[degree - 1] ?? rational.ZERO, rational.multiply(rational.rational(degree), values[degree] ?? rational.ONE));
  if (rational.isZero(shift)) return undefined;
  const shifted = taylorShift(values, rational.negate(shift));
  const left = shifted.flatMap((c, k) => (rational.isZero(c) || k === 0 ? [] : [k]));
  const pure = left.length === 1;
  const even = degree === 4 && left.every((k) => k % 2 === 0);
  if (!pure && !even) return undefined;
  const { unknown } = form.task;
  const chain = new Chain(form);
  toZeroForm(chain, form);
  const meaning = sum(name(unknown), number(shift));
  const reached = zeroForm(form);
  if (reached.kind !== "relation") return undefined;
  const part = {
    meaning,
    facts: () => [],
    equation: (letter: Expression) => equation(sum(...shifted.map((c, k) => product(number(c), power(letter, number(k))))), number(0)),
  };
  const solved = solveByNaming({ ...form.task, equation: reached }, part, solve);
  return solved && { ...solved, steps: [...chain.steps, ...solved.steps] };
}

/**
 * A cubic with three real roots that does not factor (the casus irreducibilis) where the angle is a known one: with
 * x = 2 √(−p/3) cos a the equation is 4 cos³ a − 3 cos a = cos 3a = a number (F. Viète, 1591).
 */
export function solveByTripleAngle(form: PolynomialForm): Solved | undefined {
  const depressed = depressedCubic(form);
  if (!depressed) return undefined;
  const { p, q, shift } = depressed;
  if (p.num >= 0) return undefined;
  const radius = sqrt(number(rational.divide(p, rational.rational(-3))));
  // cos 3a = 3q/(2p) · √(−3/p)
  const triple = simplify(
    product(number(rational.divide(rational.multiply(rational.rational(3), q), rational.multiply(rational.rational(2), p))), power(radius, number(-1))),
  ).expression;
  const angle = simplify(call("arccos", triple)).expression;
  if (angle.kind === "call" || !knownAngle(angle)) return undefined;
  const roots = [0, 1, 2].map((k) => {
    const third = simplify(product(number(rational.rational(1, 3)), subtract(angle, product(number(2 * k), PI)))).expression;
    return readable(subtract(product(number(2), radius, call("cos", third)), number(shift)));
  });
  return finished(form, roots, say`three different real numbers solve this equation of third degree`, (chain, after) => chain.to(after, "triple angle", []));
}

/** Radicals with more characters than this hide more than they show: the root is named instead. */
const SHORT_RADICALS = 48;

/**
 * A cubic with one real root that does not factor: with x = u + v and 3uv = −p, the cubes u³ and v³ are the solutions of a
 * quadratic (G. Cardano, Ars Magna, 1545). Only where the radicals are short.
 */
export function solveByCubeSum(form: PolynomialForm): Solved | undefined {
  if (form.task.domain !== "real") return undefined;
  const depressed = depressedCubic(form);
  if (!depressed) return undefined;
  const { p, q, shift } = depressed;
  const half = rational.divide(q, rational.rational(-2));
  const third = rational.divide(p, rational.rational(3));
  const square = rational.add(rational.multiply(half, half), rational.power(third, 3));
  if (p.num === 0 || square.num <= 0) return undefined;
  const root = sqrt(number(square));
  const cube = (sign: number): Expression => call("root", number(3), simplify(sum(number(half), product(number(sign), root))).expression);
  const value = readable(subtract(sum(cube(1), cube(-1)), number(shift)));
  if (text(value).length > SHORT_RADICALS) return undefined;
  const meaning = subtract(sum(name("u"), name("v")), number(shift));
  const resolvent = equation(sum(power(name("w"), number(2)), product(number(q), name("w")), number(rational.negate(rational.power(third, 3)))), number(0));
  return finished(form, [value], say`the discriminant is such that only one real number solves this equation of third degree`, (chain, after) =>
    chain.to(after, "cube sum", [form.task.unknown, meaning, number(rational.negate(third)), resolvent]),
  );
}

/** The cubic t³ + pt + q that a cubic becomes with x = t − shift. */
function depressedCubic(form: PolynomialForm): { readonly p: rational.Rational; readonly q: rational.Rational; readonly shift: rational.Rational } | undefined {
  const values = rationalCoefficients(form);
  if (!values || form.coefficients.length !== 4) return undefined;
  const [d = rational.ZERO, c = rational.ZERO, b = rational.ZERO, a = rational.ONE] = values;
  const shift = rational.divide(b, rational.multiply(rational.rational(3), a));
  const [q = rational.ZERO, p = rational.ZERO] = taylorShift(
    [d, c, b, a].map((value) => rational.divide(value, a)),
    rational.negate(shift),
  );
  return { p, q, shift };
}

function knownAngle(angle: Expression): boolean {
  return angle.kind === "product" && angle.factors.length === 2 && angle.factors[0]?.kind === "number" && angle.factors[1]?.kind === "constant";
}

/** The answer in one step from the zero form to the roots. */
function finished(form: PolynomialForm, roots: readonly Expression[], reason: Line, conclude: (chain: Chain, after: Expression) => void): Solved {
  const { unknown, domain } = form.task;
  const chain = new Chain(form);
  toZeroForm(chain, form);
  conclude(chain, alternatives(unknown, roots));
  const solutions = roots.map((root) => solution(unknown, root));
  return { steps: chain.steps, set: { variables: [unknown], domain, complete: true, reason, solutions, rejected: [], complexSolutions: [] } };
}

/** A polynomial with rational coefficients that does not factor: its roots are named by their number. */
export function solveByNamingRoots(form: PolynomialForm): Solved | undefined {
  const { unknown, domain } = form.task;
  const minimal = integerPolynomial(polynomialFrom(form.coefficients, unknown), unknown);
  if (!minimal) return undefined;
  const { real, complex } = namedRoots(minimal, unknown);
  const wanted = domain === "complex" ? [...real, ...complex] : real;
  const chain = new Chain(form);
  toZeroForm(chain, form);
  const degree = dense.degree(minimal);
  const count = domain === "complex" ? `${degree} complex roots` : real.length === 1 ? "one real root" : `${real.length} real roots`;
  const steps: Step[] = [...chain.steps];
  if (wanted.length > 0) {
    const after = alternatives(unknown, wanted);
    steps.push(step("name the roots", [count], { kind: "equivalent", unknown, before: zeroForm(form), after }));
  }
  const all = (roots: readonly Expression[]): readonly Solution[] => roots.map((root) => solution(unknown, root));
  return {
    steps,
    set: {
      variables: [unknown],
      domain,
      complete: true,
      reason:
        domain === "complex"
          ? say`an equation of degree ${degree} has ${degree} complex roots, counted with multiplicity`
          : say`Descartes’ rule with bisection proves that the polynomial has ${count}`,
      solutions: all(wanted),
      rejected: [],
      complexSolutions: domain === "real" && real.length === 0 ? all(complex) : [],
    },
  };
}
