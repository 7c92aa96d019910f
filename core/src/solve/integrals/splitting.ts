import { multipliedOut } from "../../calculus/integral/multiplying-out.ts";
import { step } from "../../derivation/step.ts";
import { name, negate, product, subtract, TWO, ZERO } from "../../expression/construct.ts";
import { contains, distinct, type Expression, equal, factorsOf } from "../../expression/expression.ts";
import { extendedSum, infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, definiteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import { expand, simplify } from "../../truth/index.ts";
import type { IntegralFound, IntegralSearch, IntegralValue } from "./found.ts";
import { plainValue } from "./plain-value.ts";

/** Whether an integrand between opposite bounds is odd or even. */
function parityOf({ body, variable, lower, upper }: DefiniteIntegral): "odd" | "even" | undefined {
  if (!equal(simplify(negate(lower)).expression, upper) || equal(lower, upper)) return undefined;
  const mirrored = substitute(body, new Map([[variable, negate(name(variable))]]));
  const isZero = (e: Expression): boolean => equal(simplify(e).expression, ZERO);
  if (isZero(subtract(mirrored, body))) return "even";
  return isZero(subtract(mirrored, negate(body))) ? "odd" : undefined;
}

const halfOf = ({ body, variable, upper }: DefiniteIntegral): DefiniteIntegral => definiteIntegral(body, variable, ZERO, upper);

/** An odd integrand between opposite bounds: 0, where the half is finite. */
export function byOddness(integral: DefiniteIntegral, { assumptions, confirmed, integrate }: IntegralSearch): IntegralFound | undefined {
  if (equal(integral.body, ZERO) || parityOf(integral) !== "odd") return undefined;
  const half = halfOf(integral);
  const end = step("odd integrand", [], { kind: "symmetric integral", before: integral, parity: "odd", half, after: ZERO });
  if (confirmed(end, [], assumptions)) return { kind: "value", value: ZERO, steps: [end], conditions: [], inPieces: integral };
  const found = integrate(half);
  if (found?.kind !== "value" || infinityOf(found.value) !== undefined) return undefined;
  return { kind: "value", value: ZERO, steps: [...found.steps, end], conditions: found.conditions, inPieces: integral };
}

/** An even integrand between opposite bounds: twice the half. */
export function twiceTheHalf(integral: DefiniteIntegral, { assumptions, integrate }: IntegralSearch): IntegralFound | undefined {
  if (parityOf(integral) !== "even") return undefined;
  const half = halfOf(integral);
  const found = integrate(half);
  if (found?.kind !== "value") return undefined;
  const value = infinityOf(found.value) === undefined ? plainValue(product(TWO, found.value), [...assumptions, ...found.conditions]) : found.value;
  const end = step("even integrand", [], { kind: "symmetric integral", before: integral, parity: "even", half, after: value });
  return { kind: "value", value, steps: [...found.steps, end], conditions: found.conditions, inPieces: integral };
}

/** A sum term by term, where each has a finite integral of its own. */
export function byTerms(integral: DefiniteIntegral, { assumptions, integrate }: IntegralSearch): IntegralFound | undefined {
  const { body, variable, lower, upper } = integral;
  const open = multipliedOut(expand(body), variable) ?? expand(body);
  if (open.kind !== "sum" && factorsOf(open).every((factor) => contains(factor, variable))) return undefined;
  const parts: { factor: Expression; integral: DefiniteIntegral; found: IntegralValue }[] = [];
  for (const term of open.kind === "sum" ? open.terms : [open]) {
    const factors = factorsOf(term);
    const factor = product(...factors.filter((one) => !contains(one, variable)));
    const own = definiteIntegral(product(...factors.filter((one) => contains(one, variable))), variable, lower, upper);
    const found = integrate(own);
    if (found?.kind !== "value" || infinityOf(found.value) !== undefined) return undefined;
    parts.push({ factor, integral: own, found });
  }
  const total = extendedSum(parts.map(({ factor, found }) => product(factor, found.value))) ?? ZERO;
  const conditions = distinct(parts.flatMap(({ found }) => found.conditions));
  const value = plainValue(total, [...assumptions, ...conditions]);
  const end = step("put the integrals in", [], {
    kind: "integral by terms",
    before: integral,
    parts: parts.map(({ factor, integral: own }) => ({ factor, integral: own })),
    after: value,
  });
  return { kind: "value", value, steps: [...parts.flatMap(({ found }) => found.steps), end], conditions, inPieces: integral };
}
