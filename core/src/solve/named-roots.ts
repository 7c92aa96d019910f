import { type Step, step } from "../derivation/step.ts";
import { call, equation, logic, name, number, PI, power, product, sqrt, subtract, sum } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import * as dense from "../polynomial/univariate/dense.ts";
import { integerPolynomial, namedRoots } from "../rewrite/named-root.ts";
import { simplify } from "../rewrite/simplify.ts";
import type { Solve } from "./joining.ts";
import { solveByNaming } from "./naming.ts";
import { type PolynomialForm, polynomialFrom, zeroForm } from "./polynomial-form.ts";
import { Chain, toZeroForm } from "./quadratic/quadratic-form.ts";
import { type Solution, type Solved, solution } from "./solution.ts";
import { readable } from "./values.ts";

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

/** p(x + a), by synthetic division. */
function taylorShift(coefficients: readonly rational.Rational[], a: rational.Rational): readonly rational.Rational[] {
  const result = [...coefficients];
  for (let i = 0; i < result.length - 1; i += 1)
    for (let k = result.length - 2; k >= i; k -= 1) result[k] = rational.add(result[k] ?? rational.ZERO, rational.multiply(a, result[k + 1] ?? rational.ZERO));
  return result;
}

/**
 * A cubic with three real roots that does not factor (the casus irreducibilis) where the angle is a known one: with
 * x = 2 √(−p/3) cos a the equation is 4 cos³ a − 3 cos a = cos 3a = a number (F. Viète, 1591).
 */
export function solveByTripleAngle(form: PolynomialForm): Solved | undefined {
  const values = rationalCoefficients(form);
  if (!values || form.coefficients.length !== 4) return undefined;
  const [d = rational.ZERO, c = rational.ZERO, b = rational.ZERO, a = rational.ONE] = values;
  const shift = rational.divide(b, rational.multiply(rational.rational(3), a));
  const depressed = taylorShift(
    [d, c, b, a].map((value) => rational.divide(value, a)),
    rational.negate(shift),
  );
  const [q = rational.ZERO, p = rational.ZERO] = depressed;
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
  return finished(form, roots, "triple angle", "three different real numbers solve this equation of third degree");
}

function knownAngle(angle: Expression): boolean {
  return angle.kind === "product" && angle.factors.length === 2 && angle.factors[0]?.kind === "number" && angle.factors[1]?.kind === "constant";
}

function finished(form: PolynomialForm, roots: readonly Expression[], rule: "triple angle", reason: string): Solved {
  const { unknown, domain } = form.task;
  const chain = new Chain(form);
  toZeroForm(chain, form);
  chain.to(
    logic(
      "or",
      roots.map((root) => equation(name(unknown), root)),
    ),
    rule,
    [],
  );
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
    const after = logic(
      "or",
      wanted.map((root) => equation(name(unknown), root)),
    );
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
          ? `an equation of degree ${degree} has ${degree} complex roots, counted with multiplicity`
          : `Descartes’ rule with bisection proves that the polynomial has ${count}`,
      solutions: all(wanted),
      rejected: [],
      complexSolutions: domain === "real" && real.length === 0 ? all(complex) : [],
    },
  };
}
