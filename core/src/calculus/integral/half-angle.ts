import { inSineAndCosine } from "../../canonical/angles.ts";
import { call, divide, name, number, ONE, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { simplify } from "../../truth/index.ts";
import { continued } from "./continued-arctangent.ts";
import { linearIn } from "./linear.ts";
import { type InLetter, integrateInLetter, newLetter } from "./new-letter.ts";
import { integralStep, type Rule } from "./rule.ts";

/** A rational function of the sine and cosine of one angle: u = tan(angle/2) makes it rational (K. Weierstrass). */
export const HALF_ANGLE: Rule = (f, search) => {
  const { variable, assumptions } = search;
  const plain = inSineAndCosine(f);
  const waves = findAll(plain, (part) => part.kind === "call" && contains(part, variable));
  const [first] = waves;
  const angle = first?.kind === "call" ? first.args[0] : undefined;
  const inner = angle && linearIn(angle, variable);
  if (!angle || !inner || !waves.every((wave) => wave.kind === "call" && (wave.name === "sin" || wave.name === "cos") && equal(wave.args[0] ?? ONE, angle)))
    return undefined;
  const letter = newLetter(f);
  const u = name(letter);
  const below = sum(ONE, power(u, TWO));
  const inLetter = (e: Expression): Expression => {
    if (e.kind === "call" && e.name === "sin") return divide(product(TWO, u), below);
    if (e.kind === "call" && e.name === "cos") return divide(subtract(ONE, power(u, TWO)), below);
    return mapChildren(e, inLetter);
  };
  const rational = inLetter(plain);
  if (contains(rational, variable)) return undefined;
  const rate = divide(TWO, product(inner.slope, below));
  const integrand = simplify(product(rational, rate)).expression;
  const begin: InLetter["begin"] = (after, named) => integralStep("integrate by the half-angle tangent", [letter, angle], f, variable, after, named);
  const back = (found: Expression): Expression => continued(found, letter, angle, assumptions);
  return integrateInLetter(f, { letter, meaning: call("tan", divide(angle, number(2))), integrand, back, begin }, search);
};
