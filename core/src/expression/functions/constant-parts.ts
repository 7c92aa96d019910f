import { I, isPositiveConstant, product, sum, ZERO } from "../construct.ts";
import { type Expression, equal, factorsOf } from "../expression.ts";

/** A number written with i, taken apart. */
export interface Parts {
  readonly re: Expression;
  readonly im: Expression;
}

function isRealConstant(e: Expression): boolean {
  return e.kind === "number" || isPositiveConstant(e) || ((e.kind === "product" || e.kind === "sum") && partsOf(e).every(isRealConstant));
}

function partsOf(e: Expression & { kind: "product" | "sum" }): readonly Expression[] {
  return e.kind === "product" ? e.factors : e.terms;
}

/** Real and imaginary part of a sum of real constants and multiples of i, as 3 + √2 i; undefined for anything else. */
export function constantParts(e: Expression): Parts | undefined {
  const real: Expression[] = [];
  const imaginary: Expression[] = [];
  for (const term of e.kind === "sum" ? e.terms : [e]) {
    const factors = factorsOf(term);
    const others = factors.filter((factor) => !equal(factor, I));
    if (!others.every(isRealConstant)) return undefined;
    if (others.length === factors.length) real.push(term);
    else imaginary.push(product(...others));
  }
  return { re: real.length > 0 ? sum(...real) : ZERO, im: imaginary.length > 0 ? sum(...imaginary) : ZERO };
}
