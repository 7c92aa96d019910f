import { angleForm, hasAngles, inSineAndCosine } from "../../canonical/angles.ts";
import { fractionExpression, type Kernels, polynomialExpression } from "../../canonical/normal-form.ts";
import { realAndImaginary } from "../../canonical/real-and-imaginary.ts";
import {
  call,
  divide,
  E,
  HALF,
  I,
  isNumber,
  MINUS_ONE,
  negate,
  number,
  ONE,
  PI,
  power,
  product,
  relation,
  splitCoefficient,
  sqrt,
  subtract,
  sum,
  TWO,
  ZERO,
} from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, freeNames } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { decide, simplify } from "../../truth/index.ts";
import { asSumOfWaves } from "../harmonics.ts";
import { type Known, type Rewriting, Way } from "./way.ts";

function shortest(e: Expression): Expression {
  return simplify(e).expression;
}

/** tan, cot, sec, csc (and the hyperbolic ones) by sine and cosine. */
export function withSineAndCosine(e: Expression): Rewriting {
  const way = new Way(e);
  way.to("write by sine and cosine", [], inSineAndCosine(e));
  way.to("by Euler's formula", [], byEuler(way.current));
  way.to("simplify values", [], shortest(way.current));
  return way.end();
}

/** e^(x + iy) as e^x (cos y + i sin y). */
function byEuler(e: Expression): Expression {
  const inner = mapChildren(e, byEuler);
  const parts = inner.kind === "power" && equal(inner.base, E) ? realAndImaginary(inner.exponent) : undefined;
  if (!parts || isNumber(parts.im, 0)) return inner;
  return product(power(E, parts.re), sum(call("cos", parts.im), product(I, call("sin", parts.im))));
}

/** Only sines, or only cosines, as far as sin² + cos² = 1 goes. */
export function withOne(e: Expression, kept: "sin" | "cos"): Rewriting {
  const way = new Way(e);
  way.to("write by sine and cosine", [], inSineAndCosine(e));
  way.to("squares of one", [kept === "sin" ? "sines" : "cosines"], inOne(way.current, kept));
  return way.end();
}

/** The angle normal form, with cosines left where `kept` is cos and with sines where it is sin. */
export function inOne(e: Expression, kept: "sin" | "cos"): Expression {
  const { fraction, kernels } = angleForm(e);
  if (kept === "cos") return fractionExpression(fraction, kernels);
  const parts = [fraction.numerator, fraction.denominator].map((p) => polynomialExpression(withoutSquares(p, kernels), kernels));
  return shortest(divide(parts[0] ?? ZERO, parts[1] ?? ONE));
}

/** cos² as 1 − sin² (cosh² as 1 + sinh²) in a polynomial over angle kernels. */
function withoutSquares(p: poly.Polynomial, kernels: Kernels): poly.Polynomial {
  let result = p;
  for (let k = 0; k < kernels.count; k += 1) {
    const kernel = kernels.kernel(k);
    const hyperbolic = kernel.kind === "call" && kernel.name === "cosh";
    if (kernel.kind !== "call" || (kernel.name !== "cos" && !hyperbolic)) continue;
    const sine = kernels.index(call(hyperbolic ? "sinh" : "sin", ...kernel.args));
    const square = poly.add(poly.ONE, poly.scale(poly.power(poly.variable(sine), 2), { num: hyperbolic ? 1 : -1, den: 1 }));
    result = poly
      .coefficientsIn(result, k)
      .map((coefficient, power) => poly.multiply(poly.multiply(coefficient, poly.power(square, power >> 1)), poly.power(poly.variable(k), power % 2)))
      .reduce(poly.add, poly.ZERO);
  }
  return result;
}

/** By tangents: of the angle itself where the total degree in sine and cosine is even, else of the half angle. */
export function withTangent(e: Expression): Rewriting {
  const way = new Way(e);
  const own = byTangents(e);
  if (own) way.to("divide by the cosine", [], own);
  else way.to("write by half-angle tangents", [], shortest(halfAngleTangents(inSineAndCosine(e))));
  return way.end();
}

/** sin^a cos^b with a + b even is tan^a / (1 + tan²)^((a+b)/2); undefined where an odd degree occurs. */
export function byTangents(e: Expression): Expression | undefined {
  const { fraction, kernels } = angleForm(e);
  // Where numerator and denominator are both odd in an angle, a factor cos on both makes them even.
  const cosines = Array.from({ length: kernels.count }, (_, k) => k).filter((k) => isCosine(kernels.kernel(k)));
  for (const k of [undefined, ...cosines]) {
    const factor = k === undefined ? poly.ONE : poly.variable(k);
    const [top, bottom] = [fraction.numerator, fraction.denominator].map((p) => tangentPolynomial(poly.multiply(p, factor), kernels));
    if (top && bottom) return shortest(divide(top, bottom));
  }
  return undefined;
}

function isCosine(e: Expression): boolean {
  return e.kind === "call" && e.name === "cos";
}

function tangentPolynomial(p: poly.Polynomial, kernels: Kernels): Expression | undefined {
  const terms: Expression[] = [];
  for (const { exponents, coefficient } of p) {
    const factors: Expression[] = [number(coefficient)];
    const degrees = new Map<string, { argument: Expression; sine: number; cosine: number }>();
    exponents.forEach((exponent, k) => {
      const kernel = kernels.kernel(k);
      const [argument] = kernel.kind === "call" ? kernel.args : [];
      if (exponent === 0) return;
      if (kernel.kind !== "call" || !argument || (kernel.name !== "sin" && kernel.name !== "cos")) {
        factors.push(power(kernel, number(exponent)));
        return;
      }
      const known = degrees.get(text(argument)) ?? { argument, sine: 0, cosine: 0 };
      degrees.set(text(argument), kernel.name === "sin" ? { ...known, sine: exponent } : { ...known, cosine: exponent });
    });
    for (const { argument, sine, cosine } of degrees.values()) {
      if ((sine + cosine) % 2 !== 0) return undefined;
      const tangent = call("tan", argument);
      factors.push(power(tangent, number(sine)), power(sum(ONE, power(tangent, TWO)), number(-(sine + cosine) / 2)));
    }
    terms.push(product(...factors));
  }
  return sum(...terms);
}

function halfAngleTangents(e: Expression): Expression {
  const inner = mapChildren(e, halfAngleTangents);
  const [argument] = inner.kind === "call" ? inner.args : [];
  if (inner.kind !== "call" || !argument || (inner.name !== "sin" && inner.name !== "cos")) return inner;
  const t = call("tan", product(HALF, argument));
  const below = power(sum(ONE, power(t, TWO)), MINUS_ONE);
  return inner.name === "sin" ? product(TWO, t, below) : product(subtract(ONE, power(t, TWO)), below);
}

/** e^(iu) and e^u for the circular and hyperbolic functions. */
export function withExponentials(e: Expression): Rewriting {
  const way = new Way(e);
  way.to("write by exponentials", [], exponentials(inSineAndCosine(e)));
  way.to("simplify values", [], shortest(way.current));
  return way.end();
}

function exponentials(e: Expression): Expression {
  const inner = mapChildren(e, exponentials);
  const [u] = inner.kind === "call" ? inner.args : [];
  if (inner.kind !== "call" || !u) return inner;
  const turned = product(I, u);
  const [up, down] = inner.name === "sin" || inner.name === "cos" ? [power(E, turned), power(E, negate(turned))] : [power(E, u), power(E, negate(u))];
  switch (inner.name) {
    case "sin":
      return divide(subtract(up, down), product(TWO, I));
    case "cos":
    case "cosh":
      return product(HALF, sum(up, down));
    case "sinh":
      return product(HALF, subtract(up, down));
    default:
      return inner;
  }
}

/** Hyperbolic functions alone by exponentials. */
export function hyperbolicByExponentials(e: Expression): Expression {
  const inner = mapChildren(e, hyperbolicByExponentials);
  return inner.kind === "call" && /h$/.test(inner.name) ? exponentials(inSineAndCosine(inner)) : inner;
}

/** Products and powers of sines and cosines as a sum of waves. */
export function withSums(e: Expression, known: Known): Rewriting {
  const way = new Way(e);
  const waves = asSumOfWaves(e, known.assumptions);
  if (waves) way.to("products to sums", [], waves);
  return way.end();
}

/** sin u = 2 sin(u/2) cos(u/2), cos u = 2 cos²(u/2) − 1 for every angle. */
export function withHalfAngles(e: Expression): Rewriting {
  const way = new Way(e);
  way.to("half-angle formulas", [], halved(inSineAndCosine(e)));
  way.to("simplify values", [], shortest(way.current));
  return way.end();
}

function halved(e: Expression): Expression {
  const [u] = e.kind === "call" ? e.args : [];
  if (e.kind !== "call" || !u || (e.name !== "sin" && e.name !== "cos")) return mapChildren(e, halved);
  const half = product(HALF, u);
  if (e.name === "sin") return product(TWO, call("sin", half), call("cos", half));
  return subtract(product(TWO, power(call("cos", half), TWO)), ONE);
}

/** sin u ± sin v and cos u ± cos v with equal coefficients as products; other sums are left. */
export function withProducts(e: Expression): Rewriting {
  const way = new Way(e);
  for (let joined = pairJoined(way.current); joined; joined = pairJoined(way.current)) way.to(joined.formula, [], joined.after);
  return way.end();
}

/** The formulas by which two waves are joined (Abramowitz and Stegun, 4.3.34–37). */
type SumFormula = "sum of sines" | "difference of sines" | "sum of cosines" | "difference of cosines";

/** A sum with two waves of its own written as a product, by which formula. */
interface Joined {
  readonly after: Expression;
  readonly formula: SumFormula;
}

/** The first sum of two waves that can be joined, joined; undefined where there is none. */
function pairJoined(e: Expression): Joined | undefined {
  if (e.kind === "sum") return pairsJoined(e.terms)[0];
  let found: SumFormula | undefined;
  const after = mapChildren(e, (child) => {
    const joined = found ? undefined : pairJoined(child);
    found ??= joined?.formula;
    return joined?.after ?? child;
  });
  return found && { after, formula: found };
}

/** A sum with two of its waves joined to a product, for each two that can be: sin u ± sin v and cos u ± cos v with equal coefficients. */
export function pairsJoined(terms: readonly Expression[]): readonly Joined[] {
  const waves = terms.flatMap((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    const factors = factorsOf(rest);
    const wave = factors.find((factor) => factor.kind === "call" && (factor.name === "sin" || factor.name === "cos"));
    if (wave?.kind !== "call") return [];
    const others = product(number(coefficient), ...factors.filter((factor) => factor !== wave));
    return [{ term, name: wave.name, angle: wave.args[0] ?? ZERO, scale: others }];
  });
  return waves.flatMap((a, i) =>
    waves.slice(i + 1).flatMap((b) => {
      const sign = a.name !== b.name ? 0 : equal(a.scale, b.scale) ? 1 : equal(a.scale, negate(b.scale)) ? -1 : 0;
      if (sign === 0) return [];
      const rest = terms.filter((term) => term !== a.term && term !== b.term);
      const [mean, gap] = [shortest(product(HALF, sum(a.angle, b.angle))), shortest(product(HALF, subtract(a.angle, b.angle)))];
      const joined =
        a.name === "sin"
          ? product(TWO, a.scale, call("sin", sign > 0 ? mean : gap), call("cos", sign > 0 ? gap : mean))
          : sign > 0
            ? product(TWO, a.scale, call("cos", mean), call("cos", gap))
            : product(number(-2), a.scale, call("sin", mean), call("sin", gap));
      const kind = sign > 0 ? "sum" : "difference";
      return [{ after: sum(joined, ...rest), formula: a.name === "sin" ? (`${kind} of sines` as const) : (`${kind} of cosines` as const) }];
    }),
  );
}

/** A sin u + B cos u as one wave R sin(u + φ) or R cos(u − φ); undefined where e has no such terms or a sign is open. */
export function asOneWave(e: Expression, name: "sin" | "cos", known: Known): Rewriting | undefined {
  const waves = findAll(e, (part) => part.kind === "call" && (part.name === "sin" || part.name === "cos"));
  const angles = waves.flatMap((part) => (part.kind === "call" && freeNames(part).size > 0 ? part.args : []));
  const [u] = angles;
  if (!u || angles.some((angle) => !equal(angle, u))) return undefined;
  const { fraction, kernels } = angleForm(e);
  const [s, c] = [kernels.index(call("sin", u)), kernels.index(call("cos", u))];
  const below = polynomialExpression(fraction.denominator, kernels);
  if (poly.degreeIn(fraction.denominator, s) + poly.degreeIn(fraction.denominator, c) > 0) return undefined;
  if (fraction.numerator.some((term) => (term.exponents[s] ?? 0) + (term.exponents[c] ?? 0) > 1)) return undefined;
  const part = (test: (term: poly.Term) => boolean, index?: number): Expression => {
    const terms = fraction.numerator.filter(test).map((term) => ({ ...term, exponents: term.exponents.map((exponent, k) => (k === index ? 0 : exponent)) }));
    return shortest(divide(polynomialExpression(poly.fromTerms(terms), kernels), below));
  };
  const [a, b] = [part((term) => (term.exponents[s] ?? 0) === 1, s), part((term) => (term.exponents[c] ?? 0) === 1, c)];
  const rest = part((term) => (term.exponents[s] ?? 0) + (term.exponents[c] ?? 0) === 0);
  const [main, other] = name === "sin" ? [a, b] : [b, a];
  const amplitude = shortest(sqrt(sum(power(a, TWO), power(b, TWO))));
  const phase = phaseOf(main, other, known);
  if (!phase || isNumber(amplitude, 0)) return undefined;
  const way = new Way(e);
  const wave = product(amplitude, call(name, name === "sin" ? sum(u, phase) : subtract(u, phase)));
  way.to("one wave", [a, b, amplitude, phase], sum(wave, rest));
  return way.end();
}

/** The angle of the point (main, other), where the sign of main is known. */
function phaseOf(main: Expression, other: Expression, known: Known): Expression | undefined {
  if (isNumber(main, 0)) {
    if (decide(relation(other, ">", ZERO), known.assumptions) === true) return product(HALF, PI);
    return decide(relation(other, "<", ZERO), known.assumptions) === true ? negate(product(HALF, PI)) : undefined;
  }
  const angle = call("arctan", shortest(divide(other, main)));
  if (decide(relation(main, ">", ZERO), known.assumptions) === true) return angle;
  if (decide(relation(main, "<", ZERO), known.assumptions) !== true) return undefined;
  return decide(relation(other, "<", ZERO), known.assumptions) === true ? subtract(angle, PI) : sum(angle, PI);
}

/** Quotients of sine and cosine of one angle as tan, cot, sec, csc. */
export function withQuotients(e: Expression): Expression {
  const inner = mapChildren(e, withQuotients);
  if (inner.kind !== "product" || !hasAngles(inner)) return inner;
  const exponentOf = new Map<string, { argument: Expression; sine: number; cosine: number }>();
  const others: Expression[] = [];
  for (const factor of inner.factors) {
    const [base, exponent] = factor.kind === "power" ? [factor.base, factor.exponent] : [factor, ONE];
    const [argument] = base.kind === "call" ? base.args : [];
    const whole = exponent.kind === "number" && exponent.value.den === 1 && typeof exponent.value.num === "number" ? exponent.value.num : undefined;
    if (base.kind !== "call" || !argument || whole === undefined || (base.name !== "sin" && base.name !== "cos")) {
      others.push(factor);
      continue;
    }
    const known = exponentOf.get(text(argument)) ?? { argument, sine: 0, cosine: 0 };
    exponentOf.set(text(argument), base.name === "sin" ? { ...known, sine: known.sine + whole } : { ...known, cosine: known.cosine + whole });
  }
  const written = [...exponentOf.values()].flatMap(({ argument, sine, cosine }) => {
    const at = (name: string, exponent: number): Expression => power(call(name, argument), number(exponent));
    if (sine > 0 && cosine < 0) {
      const n = Math.min(sine, -cosine);
      return [at("tan", n), at("sin", sine - n), at("cos", cosine + n)];
    }
    if (sine < 0 && cosine > 0) {
      const n = Math.min(-sine, cosine);
      return [at("cot", n), at("sin", sine + n), at("cos", cosine - n)];
    }
    return [at("sin", sine), at("cos", cosine)];
  });
  return product(...others, ...written);
}
