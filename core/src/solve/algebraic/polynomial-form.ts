import { decimalLiteral, equation as equationOf, name, number, power, product, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
import { isNegated, opposite } from "../../expression/functions/arguments.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import * as syntax from "../../notation/syntax.ts";
import * as rational from "../../number/rational.ts";
import { polynomialAt, polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { zeroTest } from "../../truth/index.ts";
import { type Task, Unsolvable } from "../solution.ts";

/** An equation as a polynomial in its unknown: coefficients by rising powers, the last not 0. */
export interface PolynomialForm {
  readonly task: Task;
  readonly left: Expression;
  readonly right: Expression;
  /** The coefficients of both sides. */
  readonly sides: readonly [readonly Expression[], readonly Expression[]];
  readonly coefficients: readonly Expression[];
}

/** The polynomial form of left − right, or undefined where the equation is no polynomial in the unknown. */
export function polynomialForm(task: Task): PolynomialForm | undefined {
  const [left = ZERO, right = ZERO] = task.equation.operands;
  // What cancels between the sides only still stands below: the equation has no value where it is 0.
  const [ofLeft, ofRight] = [left, right].map((side) => polynomialCoefficients(side, task.unknown));
  if (!ofLeft || !ofRight) return undefined;
  const coefficients = polynomialCoefficients(subtract(left, right), task.unknown);
  if (!coefficients) return undefined;
  const trimmed = [...coefficients];
  for (let leading = trimmed.at(-1); leading && trimmed.length > 0; leading = trimmed.at(-1)) {
    const test = zeroTest(leading);
    if (test.kind === "nonzero") break;
    if (test.kind === "undecided") throw new Unsolvable(`it could not be decided whether the coefficient of the highest power of ${task.unknown} is 0`);
    trimmed.pop();
  }
  const leading = trimmed.at(-1);
  const flipped = leading !== undefined && isNegated(leading) && !equal(right, ZERO) && trimmed.length > 2;
  const signed = flipped ? trimmed.map(opposite) : trimmed;
  return { task, left, right, sides: [ofLeft, ofRight], coefficients: signed.map((coefficient) => asTyped(coefficient, task.equation)) };
}

/** Where the author typed decimals, coefficients are decimals again. */
function asTyped(coefficient: Expression, equation: Expression): Expression {
  if (coefficient.kind !== "number") return coefficient;
  const literals = findAll(equation, (part) => part.kind === "number" && part.typed !== undefined);
  const same = literals.find((part) => part.kind === "number" && rational.equal(rational.abs(part.value), rational.abs(coefficient.value)));
  if (same?.kind === "number") return number(coefficient.value, same.typed);
  return literals.length > 0 ? number(coefficient.value, decimalLiteral(coefficient.value)) : coefficient;
}

/** a_n x^n + … + a_0 from the coefficients. */
export const polynomialFrom = (coefficients: readonly Expression[], unknown: string): Expression => polynomialAt(coefficients, name(unknown));

/** polynomial = 0 */
export function zeroForm(form: PolynomialForm): Expression {
  return equationOf(polynomialFrom(form.coefficients, form.task.unknown), ZERO);
}

/** The polynomial as written by falling powers of the unknown, coefficients with letters before it: (a + b) x² − c x + d. */
export function writtenPolynomial(coefficients: readonly Expression[], unknown: string): Syntax {
  if (coefficients.every((coefficient) => freeNames(coefficient).size === 0)) return present(polynomialFrom(coefficients, unknown));
  const x = syntax.name(unknown);
  const terms = coefficients.flatMap((coefficient, k) => {
    if (equal(coefficient, ZERO)) return [];
    const negative = isNegated(coefficient) && !isMixed(coefficient);
    const size = negative ? opposite(coefficient) : coefficient;
    const factor: Syntax = k === 1 ? x : { kind: "power", base: x, exponent: syntax.number(k) };
    const unit = size.kind === "number" && rational.isOne(size.value);
    const isPart = factorsOf(size).some(isReciprocal) && !factorsOf(size).some(({ kind }) => kind === "sum");
    const whole = (): Syntax =>
      isPart ? present(product(size, power(name(unknown), number(k)))) : { kind: "times", dot: false, left: present(size), right: factor };
    const term: Syntax = k === 0 ? present(size) : unit ? factor : whole();
    return [{ negative, term }];
  });
  const [first, ...rest] = terms.reverse();
  if (!first) return syntax.number(0);
  const start: Syntax = first.negative ? { kind: "sign", sign: "-", operand: first.term } : first.term;
  return rest.reduce<Syntax>((left, { negative, term }) => ({ kind: "binary", operator: negative ? "-" : "+", left, right: term }), start);
}

/** Whether terms of both signs stand in a sum, so that it needs no minus sign before it. */
export const isMixed = (e: Expression): boolean => e.kind === "sum" && e.terms.some(isNegated) && !e.terms.every(isNegated);

/** polynomial = 0 as written by falling powers. */
export function writtenZeroForm(form: PolynomialForm): Syntax {
  return syntax.equality([writtenPolynomial(form.coefficients, form.task.unknown), syntax.number(0)]);
}
