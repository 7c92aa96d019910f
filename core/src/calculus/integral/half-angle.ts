import { inSineAndCosine } from "../../canonical/angles.ts";
import { call, divide, HALF, name, negate, number, ONE, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { simplify } from "../../truth/index.ts";
import { continued } from "./continued-arctangent.ts";
import { linearIn } from "./linear.ts";
import { type InLetter, integrateInLetter, newLetter } from "./new-letter.ts";
import { integralStep, type Rule } from "./rule.ts";

/** A rational function of the sine and cosine of one angle that half a turn leaves as it is: u = tan(angle) makes it rational, of half the degree. */
export const TANGENT: Rule = (f, search) => {
  const { variable, assumptions } = search;
  const waves = wavesIn(f, variable);
  if (!waves) return undefined;
  const { plain, angle, slope } = waves;
  const turned = inWaves(plain, negate(call("sin", angle)), negate(call("cos", angle)));
  if (!equal(simplify(turned).expression, simplify(plain).expression)) return undefined;
  const letter = newLetter(f);
  const u = name(letter);
  const below = sum(ONE, power(u, TWO));
  const cosine = power(below, negate(HALF));
  const rational = simplify(inWaves(plain, product(u, cosine), cosine)).expression;
  if (contains(rational, variable) || findAll(rational, (part) => part.kind === "power" && !isWholePower(part)).length > 0) return undefined;
  const integrand = simplify(divide(rational, product(slope, below))).expression;
  const begin: InLetter["begin"] = (after, named) => integralStep("integrate by the tangent", [letter, angle], f, variable, after, named);
  // tan θ is the tangent of half of 2θ.
  const back = (found: Expression): Expression => continued(found, letter, product(TWO, angle), assumptions);
  return integrateInLetter(f, { letter, meaning: call("tan", angle), integrand, back, begin }, search);
};

const isWholePower = ({ exponent }: Expression & { readonly kind: "power" }): boolean => exponent.kind === "number" && exponent.value.den === 1;

/** A rational function of the sine and cosine of one angle: u = tan(angle/2) makes it rational (K. Weierstrass). */
export const HALF_ANGLE: Rule = (f, search) => {
  const { variable, assumptions } = search;
  const waves = wavesIn(f, variable);
  if (!waves) return undefined;
  const { plain, angle, slope } = waves;
  const letter = newLetter(f);
  const u = name(letter);
  const below = sum(ONE, power(u, TWO));
  const rational = inWaves(plain, divide(product(TWO, u), below), divide(subtract(ONE, power(u, TWO)), below));
  if (contains(rational, variable)) return undefined;
  const rate = divide(TWO, product(slope, below));
  const integrand = simplify(product(rational, rate)).expression;
  const begin: InLetter["begin"] = (after, named) =>
    integralStep("integrate by the half-angle tangent", [letter, divide(angle, TWO)], f, variable, after, named);
  const back = (found: Expression): Expression => continued(found, letter, angle, assumptions);
  return integrateInLetter(f, { letter, meaning: call("tan", divide(angle, number(2))), integrand, back, begin }, search);
};

interface Waves {
  /** The function by sines and cosines alone. */
  readonly plain: Expression;
  readonly angle: Expression;
  readonly slope: Expression;
}

/** The one angle of first degree of which a function holds sines and cosines, and nothing else of the variable in a function; undefined for others. */
function wavesIn(f: Expression, variable: string): Waves | undefined {
  const plain = inSineAndCosine(f);
  const waves = findAll(plain, (part) => part.kind === "call" && contains(part, variable));
  const [first] = waves;
  const angle = first?.kind === "call" ? first.args[0] : undefined;
  const inner = angle && linearIn(angle, variable);
  const isWave = (wave: Expression): boolean =>
    wave.kind === "call" && (wave.name === "sin" || wave.name === "cos") && angle !== undefined && equal(wave.args[0] ?? ONE, angle);
  return angle && inner && waves.every(isWave) ? { plain, angle, slope: inner.slope } : undefined;
}

/** With other expressions for the sine and the cosine. */
function inWaves(e: Expression, sine: Expression, cosine: Expression): Expression {
  if (e.kind === "call" && e.name === "sin") return sine;
  if (e.kind === "call" && e.name === "cos") return cosine;
  return mapChildren(e, (child) => inWaves(child, sine, cosine));
}
