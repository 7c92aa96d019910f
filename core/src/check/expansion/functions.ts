import { call, HALF, number, ONE, PI, product, relation, subtract, TWO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import { arcsine, arctangent, BOUNDED, circular, constantPower, exponential, logarithm, quotient, reciprocal, root } from "./elementary.ts";
import { type Arithmetic, type Expansion, NotExpanded } from "./expansion.ts";
import { UNIT } from "./monomial.ts";

/** How a function of the table is expanded; `between` stands for its bounded part where its argument grows. */
export type Expanding = (u: Expansion, calculus: Arithmetic, between?: Expansion) => Expansion;

const QUARTER = product(HALF, PI);
const sine: Expanding = (u, calculus, between) => circular("sin", u, calculus, between);
const cosine: Expanding = (u, calculus, between) => circular("cos", u, calculus, between);
const over =
  (above: Expanding, below: Expanding): Expanding =>
  (u, calculus) =>
    quotient(above(u, calculus), below(u, calculus), calculus);
const under =
  (inside: Expanding): Expanding =>
  (u, calculus) =>
    reciprocal(inside(u, calculus), calculus);

/** (e^u ± e^−u)/2. */
const half =
  (sign: 1 | -1): Expanding =>
  (u, calculus) => {
    const [up, down] = [exponential(u, calculus), exponential(calculus.negative(u), calculus)];
    return calculus.times(calculus.add(up, sign === 1 ? down : calculus.negative(down)), HALF);
  };
const [hyperbolicSine, hyperbolicCosine] = [half(-1), half(1)];

/** ln(u + √(u² + s)) for a u that is not negative. */
const area =
  (s: 1 | -1): Expanding =>
  (u, calculus) =>
    logarithm(calculus.add(u, root(calculus.add(calculus.multiply(u, u), calculus.constant(number(s))), calculus)), calculus);

/** An odd function by its values for what is positive. */
const odd =
  (positive: Expanding): Expanding =>
  (u, calculus) =>
    u.terms.length > 0 && calculus.finally(u) === -1 ? calculus.negative(positive(calculus.negative(u), calculus)) : positive(u, calculus);

const complement =
  (inside: Expanding): Expanding =>
  (u, calculus) =>
    calculus.add(calculus.constant(QUARTER), calculus.negative(inside(u, calculus)));

/** What is known to be no whole number is rounded to the same all around. */
const isBetweenJumps = (at: Expression, constant: Expression, calculus: Arithmetic): boolean =>
  decide(relation(at, "!=", constant), calculus.assumptions) === true;

const ceiling: Expanding = (u, calculus) => {
  const { constant } = calculus.parts(u);
  const at = simplify(call("ceil", constant)).expression;
  return isBetweenJumps(at, constant, calculus) ? calculus.constant(at) : calculus.negative(floor(calculus.negative(u), calculus));
};

/** ⌊u⌋: u less what stays between 0 and 1, where u grows; else the number it settles at. */
const floor: Expanding = (u, calculus, between = BOUNDED) => {
  const isRough = u.rest !== undefined && calculus.compare(u.rest, UNIT) >= 0;
  if (isRough || calculus.parts(u).infinite.length > 0) return calculus.add(u, calculus.negative(between));
  const { constant, small } = calculus.parts(u);
  const at = simplify(call("floor", constant)).expression;
  if (isBetweenJumps(at, constant, calculus)) return calculus.constant(at);
  if (at.kind !== "number") throw new NotExpanded("a rounded number is not known", at);
  const { kind } = zeroTest(subtract(constant, at));
  if (kind === "undecided") throw new NotExpanded("it is not known whether a number is whole");
  const isWhole = kind === "zero";
  const below = isWhole && calculus.finally(small) === -1;
  return calculus.constant(below ? subtract(at, ONE) : at);
};

/** Stirling's series for u! with its remainder (NIST Digital Library of Mathematical Functions, 5.11.1). */
const factorial: Expanding = (u, calculus) => {
  const { infinite } = calculus.parts(u);
  if (infinite.length === 0 || calculus.finally(u) !== 1) throw new NotExpanded("a factorial of what does not grow");
  const ln = logarithm(u, calculus);
  const parts = [
    calculus.multiply(u, ln),
    calculus.negative(u),
    calculus.times(ln, HALF),
    calculus.constant(product(HALF, call("ln", product(TWO, PI)))),
    ...STIRLING.map(([above, below], k) => calculus.times(constantPower(u, number(-2 * k - 1), calculus), number({ num: above, den: below }))),
    { terms: [], rest: constantPower(u, number(-2 * STIRLING.length - 1), calculus).terms[0]?.monomial },
  ];
  return exponential(calculus.add(...parts), calculus);
};
const STIRLING = [
  [1, 12],
  [-1, 360],
  [1, 1260],
] as const;

/** The functions of one argument that are expanded. */
export const FUNCTIONS: Readonly<Record<string, Expanding>> = {
  exp: exponential,
  ln: logarithm,
  sin: sine,
  cos: cosine,
  tan: over(sine, cosine),
  cot: over(cosine, sine),
  sec: under(cosine),
  csc: under(sine),
  sinh: hyperbolicSine,
  cosh: hyperbolicCosine,
  tanh: over(hyperbolicSine, hyperbolicCosine),
  coth: over(hyperbolicCosine, hyperbolicSine),
  sech: under(hyperbolicCosine),
  csch: under(hyperbolicSine),
  arctan: arctangent,
  arccot: complement(arctangent),
  arcsin: arcsine,
  arccos: complement(arcsine),
  arcsec: (u, calculus) => complement(arcsine)(reciprocal(u, calculus), calculus),
  arccsc: (u, calculus) => arcsine(reciprocal(u, calculus), calculus),
  arsinh: odd(area(1)),
  arcosh: area(-1),
  artanh: (u, calculus) => {
    const one = calculus.constant(ONE);
    return calculus.times(logarithm(quotient(calculus.add(one, u), calculus.add(one, calculus.negative(u)), calculus), calculus), HALF);
  },
  abs: (u, calculus) => (u.terms.length === 0 ? u : calculus.finally(u) === -1 ? calculus.negative(u) : u),
  sgn: (u, calculus) => calculus.constant(number(calculus.finally(u))),
  floor,
  ceil: ceiling,
  sqrt: root,
  factorial,
};
