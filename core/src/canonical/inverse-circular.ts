import { call, divide, HALF, ONE, power, product, sqrt, subtract, sum, TWO } from "../expression/construct.ts";
import { type Expression, equal, findAll } from "../expression/expression.ts";
import { CIRCULAR } from "../expression/functions/kinds.ts";
import { isReal } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import { inUnitAngles, isInverseCall, isInverseCircular } from "./angles.ts";

/** Whether a circular function is taken of something that holds an inverse one. */
export function undoesInverse(e: Expression): boolean {
  const circular = (part: Expression): boolean => part.kind === "call" && CIRCULAR.has(part.name);
  return findAll(e, (part) => circular(part) && findAll(part, isInverseCall).length > 0).length > 0;
}

/** Circular functions of sums with inverse ones, written out by the addition formulas and without the inverse functions. */
export function withoutInverse(e: Expression): Expression {
  return undone(inUnitAngles(e));
}

/** sin(arcsin u) and the like as algebraic expressions in u: true for every u for which they are defined. */
export function undone(e: Expression): Expression {
  const inner = mapChildren(e, undone);
  const [angle] = inner.kind === "call" ? inner.args : [];
  if (inner.kind === "call" && angle?.kind === "product") return ofHalf(inner.name, angle) ?? inner;
  if (inner.kind !== "call" || angle?.kind !== "call") return inner;
  const [u] = angle.args;
  if (!u || !isInverseCircular(angle.name) || (inner.name !== "sin" && inner.name !== "cos")) return inner;
  const complement = partner(u, "sin", "cos") ?? partner(u, "cos", "sin") ?? sqrt(subtract(ONE, power(u, TWO)));
  const hypotenuse = sqrt(sum(ONE, power(u, TWO)));
  const isSine = inner.name === "sin";
  switch (angle.name) {
    case "arcsin":
      return isSine ? u : complement;
    case "arccos":
      return isSine ? complement : u;
    case "arctan":
      return !isReal(u) ? inner : divide(isSine ? u : ONE, hypotenuse);
    default:
      return !isReal(u) ? inner : divide(isSine ? ONE : u, hypotenuse);
  }
}

/** √(1 − sin² v) is |cos v|, and √(1 − cos² v) is |sin v|, for real v. */
function partner(u: Expression, of: "sin" | "cos", other: "sin" | "cos"): Expression | undefined {
  return u.kind === "call" && u.name === of && isReal(u) ? call("abs", call(other, ...u.args)) : undefined;
}

/** sin(arctan u) and cos(arctan u) as algebraic expressions in u, which has any real value. */
export function withoutArctangents(e: Expression): Expression {
  const inner = mapChildren(e, withoutArctangents);
  const [angle] = inner.kind === "call" ? inner.args : [];
  return angle?.kind === "call" && angle.name === "arctan" ? undone(inner) : inner;
}

/** cos(θ/2) = √((1 + cos θ)/2) and sin(θ/2) = sin θ/(2 cos(θ/2)) for θ = arccos u, arcsin u, arctan u, whose half has a cosine that is not negative. */
function ofHalf(functionName: string, angle: Expression & { readonly kind: "product" }): Expression | undefined {
  const [half, inverse, ...more] = angle.factors;
  if (!half || !equal(half, HALF) || inverse?.kind !== "call" || more.length > 0) return undefined;
  const [u] = inverse.args;
  if (!u || !isReal(u) || (functionName !== "sin" && functionName !== "cos") || !HALVED.has(inverse.name)) return undefined;
  const [sine, cosine] = [undone(call("sin", inverse)), undone(call("cos", inverse))];
  const ofHalfCosine = sqrt(divide(sum(ONE, cosine), TWO));
  if (functionName === "cos") return ofHalfCosine;
  return inverse.name === "arccos" ? sqrt(divide(subtract(ONE, cosine), TWO)) : divide(sine, product(TWO, ofHalfCosine));
}

const HALVED: ReadonlySet<string> = new Set(["arccos", "arcsin", "arctan"]);
