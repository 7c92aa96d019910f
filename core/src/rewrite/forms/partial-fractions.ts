import { factoredExpression } from "../../canonical/factored.ts";
import { Kernels, normalForm, polynomialExpression, whereRational, withContentApart } from "../../canonical/normal-form.ts";
import type { Pieces, RuleName } from "../../derivation/rules/catalogue.ts";
import { type Step, step } from "../../derivation/step.ts";
import { chain, divide, equation, isNumber, logic, name as nameNode, number, power, product, relation, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import { equality } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { gcd } from "../../polynomial/gcd.ts";
import { solveSquare } from "../../polynomial/linear-system.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { leadingIn, pseudoRemainder } from "../../polynomial/resultant.ts";
import { simplify } from "../../truth/index.ts";
import { sideBySide } from "./side-by-side.ts";
import { type Rewriting, Way } from "./way.ts";

/** The letters of unknown numerators, those that the expression itself uses left out. */
const LETTERS = ["A", "B", "C", "D", "F", "G", "H", "J", "K", "L", "M", "N", "P", "Q", "R", "S", "T", "U", "V", "W"];

/** One term of the ansatz: x^power · letter / base^exponent. */
interface Unknown {
  readonly letter: string;
  readonly power: number;
  readonly base: Polynomial;
  readonly exponent: number;
}

/**
 * A rational function of one name as a polynomial and fractions over powers of the irreducible factors of its denominator,
 * over Q with the other names as letters: ansatz with unknown numerators and comparison of coefficients (Geddes, Czapor,
 * Labahn, 11.3). Undefined where e is no rational function of the name or has too many unknowns.
 */
export function partialFractionsWithSteps(e: Expression, name: string): Rewriting | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const index = kernels.index(nameNode(name));
    const { numerator, denominator } = normalForm(e, kernels);
    if (!isRational(numerator, denominator, index, kernels, name)) return undefined;
    const way = new Way(e);
    const inverse = (p: Polynomial): Expression => power(factoredExpression(p, kernels), number(-1));
    if (e.kind === "sum") way.to("common denominator", [polynomialExpression(denominator, kernels)], quotientExpression(numerator, denominator, kernels));
    if (poly.degreeIn(denominator, index) === 0) return way.end();
    const { quotient, remainder, scale } = divided(numerator, denominator, index);
    const whole = sum(...termwise(quotient, index, scale, kernels));
    const proper = (bottom: Expression): Expression =>
      product(polynomialExpression(remainder, kernels), power(polynomialExpression(scale, kernels), number(-1)), bottom);
    if (!poly.isZero(quotient)) way.to("divide polynomials", [], sum(whole, proper(power(polynomialExpression(denominator, kernels), number(-1)))));
    if (poly.isZero(remainder)) return way.end();
    way.to("factor the denominator", [], sum(whole, proper(inverse(denominator))));
    const { factors } = factor(denominator);
    const own = factors.filter((part) => poly.degreeIn(part.factor, index) > 0);
    const unknowns = ansatz(own, index, freeNames(e));
    if (!unknowns) return undefined;
    const solution = solveFor(unknowns, remainder, denominator, own, index);
    if (!solution) return undefined;
    const values = new Map(
      unknowns.map((unknown, k): [string, Expression] => [
        unknown.letter,
        factoredQuotient(solution.numerators[k] ?? poly.ZERO, poly.multiply(solution.denominator, scale), kernels),
      ]),
    );
    const parts = (value: (letter: string) => Expression): readonly Expression[] => fractions(unknowns, value, name, kernels);
    const withLetters = parts((letter) => nameNode(letter));
    const open = sum(whole, ...withLetters);
    const result = sum(whole, ...parts((letter) => values.get(letter) ?? ZERO));
    // One irreducible factor, once: there is nothing to take apart.
    const [only, ...more] = own;
    if (only?.multiplicity === 1 && more.length === 0) {
      way.to("simplify values", [], result);
      return way.end();
    }
    const said = [...values].map(([letter, value]) => equation(nameNode(letter), value));
    way.note(
      step(
        "ansatz with unknown numerators",
        [[...values.keys()].map((letter) => nameNode(letter))],
        { kind: "put in", before: equation(way.current, open), values, after: equation(way.current, result) },
        { written: equality([present(way.current), sideBySide([...(equal(whole, ZERO) ? [] : [whole]), ...withLetters])]) },
      ),
    );
    for (const one of coefficientSteps({ unknowns, values, remainder, denominator, scale, factors: own, index, kernels })) way.note(one);
    const letters = [...freeNames(polynomialExpression(solution.denominator, kernels))];
    const different = letters.length > 0 ? splitConditions(solution.denominator, kernels) : [];
    way.to("put in the coefficients", [said], result, { conditions: different });
    return way.end();
  }, undefined);
}

/** What the unknown numerators are found from. */
interface Ansatz {
  readonly unknowns: readonly Unknown[];
  readonly values: ReadonlyMap<string, Expression>;
  readonly remainder: Polynomial;
  readonly denominator: Polynomial;
  readonly scale: Polynomial;
  readonly factors: readonly { factor: Polynomial; multiplicity: number }[];
  readonly index: number;
  readonly kernels: Kernels;
}

/** The ansatz multiplied by the denominator, and the equations for the numerators: at the zeros of simple factors, else by powers of the variable. */
function coefficientSteps({ unknowns, values, remainder, denominator, scale, factors, index, kernels }: Ansatz): readonly Step[] {
  const own = factors.reduce((total, part) => poly.multiply(total, poly.power(part.factor, part.multiplicity)), poly.ONE);
  const constant = poly.divideExact(denominator, own);
  if (!constant || !poly.constantValue(constant) || !poly.constantValue(scale)) return [];
  const top = product(polynomialExpression(remainder, kernels), power(polynomialExpression(poly.multiply(constant, scale), kernels), number(-1)));
  const variable = kernels.kernel(index);
  const terms = unknowns.map(({ letter, base, exponent, power: degree }) => {
    const cofactor = poly.divideExact(own, poly.power(base, exponent)) ?? poly.ONE;
    return { letter, cofactor: poly.multiply(cofactor, poly.power(poly.variable(index), degree)) };
  });
  const withLetters = terms.map(({ letter, cofactor }) => product(nameNode(letter), factoredExpression(cofactor, kernels)));
  const multiplied = equation(top, sum(...withLetters));
  const stated = <Name extends RuleName>(before: Expression, rule: Name, pieces: Pieces<Name>): Step =>
    step(rule, pieces, { kind: "put in", before, values, after: substitute(before, values) }, { written: present(before) });
  const isSimple = factors.every(({ factor: part, multiplicity }) => multiplicity === 1 && poly.degreeIn(part, index) === 1);
  const zeros = isSimple ? factors.map(({ factor: part }) => zeroOf(part, index, kernels)) : [];
  const equations = isSimple
    ? zeros.map((zero) => simplifiedSides(substitute(multiplied, new Map([[nameOf(variable), zero]]))))
    : byPowers(top, terms, index, kernels);
  const places = zeros.map((zero) => equation(variable, zero));
  const first = { ...stated(multiplied, "multiply the ansatz", []), written: equality([present(top), sideBySide(withLetters)]) };
  if (unknowns.length === 1) return [first];
  const whole = logic("and", equations);
  return [first, isSimple ? stated(whole, "put in the zeros", [places]) : stated(whole, "compare coefficients of", [variable])];
}

const nameOf = (e: Expression): string => (e.kind === "name" ? e.name : "");

/** The zero of a linear polynomial. */
function zeroOf(part: Polynomial, index: number, kernels: Kernels): Expression {
  const [constant = poly.ZERO, slope = poly.ONE] = poly.coefficientsIn(part, index);
  return simplify(divide(polynomialExpression(poly.negate(constant), kernels), polynomialExpression(slope, kernels))).expression;
}

/** An equation with each side as short as it gets, what vanishes left out. */
function simplifiedSides(e: Expression): Expression {
  return e.kind === "relation"
    ? chain(
        e.operands.map((side) => simplify(side).expression),
        e.comparisons,
      )
    : e;
}

/** The equations between the coefficients of equal powers, the highest first. */
function byPowers(top: Expression, terms: readonly { letter: string; cofactor: Polynomial }[], index: number, kernels: Kernels): readonly Expression[] {
  const columns = terms.map(({ letter, cofactor }) => ({ letter, coefficients: poly.coefficientsIn(cofactor, index) }));
  const { numerator, denominator } = normalForm(top, kernels);
  const right = poly.coefficientsIn(numerator, index);
  const highest = Math.max(...columns.map(({ coefficients }) => coefficients.length));
  return Array.from({ length: highest }, (_, k) => highest - 1 - k).map((degree) => {
    const left = sum(...columns.map(({ letter, coefficients }) => product(polynomialExpression(coefficients[degree] ?? poly.ZERO, kernels), nameNode(letter))));
    const value = product(polynomialExpression(right[degree] ?? poly.ZERO, kernels), power(polynomialExpression(denominator, kernels), number(-1)));
    return equation(left, simplify(value).expression);
  });
}

function isRational(numerator: Polynomial, denominator: Polynomial, index: number, kernels: Kernels, name: string): boolean {
  const used = Array.from({ length: kernels.count }, (_, k) => k).filter((k) => poly.degreeIn(numerator, k) + poly.degreeIn(denominator, k) > 0);
  return used.every((k) => k === index || !freeNames(kernels.kernel(k)).has(name));
}

function quotientExpression(numerator: Polynomial, denominator: Polynomial, kernels: Kernels): Expression {
  const below = polynomialExpression(denominator, kernels);
  const above = polynomialExpression(numerator, kernels);
  return isNumber(below, 1) ? above : product(above, power(below, number(-1)));
}

/** scale · numerator = quotient · denominator + remainder, the scale free of the variable. */
function divided(numerator: Polynomial, denominator: Polynomial, index: number): { quotient: Polynomial; remainder: Polynomial; scale: Polynomial } {
  const excess = poly.degreeIn(numerator, index) - poly.degreeIn(denominator, index) + 1;
  if (excess <= 0) return { quotient: poly.ZERO, remainder: numerator, scale: poly.ONE };
  const scale = poly.power(leadingIn(denominator, index), excess);
  const remainder = pseudoRemainder(numerator, denominator, index);
  const quotient = poly.divideExact(poly.subtract(poly.multiply(scale, numerator), remainder), denominator) ?? poly.ZERO;
  return { quotient, remainder, scale };
}

/** The terms of the quotient by powers of the variable, each in lowest terms. */
function termwise(quotient: Polynomial, index: number, scale: Polynomial, kernels: Kernels): readonly Expression[] {
  return poly
    .coefficientsIn(quotient, index)
    .map((coefficient, k) =>
      product(simplify(quotientExpression(coefficient, scale, kernels)).expression, k === 0 ? number(1) : power(kernels.kernel(index), number(k))),
    );
}

function ansatz(factors: readonly { factor: Polynomial; multiplicity: number }[], index: number, used: ReadonlySet<string>): readonly Unknown[] | undefined {
  const letters = LETTERS.filter((letter) => !used.has(letter));
  const unknowns: Omit<Unknown, "letter">[] = [];
  for (const { factor: base, multiplicity } of factors) {
    for (let exponent = 1; exponent <= multiplicity; exponent += 1) {
      for (let at = poly.degreeIn(base, index) - 1; at >= 0; at -= 1) unknowns.push({ power: at, base, exponent });
    }
  }
  return unknowns.length > letters.length ? undefined : unknowns.map((unknown, k) => ({ ...unknown, letter: letters[k] ?? "A" }));
}

/** remainder / denominator = Σ letter x^power / base^exponent, multiplied by the denominator and compared by powers of x. */
function solveFor(
  unknowns: readonly Unknown[],
  remainder: Polynomial,
  denominator: Polynomial,
  factors: readonly { factor: Polynomial; multiplicity: number }[],
  index: number,
) {
  // The part of the denominator that is free of the variable goes to the right side once.
  const own = factors.reduce((total, part) => poly.multiply(total, poly.power(part.factor, part.multiplicity)), poly.ONE);
  const constant = poly.divideExact(denominator, own) ?? poly.ONE;
  const columns = unknowns.map((unknown) => {
    const cofactor = poly.divideExact(own, poly.power(unknown.base, unknown.exponent)) ?? poly.ONE;
    return poly.coefficientsIn(poly.multiply(poly.multiply(cofactor, constant), poly.power(poly.variable(index), unknown.power)), index);
  });
  const right = poly.coefficientsIn(remainder, index);
  return solveSquare(unknowns.map((_, row) => [...columns.map((column) => column[row] ?? poly.ZERO), right[row] ?? poly.ZERO]));
}

/** A quotient of polynomials in lowest terms, both factored. */
function factoredQuotient(top: Polynomial, bottom: Polynomial, kernels: Kernels): Expression {
  const common = gcd(top, bottom);
  const [above, below] = [top, bottom].map((part) => poly.divideExact(part, common) ?? part);
  return divide(factoredExpression(above ?? top, kernels), factoredExpression(below ?? bottom, kernels));
}

/** The fractions, those over the same power of a factor joined. */
function fractions(unknowns: readonly Unknown[], value: (letter: string) => Expression, name: string, kernels: Kernels): readonly Expression[] {
  const groups = new Map<string, { base: Polynomial; exponent: number; terms: Expression[] }>();
  for (const unknown of unknowns) {
    const key = `${text(polynomialExpression(unknown.base, kernels))} ${unknown.exponent}`;
    const group = groups.get(key) ?? { base: unknown.base, exponent: unknown.exponent, terms: [] };
    groups.set(key, group);
    group.terms.push(product(value(unknown.letter), power(nameNode(name), number(unknown.power))));
  }
  return [...groups.values()].flatMap(({ base, exponent, terms }) => {
    const numerator = sum(...terms.filter((term) => !equal(term, ZERO)));
    if (equal(numerator, ZERO)) return [];
    return product(withContentApart(numerator), power(polynomialExpression(base, kernels), number(-exponent)));
  });
}

/** The letters must keep the factors apart: the determinant of the system is not 0. */
function splitConditions(determinant: Polynomial, kernels: Kernels): readonly Expression[] {
  return factor(determinant)
    .factors.filter((part) => freeNames(polynomialExpression(part.factor, kernels)).size > 0)
    .map((part) => relation(polynomialExpression(part.factor, kernels), "!=", ZERO));
}
