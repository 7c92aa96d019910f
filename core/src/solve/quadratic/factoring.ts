import { divide, equation, logic, name, negate, number, numberValue, ONE, power, product, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { readable } from "../../rewrite/readable.ts";
import { rationalRoot } from "../../rewrite/roots/denest.ts";
import { perfectSquareRoot } from "../../truth/index.ts";
import { zeroForm } from "../algebraic/polynomial-form.ts";
import type { Solved } from "../solution.ts";
import { asFactor, difference, quotient } from "../values.ts";
import { Chain, linearRoot, type Quadratic, quadraticSet, solved, toZeroForm } from "./quadratic-form.ts";

/** Whole coefficients beyond this are not what a student factors by looking. */
const LARGEST_BY_EYE = 400;

/** The equation stands as a product that is 0: each factor gives one solution. */
export function zeroProduct(q: Quadratic): Solved | undefined {
  const { unknown } = q.form.task;
  if (!equal(q.form.right, ZERO) || q.form.left.kind !== "product") return undefined;
  const factors = q.form.left.factors.filter((factor) => contains(factor, unknown));
  if (factors.length !== 2 || factors.some((factor) => polynomialCoefficients(factor, unknown)?.length !== 2)) return undefined;
  const chain = new Chain(q.form);
  return finishProduct(q, chain, factors);
}

/** a x² + b x = 0: the unknown itself is a factor. */
export function commonFactor(q: Quadratic): Solved | undefined {
  if (!equal(q.c, ZERO)) return undefined;
  const { unknown } = q.form.task;
  const chain = new Chain(q.form);
  toZeroForm(chain, q.form);
  const x = name(unknown);
  const content = sharedContent(q.a, q.b);
  const inner = sum(product(quotient(q.a, content), x), quotient(q.b, content));
  const outer = product(content, x);
  chain.to(equation(product(outer, inner), ZERO), "take out a factor", [outer]);
  return finishProduct(q, chain, [x, inner]);
}

/** The greatest whole number in both coefficients, so that 6x² − 4x becomes 2x (3x − 2). */
function sharedContent(a: Expression, b: Expression): Expression {
  const [first, second] = [numberValue(a), numberValue(b)];
  if (!first || !second || first.den !== 1 || second.den !== 1) return ONE;
  const common = integer.gcd(first.num, second.num);
  return number(rational.rational(first.num < 0 ? integer.negate(common) : common));
}

/** Factors found from a discriminant that is a perfect square: over the whole numbers, or with letters. */
export function factoring(q: Quadratic): Solved | undefined {
  const factors = wholeFactors(q) ?? literalFactors(q);
  if (!factors) return undefined;
  const chain = new Chain(q.form);
  toZeroForm(chain, q.form);
  if (factors.scaled) {
    const { rule, said } = asFactor(factors.scaled.by);
    chain.to(factors.scaled.equation, rule, [said], {});
  }
  const [first, second] = factors.pair;
  const same = equal(first, second);
  chain.to(equation(same ? power(first, TWO) : product(first, second), ZERO), "factor", []);
  if (same) {
    const root = linearRoot(first, ZERO, q.form.task.unknown);
    chain.to(equation(first, ZERO), "the square is zero", []);
    chain.to(alternatives(q.form.task.unknown, [root]), "solve each", [q.form.task.unknown]);
    return solved(chain, quadraticSet(q, [root]));
  }
  return finishProduct(q, chain, [first, second]);
}

interface Factors {
  readonly pair: readonly [Expression, Expression];
  /** The equation with whole coefficients, where the given one has others. */
  readonly scaled?: { readonly equation: Expression; readonly by: Expression };
}

function wholeFactors(q: Quadratic): Factors | undefined {
  const values = [q.a, q.b, q.c].map(numberValue);
  const [a, b, c] = values;
  if (!a || !b || !c) return undefined;
  const den = [a, b, c].reduce<integer.Integer>((common, value) => integer.lcm(common, value.den), 1);
  const num = [a, b, c].reduce<integer.Integer>((common, value) => integer.gcd(common, rational.multiply(value, rational.rational(den)).num), 0);
  const unit = rational.rational(a.num < 0 ? integer.negate(den) : den, num === 0 ? 1 : num);
  const whole = [a, b, c].map((value) => rational.multiply(value, unit));
  const [wholeA, wholeB, wholeC] = whole;
  if (!wholeA || !wholeB || !wholeC || whole.some((value) => rational.compare(rational.abs(value), rational.rational(LARGEST_BY_EYE)) > 0)) return undefined;
  const discriminant = rational.subtract(rational.multiply(wholeB, wholeB), rational.multiply(rational.rational(4), rational.multiply(wholeA, wholeC)));
  const root = rationalRoot(discriminant);
  if (!root) return undefined;
  const twice = rational.multiply(rational.rational(2), wholeA);
  const roots = [rational.negate(root), root].map((side) => rational.divide(rational.subtract(side, wholeB), twice));
  const [first, second] = roots.map((value) => linearFactor(value, q.form.task.unknown));
  if (!first || !second) return undefined;
  const scaledForm = zeroForm({ ...q.form, coefficients: [number(wholeC), number(wholeB), number(wholeA)] });
  return rational.isOne(unit) ? { pair: [first, second] } : { pair: [first, second], scaled: { equation: scaledForm, by: number(unit) } };
}

/** q x − p for the root p/q. */
function linearFactor(root: Rational, unknown: string): Expression {
  return subtract(product(number(rational.rational(root.den)), name(unknown)), number(rational.rational(root.num)));
}

/** (x − r)(x − s) for coefficients with letters whose discriminant is a perfect square and whose roots are whole in the letters. */
function literalFactors(q: Quadratic): Factors | undefined {
  if (freeNames(sum(q.a, q.b, q.c)).size === 0 || !equal(q.a, ONE)) return undefined;
  const root = perfectSquareRoot(subtract(power(q.b, TWO), product(number(4), q.c)));
  if (!root) return undefined;
  const roots = [sum(negate(q.b), root), subtract(negate(q.b), root)].map((value) => readable(divide(value, TWO)));
  const [first, second] = roots.map((value) => difference(name(q.form.task.unknown), value));
  return first && second ? { pair: [first, second] } : undefined;
}

function finishProduct(q: Quadratic, chain: Chain, factors: readonly Expression[]): Solved {
  const { unknown } = q.form.task;
  const roots = factors.map((factor) => linearRoot(factor, ZERO, unknown));
  const [first, second] = roots;
  const distinct = first && second && equal(first, second) ? [first] : roots;
  chain.to(
    logic(
      "or",
      factors.map((factor) => equation(factor, ZERO)),
    ),
    "zero product",
    [],
    { conditions: q.conditions },
  );
  chain.to(alternatives(unknown, distinct), "solve each", [unknown]);
  return solved(chain, quadraticSet(q, distinct));
}
