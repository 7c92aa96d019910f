import { product, sum } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, termsOf } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { simplify } from "../../truth/index.ts";
import { BASIC } from "./basic.ts";
import { byTerms } from "./linearity.ts";
import { type Antiderivative, integralStep, type Rule } from "./rule.ts";

const MOST_TERMS = 60;
const FEW_TERMS = 4;

/** A product of sums that becomes a sum when it is multiplied out. */
export const MULTIPLYING_OUT: Rule = (f, { variable, integrate }) => {
  const open = multipliedOut(f, variable);
  const found = open && !equal(open, f) ? integrate(open) : undefined;
  return open && found && concludedFrom(f, open, found, variable);
};

/** As `MULTIPLYING_OUT`, where that leaves a few basic integrals only. */
export const DISTRIBUTING: Rule = (f, search) => {
  const open = multipliedOut(f, search.variable);
  if (open?.kind !== "sum" || equal(open, f) || open.terms.length > FEW_TERMS) return undefined;
  const found = byTerms(open, { ...search, integrate: (term) => BASIC(term, search) });
  return found && concludedFrom(f, open, found, search.variable);
};

function concludedFrom(f: Expression, open: Expression, { value, steps }: Antiderivative, variable: string): Antiderivative {
  return { value, steps: [integralStep("multiply out", [], f, variable, indefiniteIntegral(open, variable)), ...steps] };
}

/** Whole powers of sums and products of sums term by term; undefined where there is none, or there are too many terms. */
export function multipliedOut(f: Expression, variable: string): Expression | undefined {
  const factors = factorsOf(f).flatMap(repeated);
  if (!factors.some((factor) => factor.kind === "sum" && contains(factor, variable))) return undefined;
  let terms: readonly Expression[] = [product()];
  for (const factor of factors) {
    const own = termsOf(factor);
    if (terms.length * own.length > MOST_TERMS) return undefined;
    terms = terms.flatMap((term) => own.map((part) => product(term, part)));
  }
  return sum(...terms.map((term) => simplify(term).expression));
}

/** A whole power of a sum as that many factors. */
function repeated(factor: Expression): readonly Expression[] {
  if (factor.kind !== "power" || factor.base.kind !== "sum" || factor.exponent.kind !== "number") return [factor];
  const { num, den } = factor.exponent.value;
  return den === 1 && typeof num === "number" && num > 1 && num <= 12 ? Array.from({ length: num }, () => factor.base) : [factor];
}
