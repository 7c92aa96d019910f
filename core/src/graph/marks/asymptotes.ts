import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { divide, equation, name, number, power, product, sum, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as complex from "../../number/complex-ball.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { recognise } from "../../rewrite/recognise.ts";
import { readable } from "../../solve/values.ts";
import { decide, equalityTest, simplify } from "../../truth/index.ts";
import type { Mark } from "../scene.ts";
import { type Drawn, position } from "./point-mark.ts";

/** The line that a function comes close to far out: exact for rational functions, else lines that its values come closer and closer to. */
export function farAsymptotes({ expression, variable, vertical, range }: Drawn, index: number): readonly Mark[] {
  const sides = ([1, -1] as const).filter((side) => !range || !Number.isFinite(side === 1 ? range.to : range.from));
  if (sides.length === 0) return [];
  const line = rationalLine(expression, variable);
  const lines = line ? [line] : line === undefined ? approached(expression, variable, sides) : [];
  return lines.flatMap((one): readonly Mark[] => {
    const at = position(ZERO, one);
    if (at) return [{ kind: "asymptote", y: one, at, curves: [index] }];
    return [{ kind: "asymptote", line: equation(name(vertical), one), at: [0, 0], curves: [index] }];
  });
}

/**
 * The quotient of the polynomial division, where its degree is 0 or 1; null for a rational function that has no such line,
 * undefined for other functions.
 */
function rationalLine(expression: Expression, variable: string): Expression | null | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const own = kernels.index(name(variable));
    const { numerator, denominator } = normalForm(expression, kernels);
    if (kernels.count > 1) return undefined;
    const coefficients = (p: poly.Polynomial): Expression[] => poly.coefficientsIn(p, own).map((c) => polynomialExpression(c, kernels));
    const [top, bottom] = [coefficients(numerator), coefficients(denominator)];
    const excess = top.length - bottom.length;
    if (bottom.length <= 1 || excess > 1) return null;
    if (excess < 0) return ZERO;
    // The first terms of the quotient by long division.
    const lead = bottom.at(-1) ?? ZERO;
    const first = readable(divide(top.at(-1) ?? ZERO, lead));
    if (excess === 0) return first;
    const rest = sum(top.at(-2) ?? ZERO, product(number(-1), first, bottom.at(-2) ?? ZERO));
    return readable(sum(product(first, power(name(variable), number(1))), divide(rest, lead)));
  }, undefined);
}

/** Distances at which the function is looked at far out, in bits, and the two places next to each. */
const FAR_BITS = [18, 27, 36] as const;
const NEARBY = [rational.rational(4, 3), rational.rational(11, 7)] as const;
const PRECISION = 420;
/** What is left at the farthest place, at the most, and how much of it may be left from one place to the next. */
const LEAST = 2 ** -15;
const SHRINKS = 1 / 8;

/**
 * Lines m x + b that the values come closer and closer to on some sides: m from a difference far out, b from what is then left,
 * both recognised as exact numbers. It is what the values show, not a proof.
 */
function approached(expression: Expression, variable: string, sides: readonly (1 | -1)[]): readonly Expression[] {
  const found: Expression[] = [];
  for (const side of sides) {
    const line = approachedOn(side, expression, variable);
    if (line && !found.some((other) => equal(other, line))) found.push(line);
  }
  return found;
}

function approachedOn(side: 1 | -1, expression: Expression, variable: string): Expression | undefined {
  const places = FAR_BITS.map((bits) =>
    NEARBY.map((near) => rational.multiply(rational.multiply(rational.rational(side), near), rational.power(rational.rational(2), bits))),
  );
  const reached = curveDomain(expression).every((condition) =>
    places.every((row) => row.every((x) => decide(simplify(substitute(condition, new Map([[variable, number(x)]]))).expression, []) !== false)),
  );
  if (!reached) return undefined;
  const values = places.map((row) => row.map((x) => realValue(substitute(expression, new Map([[variable, number(x)]])))));
  const slopes = values.map(([a, b], k) => {
    const [x, y] = places[k] ?? [];
    return a && b && x && y ? real.divide(real.subtract(b, a, PRECISION), real.fromRational(rational.subtract(y, x), PRECISION), PRECISION) : undefined;
  });
  const slope = limitOf(slopes);
  if (!slope) return undefined;
  const rest = values.map((row, k) =>
    row.map((value, j) => {
      const x = places[k]?.[j];
      const along = x && realValue(product(slope, number(x)));
      return value && along && real.subtract(value, along, PRECISION);
    }),
  );
  const [offset, same] = [0, 1].map((j) => limitOf(rest.map((row) => row[j])));
  if (!offset || !same || !equal(offset, same)) return undefined;
  const line = equal(slope, ZERO) ? offset : sum(product(slope, name(variable)), offset);
  // A function that runs along the line does not come close to it.
  const [far] = places.at(-1) ?? [];
  const there = new Map([[variable, number(far ?? rational.rational(1))]]);
  return equalityTest(simplify(substitute(expression, there)).expression, substitute(line, there)).kind === "zero" ? undefined : line;
}

function realValue(e: Expression): real.RealBall | undefined {
  try {
    const value = ballValue(e, PRECISION);
    return complex.isReal(value) ? value.re : undefined;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** The exact number that three values come closer and closer to. */
function limitOf(values: readonly (real.RealBall | undefined)[]): Expression | undefined {
  const [first, second, third] = values;
  if (!first || !second || !third) return undefined;
  const [a, b, c] = [first, second, third].map((value) => Math.abs(real.toNumber(value)));
  if (a === undefined || b === undefined || c === undefined) return undefined;
  if (c < LEAST && c <= b * SHRINKS && b <= a * SHRINKS) return ZERO;
  const [early, late] = [real.subtract(second, first, PRECISION), real.subtract(third, second, PRECISION)].map((gap) => Math.abs(real.toNumber(gap)));
  if (early === undefined || late === undefined || late > LEAST || late > Math.max(early * SHRINKS, 2 ** -100)) return undefined;
  const off = Math.max(late * SHRINKS, 2 ** -200);
  return recognise(real.widen(third, Math.ceil(Math.log2(off))))[0]?.value;
}
