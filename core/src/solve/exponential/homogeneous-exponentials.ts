import { step } from "../../derivation/step.ts";
import { call, equation, nameIn, number, power, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, factorsOf, freeNames, termsOf } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { rationalRatio } from "../../truth/index.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import type { Solved, Task } from "../solution.ts";

/** c · base^x with a positive rational base. */
interface ExponentialTerm {
  readonly scale: Expression;
  readonly base: rational.Rational;
}

/**
 * Exponentials of several bases, such as 4^x + 6^x = 2 · 9^x: divided by one of them, all are powers of one quotient of bases where their
 * logarithms are then commensurable.
 */
export function solveHomogeneousExponentials(task: Task, solve: Solve): Solved | undefined {
  const [left, right] = sidesOf(task.equation);
  if (task.domain !== "real" || !left || !right || freeNames(task.equation).size > 1) return undefined;
  const terms = termsOf(subtract(left, right)).map((term) => exponentialTerm(term, task.unknown));
  if (!terms.every((term) => term !== undefined) || terms.length < 3) return undefined;
  const divisor = [...terms].reverse().find((own) => !rational.isOne(own.base) && commensurable(terms.map(({ base }) => rational.divide(base, own.base))));
  if (!divisor || commensurable(terms.map(({ base }) => base))) return undefined;
  const x = nameIn(task.equation, task.unknown);
  const after = equation(sum(...terms.map(({ scale, base }) => product(scale, power(number(rational.divide(base, divisor.base)), x)))), ZERO);
  const own = within(task, after);
  const solved = own && solve(own);
  if (!solved) return undefined;
  const by = power(number(divisor.base), x);
  const claim = { kind: "equivalent", unknown: task.unknown, before: task.equation, after, factor: by } as const;
  return { ...solved, steps: [step("divide by an exponential", [by], claim), ...solved.steps] };
}

function exponentialTerm(term: Expression, unknown: string): ExponentialTerm | undefined {
  const scale: Expression[] = [];
  let base = rational.ONE;
  for (const factor of factorsOf(term)) {
    if (!contains(factor, unknown)) {
      scale.push(factor);
      continue;
    }
    if (factor.kind !== "power" || factor.base.kind !== "number" || factor.base.value.num <= 0) return undefined;
    const [start = ZERO, slope, ...more] = polynomialCoefficients(factor.exponent, unknown) ?? [];
    if (slope?.kind !== "number" || !rational.isInteger(slope.value) || typeof slope.value.num !== "number" || more.length > 0) return undefined;
    base = rational.multiply(base, rational.power(factor.base.value, slope.value.num));
    scale.push(power(factor.base, start));
  }
  return { scale: product(...scale), base };
}

/** Whether the logarithms of the numbers other than 1 are rational multiples of each other. */
function commensurable(bases: readonly rational.Rational[]): boolean {
  const logarithms = bases.filter((base) => !rational.isOne(base)).map((base) => call("ln", number(base)));
  const [first] = logarithms;
  return first !== undefined && logarithms.every((own) => equal(own, first) || rationalRatio(own, first) !== undefined);
}
