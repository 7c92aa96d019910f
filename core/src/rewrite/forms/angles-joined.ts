import { call, negate, number, power, product, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";

/** sin a cos b ± cos a sin b as sin(a ± b), cos a cos b ∓ sin a sin b as cos(a ± b), and sin a/cos a as tan a. */
export function withAnglesJoined(e: Expression): Expression {
  const inner = mapChildren(e, withAnglesJoined);
  if (inner.kind === "sum" && inner.terms.length === 2) return joinedAngles(inner.terms) ?? inner;
  return inner.kind === "product" ? withTangent(inner.factors) : inner;
}

/** Two products of a sine or cosine of a and one of b, with what both share before them. */
function joinedAngles(terms: readonly Expression[]): Expression | undefined {
  const [first, second] = terms.map(wavesIn);
  if (!first || !second || first.waves.length !== 2 || second.waves.length !== 2) return undefined;
  const sign = equal(first.rest, second.rest) ? 1 : equal(first.rest, negate(second.rest)) ? -1 : 0;
  const [one, other] = [first, second].map(({ waves }) => waves.map(({ name }) => name).join());
  const angles = [...first.waves, ...second.waves].map(({ angle }) => angle);
  const [a = ZERO, b = ZERO, c = ZERO, d = ZERO] = angles;
  if (sign === 0 || equal(a, b)) return undefined;
  if (one === "sin,cos" && other === "sin,cos" && equal(a, d) && equal(b, c)) return product(first.rest, call("sin", sum(a, product(number(sign), b))));
  const isPaired = equal(a, c) ? equal(b, d) : equal(a, d) && equal(b, c);
  if (one === "cos,cos" && other === "sin,sin" && isPaired) return product(first.rest, call("cos", sum(a, product(number(-sign), b))));
  if (one === "sin,sin" && other === "cos,cos" && isPaired) return product(second.rest, call("cos", sum(a, product(number(-sign), b))));
  return undefined;
}

/** The sines and cosines that are factors of a term, sines first, and its other factors. */
function wavesIn(term: Expression): { readonly waves: readonly { readonly name: string; readonly angle: Expression }[]; readonly rest: Expression } {
  const factors = factorsOf(term);
  const isWave = (factor: Expression): boolean => factor.kind === "call" && (factor.name === "sin" || factor.name === "cos");
  const waves = factors.filter(isWave).flatMap((factor) => (factor.kind === "call" ? [{ name: factor.name, angle: factor.args[0] ?? ZERO }] : []));
  return { waves: [...waves].sort((a, b) => b.name.localeCompare(a.name)), rest: product(...factors.filter((factor) => !isWave(factor))) };
}

/** Factors with sin a and 1/cos a among them, with tan a in their place. */
function withTangent(factors: readonly Expression[]): Expression {
  const sine = factors.find((factor) => factor.kind === "call" && factor.name === "sin");
  const [angle] = sine?.kind === "call" ? sine.args : [];
  const below = angle && factors.find((factor) => equal(factor, power(call("cos", angle), number(-1))));
  if (!below) return product(...factors);
  return withTangent([call("tan", angle), ...factors.filter((factor) => factor !== sine && factor !== below)]);
}
