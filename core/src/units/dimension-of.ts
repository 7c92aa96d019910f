import { splitCoefficient } from "../expression/construct.ts";
import { type Expression, factorsOf, freeNames } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import { type Dimension, equal, multiply, NO_DIMENSION, power } from "./dimension.ts";

/** Two parts that stand side by side in a sum or relation and are not of one kind, such as a length and a time. */
export interface Mismatch {
  readonly parts: readonly [Expression, Expression];
  readonly dimensions: readonly [Dimension, Dimension];
  /** Whether no number stands in the parts that could carry a unit of its own. */
  readonly certain: boolean;
}

/** The dimension of an expression, `unknown` where a name without a unit decides it. */
export type Found =
  | { readonly kind: "known"; readonly dimension: Dimension }
  | { readonly kind: "unknown" }
  | { readonly kind: "mismatch"; readonly mismatch: Mismatch };

const UNKNOWN: Found = { kind: "unknown" };
const NUMBER: Found = { kind: "known", dimension: NO_DIMENSION };

/**
 * The dimension of an expression in names whose units are given (SI Brochure, 9th edition, 2.3.3: what is added or compared is of one
 * dimension, and a product has the product of the dimensions). A number alone is held against nothing, since the author may have left
 * its unit out.
 */
export function dimensionOf(e: Expression, given: ReadonlyMap<string, Dimension>): Found {
  const at = (part: Expression): Found => dimensionOf(part, given);
  switch (e.kind) {
    case "number":
    case "constant":
      return NUMBER;
    case "name": {
      const dimension = given.get(e.name);
      return dimension ? { kind: "known", dimension } : UNKNOWN;
    }
    case "sum":
      return common(e.terms, at);
    case "product":
      return e.factors.map(at).reduce((a, b) => joined(a, b, multiply));
    case "power":
      return e.exponent.kind === "number" ? raised(at(e.base), e.exponent.value) : NUMBER;
    case "call":
      return ofCall(e, at);
    case "relation":
      return common(e.operands, at);
    case "cases":
      return common([...e.branches.map(({ value }) => value), ...(e.otherwise ? [e.otherwise] : [])], at);
    case "derivative": {
      const variable = given.get(e.variable);
      return variable ? joined(at(e.body), { kind: "known", dimension: power(variable, rational.rational(-e.order)) }, multiply) : UNKNOWN;
    }
    case "iterated": {
      const variable = given.get(e.variable);
      if (e.operator === "sum") return at(e.body);
      return e.operator === "integral" && variable ? joined(at(e.body), { kind: "known", dimension: variable }, multiply) : UNKNOWN;
    }
    case "logic":
    case "tuple":
      return UNKNOWN;
  }
}

function ofCall({ name, args }: Expression & { readonly kind: "call" }, at: (part: Expression) => Found): Found {
  switch (name) {
    case "abs":
    case "min":
    case "max":
    case "Re":
    case "Im":
    case "conj":
      return common(args, at);
    case "root": {
      const [degree, radicand] = args;
      return degree?.kind === "number" && radicand ? raised(at(radicand), rational.invert(degree.value)) : UNKNOWN;
    }
    default:
      return NUMBER;
  }
}

function joined(a: Found, b: Found, how: (a: Dimension, b: Dimension) => Dimension): Found {
  if (a.kind === "mismatch") return a;
  if (b.kind === "mismatch") return b;
  return a.kind === "known" && b.kind === "known" ? { kind: "known", dimension: how(a.dimension, b.dimension) } : UNKNOWN;
}

function raised(a: Found, exponent: rational.Rational): Found {
  return a.kind === "known" ? { kind: "known", dimension: power(a.dimension, exponent) } : a;
}

/** What all parts have in common, as far as it is known. */
function common(parts: readonly Expression[], at: (part: Expression) => Found): Found {
  let first: { readonly part: Expression; readonly dimension: Dimension } | undefined;
  for (const part of parts) {
    const found = freeNames(part).size > 0 ? at(part) : UNKNOWN;
    if (found.kind === "mismatch") return found;
    if (found.kind === "unknown") continue;
    if (!first) first = { part, dimension: found.dimension };
    else if (!equal(first.dimension, found.dimension)) {
      const certain = [first.part, part].every(isLiteral);
      return { kind: "mismatch", mismatch: { parts: [first.part, part], dimensions: [first.dimension, found.dimension], certain } };
    }
  }
  return first ? { kind: "known", dimension: first.dimension } : parts.some((part) => freeNames(part).size > 0) ? UNKNOWN : NUMBER;
}

/** A product of powers of names, with no factor but −1. */
function isLiteral(part: Expression): boolean {
  const { coefficient, rest } = splitCoefficient(part);
  const factors = factorsOf(rest);
  return (
    coefficient.den === 1 &&
    Math.abs(Number(coefficient.num)) === 1 &&
    factors.every((factor) => factor.kind === "name" || (factor.kind === "power" && factor.base.kind === "name"))
  );
}
