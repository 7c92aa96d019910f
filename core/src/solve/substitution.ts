import { call, divide, E, equation, HALF, number, ONE, power, product, relation, splitCoefficient, subtract, sum, TWO, ZERO } from "../expression/construct.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { decide, rationalRatio } from "../truth/index.ts";
import type { Solve } from "./cases/each-alternative.ts";
import { type Part, replaced, solveByNaming } from "./naming.ts";
import type { Solved, Task } from "./solution.ts";

/**
 * An equation in which the unknown stands only in one exponential, one logarithm, one root or one function value (or in powers
 * of one such part): the part gets a name, and the equation in the name is solved first.
 */
export function solveBySubstitution(task: Task, solve: Solve): Solved | undefined {
  for (const find of [exponentialPart, logarithmPart, rootPart, rootOfUnknown, functionPart]) {
    const part = find(task.equation, task.unknown, task.assumptions);
    const solved = part && solveByNaming(task, part, solve);
    if (solved) return solved;
  }
  return undefined;
}

/** Powers with a base free of the unknown and an exponent a x + b, sinh and cosh among them, as powers of one exponential. */
export function exponentialPart(e: Expression, unknown: string): Part | undefined {
  const plain = withoutHyperbolic(e, unknown);
  const parts = findAll(plain, (part) => part.kind === "power" && contains(part.exponent, unknown) && !contains(part.base, unknown));
  const linear = parts.map((part) => {
    if (part.kind !== "power") return undefined;
    const coefficients = polynomialCoefficients(part.exponent, unknown);
    const [start = ZERO, slope] = coefficients ?? [];
    if (!slope || coefficients?.length !== 2) return undefined;
    // base^(slope x + start) = base^start · e^(slope ln(base) x)
    const rate = product(slope, equal(part.base, E) ? ONE : call("ln", part.base));
    return { part, base: part.base, slope, start, rate };
  });
  const [first] = linear;
  if (!first || !linear.every((one) => one !== undefined)) return undefined;
  const ratios = linear.map(({ rate }) => rationalRatio(rate, first.rate));
  if (!ratios.every((ratio) => ratio !== undefined)) return undefined;
  // The largest rate of which all are whole multiples, with the base that was written where possible.
  const unit = ratios.reduce(commonPart);
  const own = linear.find((_, k) => rational.equal(rational.abs(ratios[k] ?? rational.ONE), unit)) ?? first;
  const ownRatio = ratios[linear.indexOf(own)] ?? rational.ONE;
  const [base, slope] = plainBase(own.base, product(own.slope, number(rational.divide(unit, rational.abs(ownRatio)))));
  const positiveSlope = splitCoefficient(slope).coefficient.num < 0 ? product(number(-1), slope) : slope;
  const flip = positiveSlope === slope ? 1 : -1;
  const meaning = power(base, product(positiveSlope, nameOf(e, unknown)));
  const ownSign = rational.sign(ownRatio);
  const table = linear.map(({ part, base: b, start }, k) => {
    const exponent = rational.multiply(rational.divide(ratios[k] ?? rational.ONE, unit), rational.rational(flip * (ownSign < 0 ? -1 : 1)));
    return { part, start: power(b, start), exponent: exponent.num };
  });
  return {
    meaning,
    equation: (letter) =>
      replacedEquation(
        plain,
        table.map(({ part, start, exponent }) => ({ part, by: product(start, power(letter, number(rational.rational(exponent)))) })),
      ),
    facts: (letter) => [relation(letter, ">", ZERO)],
  };
}

/** 4^(x/2) is 2^x: a base that is a power of a whole number, with the exponent that makes the slope whole. */
function plainBase(base: Expression, slope: Expression): readonly [Expression, Expression] {
  const { coefficient } = splitCoefficient(slope);
  if (base.kind !== "number" || base.value.den !== 1 || coefficient.den === 1) return [base, slope];
  const root = integer.exactRoot(base.value.num, Number(coefficient.den));
  return root === undefined ? [base, slope] : [number(rational.rational(root)), product(slope, number(rational.rational(coefficient.den)))];
}

/** The largest rational of which both are whole multiples, positive. */
function commonPart(a: Rational, b: Rational): Rational {
  return rational.rational(
    integer.gcd(integer.abs(integer.multiply(a.num, b.den)), integer.abs(integer.multiply(b.num, a.den))),
    integer.multiply(a.den, b.den),
  );
}

function nameOf(e: Expression, unknown: string): Expression {
  return findAll(e, (part) => part.kind === "name" && part.name === unknown)[0] ?? ZERO;
}

/** sinh and the like by exponentials, where they hold the unknown. */
function withoutHyperbolic(e: Expression, unknown: string): Expression {
  const inner = mapChildren(e, (child) => withoutHyperbolic(child, unknown));
  const [x] = inner.kind === "call" ? inner.args : [];
  if (inner.kind !== "call" || !x || !contains(x, unknown)) return inner;
  const [up, down] = [power(E, x), power(E, product(number(-1), x))];
  switch (inner.name) {
    case "sinh":
      return divide(subtract(up, down), number(2));
    case "cosh":
      return divide(sum(up, down), number(2));
    case "tanh":
      return divide(subtract(up, down), sum(up, down));
    case "coth":
      return divide(sum(up, down), subtract(up, down));
    case "sech":
      return divide(number(2), sum(up, down));
    case "csch":
      return divide(number(2), subtract(up, down));
    default:
      return inner;
  }
}

function replacedEquation(e: Expression, table: readonly { readonly part: Expression; readonly by: Expression }[]): Expression {
  const made = replaced(e, table);
  if (made.kind !== "relation") return made;
  const [left = ZERO, right = ZERO] = made.operands;
  return equation(left, right);
}

/** Logarithms of the unknown to any bases, as multiples of one natural logarithm. */
function logarithmPart(e: Expression, unknown: string): Part | undefined {
  const isLogarithm = (part: Expression): boolean => part.kind === "call" && (part.name === "ln" || part.name === "log") && contains(part, unknown);
  const parts = findAll(e, isLogarithm).filter((part) => part.kind === "call");
  if (parts.length === 0) return undefined;
  const table: { readonly part: Expression; readonly by: (letter: Expression) => Expression }[] = [];
  const insides = parts.map((part) => part.args[part.args.length - 1] ?? ZERO);
  const [inside] = insides.map(rootOfPower);
  if (!inside) return undefined;
  for (const [k, part] of parts.entries()) {
    const base = part.name === "log" ? (part.args[0] ?? E) : E;
    const own = insides[k] ?? ZERO;
    const exponent = exponentOver(own, inside);
    if (contains(base, unknown) || !exponent) return undefined;
    const scale = equal(base, E) ? number(exponent) : divide(number(exponent), call("ln", base));
    table.push({ part, by: (letter) => product(scale, letter) });
  }
  // One base throughout keeps that base's logarithm.
  const [first] = parts;
  const bases = new Set(parts.map((part) => (part.name === "log" ? part.args[0] : E)));
  const sameBase = first && first.name === "log" && bases.size === 1;
  if (sameBase && first) {
    const meaning = call("log", first.args[0] ?? E, inside);
    const scaled = (letter: Expression) =>
      parts.map((part, k) => ({ part, by: product(number(exponentOver(insides[k] ?? ZERO, inside) ?? rational.ONE), letter) }));
    return { meaning, equation: (letter) => replacedEquation(e, scaled(letter)), facts: () => [] };
  }
  return {
    meaning: call("ln", inside),
    equation: (letter) =>
      replacedEquation(
        e,
        table.map(({ part, by }) => ({ part, by: by(letter) })),
      ),
    facts: () => [],
  };
}

/** x of x^n. */
function rootOfPower(e: Expression): Expression {
  return e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den === 1 && Number(e.exponent.value.num) % 2 !== 0 ? e.base : e;
}

/** The odd or fractional n with e = base^n. */
function exponentOver(e: Expression, base: Expression): Rational | undefined {
  if (equal(e, base)) return rational.ONE;
  return e.kind === "power" && equal(e.base, base) && e.exponent.kind === "number" && Number(e.exponent.value.num) % 2 !== 0 ? e.exponent.value : undefined;
}

/** Roots of one radicand: with u for the root of the common degree, the radicand is a power of u. */
function rootPart(e: Expression, unknown: string): Part | undefined {
  const parts = findAll(e, (part) => rootOf(part, unknown) !== undefined);
  const roots = parts.flatMap((part) => rootOf(part, unknown) ?? []);
  const [first] = roots;
  if (!first || roots.some(({ radicand }) => !equal(radicand, first.radicand))) return undefined;
  // Roots of one degree are better raised to it.
  if (roots.every(({ degree: own }) => own === first.degree)) return undefined;
  const degree = roots.reduce((common, root) => Number(integer.lcm(common, root.degree)), 1);
  const coefficients = polynomialCoefficients(first.radicand, unknown);
  const [start = ZERO, slope] = coefficients ?? [];
  if (degree > MOST_DEGREE || !slope || coefficients?.length !== 2 || freeNames(slope).size > 0) return undefined;
  const even = roots.some((root) => root.degree % 2 === 0);
  const meaning = even ? power(first.radicand, number(rational.rational(1, degree))) : call("root", number(degree), first.radicand);
  return {
    meaning,
    equation: (letter) => {
      const radicand = power(letter, number(degree));
      const table = parts.map((part, k) => ({ part, by: power(letter, number(degree / (roots[k]?.degree ?? 1))) }));
      const rest = replaced(e, table);
      // What is left of the unknown is written by the radicand.
      return replaced(rest, [
        { part: first.radicand, by: radicand },
        { part: nameOf(e, unknown), by: divide(subtract(radicand, start), slope) },
      ]);
    },
    facts: (letter) => (even ? [relation(letter, ">=", ZERO)] : []),
  };
}

const MOST_DEGREE = 12;

/**
 * Square roots of multiples of the unknown beside the unknown itself, with letters: with u for its root all are powers of u, and no square is
 * taken that has to be told apart again. Numbers are told apart by putting them back.
 */
function rootOfUnknown(e: Expression, unknown: string, known: readonly Expression[]): Part | undefined {
  const parts = findAll(e, (part) => rootOf(part, unknown) !== undefined);
  const factors = parts.map((part) => {
    const root = rootOf(part, unknown);
    const [start, slope, ...more] = (root?.degree === 2 && polynomialCoefficients(root.radicand, unknown)) || [];
    const isMultiple = start && slope && more.length === 0 && equal(start, ZERO) && decide(relation(slope, ">", ZERO), known) === true;
    return isMultiple ? power(slope, HALF) : undefined;
  });
  if (parts.length === 0 || !factors.every((factor) => factor !== undefined)) return undefined;
  const x = nameOf(e, unknown);
  const withRoots = (letter: Expression): Expression =>
    replaced(
      e,
      parts.map((part, k) => ({ part, by: product(factors[k] ?? ONE, letter) })),
    );
  // One root alone is squared at once.
  const rest = withRoots(ONE);
  const isPolynomial = rest.kind === "relation" && rest.operands.every((side) => polynomialCoefficients(side, unknown) !== undefined);
  if (!isPolynomial || freeNames(e).size < 2 || (!contains(rest, unknown) && parts.length === 1)) return undefined;
  return {
    meaning: power(x, HALF),
    equation: (letter) => replaced(withRoots(letter), [{ part: x, by: power(letter, TWO) }]),
    facts: (letter) => [relation(letter, ">=", ZERO)],
  };
}

function rootOf(part: Expression, unknown: string): { readonly radicand: Expression; readonly degree: number } | undefined {
  if (part.kind === "call" && part.name === "root" && part.args[0]?.kind === "number") {
    const [degree, radicand] = part.args;
    return radicand && contains(radicand, unknown) ? { radicand, degree: Number(degree.value.num) } : undefined;
  }
  if (part.kind !== "power" || part.exponent.kind !== "number" || part.exponent.value.num !== 1 || part.exponent.value.den === 1) return undefined;
  return contains(part.base, unknown) ? { radicand: part.base, degree: Number(part.exponent.value.den) } : undefined;
}

/** One function value that holds every occurrence of the unknown. */
function functionPart(e: Expression, unknown: string): Part | undefined {
  const isFunction = (part: Expression): boolean =>
    (part.kind === "call" || (part.kind === "power" && contains(part.exponent, unknown))) && contains(part, unknown);
  const [first] = findAll(e, isFunction);
  if (!first) return undefined;
  if (contains(replaced(e, [{ part: first, by: ONE }]), unknown)) return undefined;
  // A part that stands alone on a side has its value already.
  if (e.kind === "relation" && e.operands.some((side) => equal(side, first))) return undefined;
  return { meaning: first, equation: (letter) => replaced(e, [{ part: first, by: letter }]), facts: () => [] };
}
