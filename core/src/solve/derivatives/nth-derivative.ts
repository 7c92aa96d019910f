import { differentiate } from "../../calculus/derivative.ts";
import { type Step, step } from "../../derivation/step.ts";
import {
  call,
  cases,
  divide,
  E,
  HALF,
  MINUS_ONE,
  name,
  negate,
  number,
  ONE,
  PI,
  power,
  product,
  relation,
  subtract,
  sum,
  ZERO,
} from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, termsOf } from "../../expression/expression.ts";
import { simplify } from "../../truth/index.ts";

/** The derivative of a whole order n that is a letter, from which n on it holds, with its proof by induction. */
export interface NthDerivative {
  readonly value: Expression;
  readonly next: Expression;
  readonly from: 0 | 1;
  readonly steps: readonly Step[];
}

/** A formula in n for the derivatives of a function; undefined where none is known. */
export function nthDerivative(e: Expression, variable: string, order: string): NthDerivative | undefined {
  const n = name(order, "integer");
  const formula = ofSum(e, variable);
  if (!formula) return undefined;
  const at = (value: Expression): Expression => simplify(formula(value)).expression;
  const [value, next, from] = [at(n), at(sum(n, ONE)), holdsFromZero(e, variable) ? 0 : 1] as const;
  const start = from === 0 ? e : simplify(differentiate(e, variable)).expression;
  return {
    value,
    next,
    from,
    steps: [
      step("induction starts", [order, String(from)], { kind: "equal", before: start, after: at(number(from)) }),
      step("induction goes on", [order], { kind: "derivative", of: value, variable, after: next }),
    ],
  };
}

/** The derivative of order n as a function of n. */
type Formula = (n: Expression) => Expression;

/** Constants and logarithms have their formula from the first derivative on. */
function holdsFromZero(e: Expression, variable: string): boolean {
  return termsOf(e).every((term) => contains(term, variable) && !factorsOf(term).some((factor) => factor.kind === "call" && factor.name === "ln"));
}

function ofSum(e: Expression, variable: string): Formula | undefined {
  const parts = termsOf(e).map((term) => ofProduct(term, variable));
  const known = parts.filter((part) => part !== undefined);
  return known.length === parts.length ? (n) => sum(...known.map((part) => part(n))) : undefined;
}

/** A constant times a function with a formula, or a power of the variable times one (G. W. Leibniz's rule). */
function ofProduct(e: Expression, variable: string): Formula | undefined {
  const constants = factorsOf(e).filter((factor) => !contains(factor, variable));
  const rest = factorsOf(e).filter((factor) => contains(factor, variable));
  const times = (formula: Formula | undefined): Formula | undefined => formula && ((n) => product(...constants, formula(n)));
  const [first, second, ...more] = rest;
  if (!first) return () => ZERO;
  if (!second) return times(ofFunction(first, variable));
  const degree = degreeOf(first, variable) ?? degreeOf(second, variable);
  const [polynomial, other] = degreeOf(first, variable) === undefined ? [second, first] : [first, second];
  const inner = more.length === 0 && isEntire(other) ? ofFunction(other, variable) : undefined;
  if (degree === undefined || !inner) return undefined;
  return times((n) =>
    sum(...Array.from({ length: degree + 1 }, (_, k) => product(binomial(n, k), differentiate(polynomial, variable, k), inner(subtract(n, number(k)))))),
  );
}

/** n (n − 1) … (n − k + 1)/k!. */
function binomial(n: Expression, k: number): Expression {
  return product(...Array.from({ length: k }, (_, j) => divide(subtract(n, number(j)), number(j + 1))));
}

const isEntire = (e: Expression): boolean => (e.kind === "power" && equal(e.base, E)) || (e.kind === "call" && (e.name === "sin" || e.name === "cos"));

function degreeOf(e: Expression, variable: string): number | undefined {
  if (e.kind === "name" && e.name === variable) return 1;
  return e.kind === "power" && e.base.kind === "name" && e.exponent.kind === "number" && e.exponent.value.den === 1 && e.exponent.value.num > 0
    ? Number(e.exponent.value.num)
    : undefined;
}

/** The functions of a linear function of the variable whose derivatives are known. */
function ofFunction(e: Expression, variable: string): Formula | undefined {
  const inner = e.kind === "call" ? e.args[0] : e.kind === "power" ? (contains(e.base, variable) ? e.base : e.exponent) : e;
  if (!inner || (e.kind === "call" && e.args.length > 1)) return undefined;
  const slope = simplify(differentiate(inner, variable)).expression;
  if (contains(slope, variable)) return undefined;
  const scaled =
    (value: Formula): Formula =>
    (n) =>
      product(power(slope, n), value(n));
  if (e.kind === "call") {
    if (e.name === "sin" || e.name === "cos") return scaled((n) => call(e.name, sum(inner, product(HALF, PI, n))));
    const before = (n: Expression): Expression => subtract(n, ONE);
    return e.name === "ln" ? scaled((n) => product(power(MINUS_ONE, before(n)), call("factorial", before(n)), power(inner, product(MINUS_ONE, n)))) : undefined;
  }
  if (e.kind !== "power") return ofPower(inner, slope, 1);
  if (!contains(e.base, variable)) return equal(e.base, E) ? scaled(() => e) : (n) => product(power(product(slope, call("ln", e.base)), n), e);
  return e.exponent.kind === "number" && e.exponent.value.den === 1 ? ofPower(inner, slope, Number(e.exponent.value.num)) : undefined;
}

/** u^m: m!/(m − n)! u^(m − n) as long as n ≤ m; of a reciprocal power (−1)^n (n − m − 1)!/(−m − 1)! u^(m − n). */
function ofPower(u: Expression, slope: Expression, m: number): Formula {
  const raised = (n: Expression): Expression => power(u, subtract(number(m), n));
  const factorial = (k: Expression): Expression => call("factorial", k);
  if (m < 0) return (n) => product(power(negate(slope), n), divide(factorial(sum(n, number(-m - 1))), factorial(number(-m - 1))), raised(n));
  const value: Formula = (n) => product(power(slope, n), divide(factorial(number(m)), factorial(subtract(number(m), n))), raised(n));
  return (n) => cases([{ value: value(n), condition: relation(n, "<=", number(m)) }], ZERO);
}
