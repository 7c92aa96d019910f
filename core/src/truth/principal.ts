import { call, E, HALF, logic, negate, PI, product, relation, TWO, ZERO } from "../expression/construct.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import { decide } from "./sign.ts";

const QUARTER = product(HALF, PI);

/** For each inverse function the function that it undoes, and the angles for which it gives back the angle itself. */
const PRINCIPAL: Readonly<Record<string, { readonly of: string; readonly range: (u: Expression) => readonly Expression[] }>> = {
  arcsin: { of: "sin", range: (u) => [relation(u, ">=", negate(QUARTER)), relation(u, "<=", QUARTER)] },
  arccos: { of: "cos", range: (u) => [relation(u, ">=", ZERO), relation(u, "<=", PI)] },
  arctan: { of: "tan", range: (u) => [relation(u, ">", negate(QUARTER)), relation(u, "<", QUARTER)] },
  arccot: { of: "cot", range: (u) => [relation(u, ">", ZERO), relation(u, "<", PI)] },
};

/** What u must satisfy for f⁻¹(f(u)) to be u, and u itself. */
export interface PrincipalRange {
  readonly inside: Expression;
  readonly range: readonly Expression[];
}

/** For angles, and for ln e^u and √(u²) of a complex u; undefined for anything else. */
export function principalRange(e: Expression): PrincipalRange | undefined {
  return ofLogarithm(e) ?? ofSquareRoot(e) ?? ofAngle(e);
}

/** Im ln lies in (−π, π]. */
function ofLogarithm(e: Expression): PrincipalRange | undefined {
  const [power] = e.kind === "call" && e.name === "ln" ? e.args : [];
  if (power?.kind !== "power" || !equal(power.base, E) || isReal(power.exponent)) return undefined;
  const turn = call("Im", power.exponent);
  return { inside: power.exponent, range: [relation(turn, ">", negate(PI)), relation(turn, "<=", PI)] };
}

/** A principal square root lies to the right of the imaginary axis, or on its upper half. */
function ofSquareRoot(e: Expression): PrincipalRange | undefined {
  const square = e.kind === "power" && equal(e.exponent, HALF) ? e.base : undefined;
  if (square?.kind !== "power" || !equal(square.exponent, TWO) || isReal(square.base)) return undefined;
  const [re, im] = [call("Re", square.base), call("Im", square.base)];
  return { inside: square.base, range: [logic("or", [relation(re, ">", ZERO), logic("and", [relation(re, "=", ZERO), relation(im, ">=", ZERO)])])] };
}

function ofAngle(e: Expression): PrincipalRange | undefined {
  const own = e.kind === "call" ? PRINCIPAL[e.name] : undefined;
  const [f] = e.kind === "call" ? e.args : [];
  const [u] = f?.kind === "call" && f.name === own?.of ? f.args : [];
  return own && u && { inside: u, range: own.range(u) };
}

/** The expression with arcsin(sin u) and its like as u, where what is known keeps u in the range of the inverse function. */
export function withPrincipalValues(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withPrincipalValues(child, known));
  const found = principalRange(inner);
  return found?.range.every((condition) => decide(condition, known) === true) ? found.inside : inner;
}
