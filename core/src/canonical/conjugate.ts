import { call, I, negate, power } from "../expression/construct.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { CIRCULAR, HYPERBOLIC } from "../expression/functions/kinds.ts";
import { isReal } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";

/** Functions with real values for real arguments that are analytic wherever they are defined: f(conj u) is conj f(u). */
const REFLECTED: ReadonlySet<string> = new Set([...CIRCULAR, ...HYPERBOLIC, "arsinh"]);

/** The complex conjugate, taken as far inside as it goes: to the complex names and to functions with branches. */
export function conjugate(e: Expression): Expression {
  if (isReal(e)) return e;
  if (equal(e, I)) return negate(I);
  if (e.kind === "sum" || e.kind === "product") return mapChildren(e, conjugate);
  if (e.kind === "call" && REFLECTED.has(e.name)) return mapChildren(e, conjugate);
  if (e.kind === "call" && e.name === "conj") return e.args[0] ?? e;
  if (e.kind === "power") {
    const isWhole = e.exponent.kind === "number" && rational.isInteger(e.exponent.value);
    const isExponential = e.base.kind === "constant" && e.base.name === "e";
    if (isWhole || isExponential) return power(conjugate(e.base), conjugate(e.exponent));
  }
  return call("conj", e);
}
