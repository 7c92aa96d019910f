import type { Step } from "../../derivation/step.ts";
import { call, divide, isNumber, name, negate, ONE, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { contains, type Expression, factorsOf, findAll, termsOf } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { joinedPowers } from "../../rewrite/joined-powers.ts";
import { expand, simplify } from "../../truth/index.ts";
import { differentiate } from "../derivative.ts";
import { BASIC } from "./basic.ts";
import { linearIn } from "./linear.ts";
import { type Antiderivative, integralStep, type Rule, type Search, splitConstant } from "./rule.ts";

/** Functions that become algebraic when they are differentiated. */
const LOGARITHMIC: ReadonlySet<string> = new Set(["ln", "log", "arcsin", "arccos", "arctan", "arccot", "arsinh", "arcosh", "artanh"]);
/** Functions that stay what they are, whether they are differentiated or integrated. */
const LASTING: ReadonlySet<string> = new Set(["sin", "cos", "sinh", "cosh"]);

/** Integration by parts, ∫ u v′ = u v − ∫ u′ v: a logarithm or an inverse function, or a polynomial beside e^x, sin x or cos x, as u. */
export const PARTS: Rule = (f, search) => {
  const { variable } = search;
  const factors = factorsOf(f);
  const logarithmic = factors.find((factor) => isLogarithmic(factor));
  if (logarithmic) {
    const rest = product(...factors.filter((factor) => factor !== logarithmic));
    return findAll(rest, isLogarithmic).some((part) => contains(part, variable)) ? undefined : byParts(f, logarithmic, rest, search);
  }
  const polynomials = factors.filter((factor) => (polynomialCoefficients(factor, variable)?.length ?? 0) > 1);
  const polynomial = product(...polynomials);
  const lasting = factors.filter((factor) => isLasting(factor, variable));
  const rest = product(...lasting);
  const others = product(...factors.filter((factor) => !polynomials.includes(factor)));
  if (lasting.length === 0 && contains(polynomial, variable) && contains(others, variable) && BASIC(others, search))
    return byParts(f, polynomial, others, search);
  if (lasting.length === 0 || lasting.length + polynomials.length < factors.length) return undefined;
  if (contains(polynomial, variable)) return byParts(f, polynomial, rest, search);
  return lasting.length === 2 ? exponentialWave(f, lasting, variable) : undefined;
};

/** A polynomial of low degree beside a function of sines and cosines, after all other rules: that function is integrated as it may be. */
export const LATE_PARTS: Rule = (f, search) => {
  const { variable } = search;
  const factors = factorsOf(f);
  const polynomials = factors.filter((factor) => (polynomialCoefficients(factor, variable)?.length ?? 0) > 1);
  const polynomial = product(...polynomials);
  const others = product(...factors.filter((factor) => !polynomials.includes(factor)));
  const degree = (polynomialCoefficients(polynomial, variable)?.length ?? 1) - 1;
  const isCircular = findAll(others, (part) => part.kind === "call" && CIRCULAR.has(part.name) && contains(part, variable)).length > 0;
  return degree >= 1 && degree <= MOST_PARTS && isCircular ? byParts(f, polynomial, others, search) : undefined;
};

const CIRCULAR: ReadonlySet<string> = new Set(["sin", "cos", "tan", "cot", "sec", "csc"]);
const MOST_PARTS = 2;

function isLogarithmic(factor: Expression): boolean {
  if (factor.kind === "call") return LOGARITHMIC.has(factor.name);
  const whole = factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.den === 1 && factor.exponent.value.num > 1;
  return whole && factor.base.kind === "call" && LOGARITHMIC.has(factor.base.name);
}

function isLasting(factor: Expression, variable: string): boolean {
  if (factor.kind === "call") return LASTING.has(factor.name) && linearIn(factor.args[0] ?? ONE, variable) !== undefined;
  return factor.kind === "power" && !contains(factor.base, variable) && linearIn(factor.exponent, variable) !== undefined;
}

function byParts(f: Expression, u: Expression, slope: Expression, { variable, integrate }: Search): Antiderivative | undefined {
  const v = contains(slope, variable) ? integrate(slope) : { value: product(slope, besideOf(u, variable)), steps: [] };
  if (!v || findAll(v.value, isLogarithmic).some((part) => contains(part, variable))) return undefined;
  const left = simplify(joinedPowers(product(differentiate(u, variable), v.value))).expression;
  const rest = integrate(left);
  if (!rest) return undefined;
  const both = product(u, v.value);
  const value = sum(both, ...termsOf(rest.value).map(negate));
  const { constant, rest: inner } = splitConstant(left, variable);
  const open = subtract(both, product(constant, indefiniteIntegral(inner, variable)));
  const said = isNumber(slope, 1)
    ? integralStep("integrate the factor 1", [u, v.value], f, variable, open)
    : integralStep("integrate by parts", [u, slope, v.value], f, variable, open);
  const end = integralStep("put the integrals in", [], f, variable, value);
  return { value, steps: [...v.steps, said, ...rest.steps, end] };
}

/** An integral of 1 that goes well with a function of a x + b: that, over a; else the variable alone. */
function besideOf(u: Expression, variable: string): Expression {
  const inside = u.kind === "call" ? u.args.at(-1) : undefined;
  const inner = inside && linearIn(inside, variable);
  return inside && inner ? divide(inside, inner.slope) : name(variable);
}

/** e^(a x + b) times a sine or cosine: by parts twice, the same integral comes back. */
function exponentialWave(f: Expression, [first, second]: readonly Expression[], variable: string): Antiderivative | undefined {
  const [growth, wave] = first?.kind === "power" ? [first, second] : [second, first];
  if (growth?.kind !== "power" || wave?.kind !== "call" || (wave.name !== "sin" && wave.name !== "cos")) return undefined;
  const [inside = ONE] = wave.args;
  const [rate, turn] = [linearIn(growth.exponent, variable)?.slope, linearIn(inside, variable)?.slope];
  if (!rate || !turn) return undefined;
  const a = growth.base.kind === "constant" && growth.base.name === "e" ? rate : product(rate, call("ln", growth.base));
  const [same, other] = [product(a, wave), product(turn, call(wave.name === "sin" ? "cos" : "sin", inside))];
  const value = divide(product(growth, wave.name === "sin" ? sum(same, negate(other)) : sum(same, other)), expand(sum(power(a, TWO), power(turn, TWO))));
  const once = partsByGrowth(growth, wave, a, variable);
  const twice = partsByGrowth(growth, call(wave.name === "sin" ? "cos" : "sin", inside), a, variable);
  return { value, steps: [once, twice, integralStep("the same integral comes back", [], f, variable, value)] };
}

/** ∫ u g for g = c e^(a x): u g/a without the integral of u′ g/a. */
function partsByGrowth(growth: Expression, u: Expression, rate: Expression, variable: string): Step {
  const v = divide(growth, rate);
  const { constant, rest } = splitConstant(simplify(product(differentiate(u, variable), v)).expression, variable);
  return integralStep(
    "integrate by parts",
    [u, growth, v],
    product(growth, u),
    variable,
    subtract(product(u, v), product(constant, indefiniteIntegral(rest, variable))),
  );
}
