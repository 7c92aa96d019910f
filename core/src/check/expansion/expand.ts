import type { PathTo } from "../../calculus/place.ts";
import {
  call,
  divide,
  E,
  isNumber,
  MINUS_ONE,
  name,
  negate,
  number,
  PI,
  power,
  product,
  relation,
  subtract,
  sum,
  TWO,
  ZERO,
} from "../../expression/construct.ts";
import { type CallNode, contains, distinct, type Expression, equal, findAll } from "../../expression/expression.ts";
import { CIRCULAR } from "../../expression/functions/kinds.ts";
import { isDefiniteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import { isWhole } from "../../expression/whole.ts";
import { text } from "../../notation/text.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import { BOUNDED, constantPower, exponential, logarithm, oddRoot, quotient } from "./elementary.ts";
import { type Arithmetic, type Expansion, NotExpanded } from "./expansion.ts";
import { FUNCTIONS } from "./functions.ts";
import { integralExpansion } from "./integral.ts";
import { GROWING, UNIT } from "./monomial.ts";

/** What is known on the way on which a place is approached. */
export interface Way {
  readonly variable: string;
  /** Whether only whole numbers are taken. */
  readonly whole: boolean;
  readonly along?: PathTo & { readonly kind: "angle" | "fraction" };
  /** Letters for what stays between bounds wherever it goes: a sine, the part of a number behind its point. Everything holds uniformly in them. */
  readonly bounded: readonly Bounded[];
}

/** A part that stays between bounds, and the letter for it. */
export interface Bounded {
  readonly part: CallNode;
  readonly letter: Expression;
}

const MARK = "\u0005";
const nameFor = (k: number): Expression => name(`${MARK}${k}`);

/** Whether a name stands for a part that stays between bounds. */
export const isForBounded = (letter: string): boolean => letter.startsWith(MARK);

/** The parts of a function that stay between bounds, each with a letter, and what is known of the letters. */
export function boundedParts(e: Expression, variable: string): { readonly bounded: readonly Bounded[]; readonly facts: readonly Expression[] } {
  const isCall = (part: Expression): part is CallNode => part.kind === "call";
  const isBounded = (part: Expression): boolean => isCall(part) && ["sin", "cos", "floor"].includes(part.name) && contains(part, variable);
  const parts = distinct(findAll(e, isBounded)).filter(isCall);
  const bounded = parts.map((part, k): Bounded => ({ part, letter: nameFor(k) }));
  const facts = bounded.flatMap(({ part, letter }) => [relation(letter, ">=", part.name === "floor" ? ZERO : MINUS_ONE), relation(letter, "<=", number(1))]);
  return { bounded, facts };
}

/**
 * The expansion of a function as the variable grows beyond all bounds, part by part.
 * @throws NotExpanded where a part has none that is known.
 */
export function expansionOf(e: Expression, way: Way, calculus: Arithmetic): Expansion {
  const own = (part: Expression): Expansion => expansionOf(part, way, calculus);
  if (!contains(e, way.variable)) return calculus.constant(simplify(e).expression);
  switch (e.kind) {
    case "name":
      return calculus.term(number(1), GROWING);
    case "sum":
      return calculus.add(...e.terms.map(own));
    case "product":
      return withOnePower(e.factors)
        .map(own)
        .reduce((all, factor) => calculus.multiply(all, factor));
    case "power":
      return powerOf(e.base, e.exponent, way, calculus);
    case "call":
      return callOf(e, way, calculus);
    case "cases": {
      const branch = e.branches.find(({ condition }) => holdsFinally(condition, way, calculus));
      const value = branch?.value ?? e.otherwise;
      if (!value) throw new NotExpanded("none of the cases holds there");
      return own(value);
    }
    case "iterated":
      if (isDefiniteIntegral(e)) return integralExpansion(e, way.variable, own, calculus);
      throw new NotExpanded(`${text(e)} is not expanded`);
    case "number":
    case "constant":
    case "derivative":
    case "relation":
    case "logic":
    case "tuple":
      throw new NotExpanded(`${text(e)} is not expanded`);
  }
}

/** Powers of e as one: what grows in their exponents may cancel. */
function withOnePower(factors: readonly Expression[]): readonly Expression[] {
  const exponents = factors.flatMap((factor) => (factor.kind === "power" && equal(factor.base, E) ? [factor.exponent] : []));
  if (exponents.length < 2) return factors;
  return [power(E, sum(...exponents)), ...factors.filter((factor) => !(factor.kind === "power" && equal(factor.base, E)))];
}

function powerOf(base: Expression, exponent: Expression, way: Way, calculus: Arithmetic): Expansion {
  if (equal(base, E)) return exponential(expansionOf(exponent, way, calculus), calculus);
  if (!contains(exponent, way.variable)) return constantPower(expansionOf(base, way, calculus), exponent, calculus);
  const up = expansionOf(exponent, way, calculus);
  const raised = (size: Expression): Expansion => exponential(calculus.multiply(up, logarithm(expansionOf(size, way, calculus), calculus)), calculus);
  const sign = contains(base, way.variable) ? 1 : calculus.sign(base);
  if (sign === 1) return raised(base);
  if (sign === 0 && calculus.finally(up) === 1) return calculus.constant(ZERO);
  // (−b)^n: the sign is that of the parity of n.
  const size = raised(negate(base));
  const parity = way.whole ? remainder(up, TWO, calculus) : undefined;
  if (parity) return isNumber(parity, 0) ? size : calculus.negative(size);
  const atWholes = substitute(exponent, new Map([[way.variable, name(way.variable, "integer")]]));
  if (!way.whole || !isWhole(atWholes)) throw new NotExpanded("a power of a negative number");
  return calculus.multiply(size, BOUNDED);
}

/** r, where a function of whole numbers n is exactly k n + r with a k that is a whole multiple of a period, and r less than a period. */
function remainder({ terms, rest }: Expansion, period: Expression, calculus: Arithmetic): Expression | undefined {
  const [first, second, ...others] = terms;
  if (rest || others.length > 0 || !first || calculus.compare(first.monomial, GROWING) !== 0) return undefined;
  if (second && calculus.compare(second.monomial, UNIT) !== 0) return undefined;
  const turns = simplify(divide(first.coefficient, period)).expression;
  if (turns.kind !== "number" || turns.value.den !== 1) return undefined;
  const left = second?.coefficient ?? ZERO;
  const whole = simplify(call("floor", divide(left, period))).expression;
  return whole.kind === "number" ? simplify(subtract(left, product(whole, period))).expression : undefined;
}

function callOf({ name: called, args }: CallNode, way: Way, calculus: Arithmetic): Expansion {
  const [u = ZERO, v] = args;
  const known = along(called, u, way);
  if (known) return expansionOf(known, way, calculus);
  if (called === "max" || called === "min") {
    const sign = called === "max" ? -1 : 1;
    return args.map((arg) => expansionOf(arg, way, calculus)).reduce((a, b) => (calculus.finally(calculus.add(a, calculus.negative(b))) === sign ? b : a));
  }
  if (v !== undefined) {
    const [first, second] = [expansionOf(u, way, calculus), expansionOf(v, way, calculus)];
    if (called === "log") return quotient(logarithm(second, calculus), logarithm(first, calculus), calculus);
    if (called === "root" && !contains(u, way.variable)) return oddRoot(u, second, calculus);
    throw new NotExpanded(`${called} is not expanded`);
  }
  const inside = expansionOf(u, way, calculus);
  if (called === "sin" || called === "cos") {
    const turned = way.whole ? turnedBack(called, inside, calculus) : undefined;
    if (turned) return turned;
  }
  const letter = way.bounded.find(({ part }) => part.name === called && equal(part.args[0] ?? ZERO, u))?.letter;
  const between = letter ? calculus.term(letter, UNIT) : BOUNDED;
  const expanding = FUNCTIONS[called];
  if (!expanding) throw new NotExpanded(`${called} is not expanded`);
  return expanding(inside, calculus, between);
}

/** A sine or cosine at whole numbers, without whole turns; without half turns the sign is not known, and it matters where it is not 0. */
function turnedBack(called: string, angle: Expansion, calculus: Arithmetic): Expansion | undefined {
  for (const turns of [2, 1]) {
    const left = remainder(angle, product(number(turns), PI), calculus);
    if (!left) continue;
    const value = calculus.constant(simplify(call(called, left)).expression);
    return turns === 2 ? value : calculus.multiply(value, BOUNDED);
  }
  return undefined;
}

/** What a circular or a rounded part is on the way, where its angle or the part behind its point is known there. */
function along(called: string, u: Expression, { variable, along: known }: Way): Expression | undefined {
  if (!known) return undefined;
  if (known.kind === "fraction") return called === "floor" && zeroTest(subtract(u, known.of)).kind === "zero" ? subtract(u, known.value) : undefined;
  const shift = simplify(subtract(u, known.of)).expression;
  return CIRCULAR.has(called) && !contains(shift, variable) ? simplify(call(called, sum(known.value, shift))).expression : undefined;
}

/** Whether a statement holds from some place on. @throws NotExpanded where that is not known. */
export function holdsFinally(statement: Expression, way: Way, calculus: Arithmetic): boolean {
  if (statement.kind === "logic") {
    const holds = (item: Expression): boolean => holdsFinally(item, way, calculus);
    return statement.operator === "or" ? statement.items.some(holds) : statement.items.every(holds);
  }
  if (statement.kind !== "relation") throw new NotExpanded("a condition is not followed");
  if (!contains(statement, way.variable)) {
    const holds = decide(statement, calculus.assumptions);
    if (holds === undefined) throw new NotExpanded("a condition on the letters is not decided");
    return holds;
  }
  return statement.comparisons.every((comparison, k) => {
    const [left = ZERO, right = ZERO] = [statement.operands[k], statement.operands[k + 1]];
    const sign = calculus.finally(expansionOf(subtract(left, right), way, calculus));
    return { "=": sign === 0, "!=": sign !== 0, "<": sign < 0, "<=": sign <= 0, ">": sign > 0, ">=": sign >= 0 }[comparison];
  });
}
