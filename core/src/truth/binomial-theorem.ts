import { divide, name, ONE, power, product, sum, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Expression, equal, factorsOf, freeNames, type IteratedNode } from "../expression/expression.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import { decide } from "./sign.ts";
import { simplify } from "./simplify.ts";
import { equalityTest } from "./zero-test.ts";

/** Sums of binomial coefficients times powers in closed form, wherever they stand. */
export function withBinomialSums(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withBinomialSums(child, known));
  return (inner.kind === "iterated" && binomialSum(inner, known)) || inner;
}

/**
 * The sum of binomial(n, k) c r^k from k = 0 to n as c (1 + r)^n (the binomial theorem; R. Graham, D. Knuth and O. Patashnik, Concrete
 * Mathematics, 5.12). Undefined for a sum that is none.
 */
function binomialSum(series: IteratedNode, known: readonly Expression[]): Expression | undefined {
  const { operator, variable, lower, upper, body } = series;
  if (operator !== "sum" || !lower || !upper || !equal(lower, ZERO)) return undefined;
  const coefficient = factorsOf(body).find((factor) => isChosen(factor, upper, variable));
  if (!coefficient) return undefined;
  const rest = product(...factorsOf(body).filter((factor) => factor !== coefficient));
  const index = name(variable, "integer");
  const at = (value: Expression): Expression => substitute(rest, new Map([[variable, value]]));
  const ratio = simplify(divide(at(ONE), at(ZERO))).expression;
  if (!realDomain(ratio).every((condition) => decide(condition, known) === true)) return undefined;
  if (freeNames(ratio).has(variable) || equalityTest(at(sum(index, ONE)), product(ratio, at(index)), known).kind !== "zero") return undefined;
  return product(at(ZERO), power(sum(ONE, ratio), upper));
}

const isChosen = (factor: Expression, n: Expression, variable: string): boolean =>
  factor.kind === "call" &&
  factor.name === "binomial" &&
  equal(factor.args[0] ?? ZERO, n) &&
  factor.args[1]?.kind === "name" &&
  factor.args[1].name === variable;
