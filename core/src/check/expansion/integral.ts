import { curveDomain } from "../../expression/domain.ts";
import { contains, type Expression, equal } from "../../expression/expression.ts";
import { jumpingParts } from "../../expression/functions/kinds.ts";
import { type DefiniteIntegral, definiteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import { type Arithmetic, type Expansion, NotExpanded } from "./expansion.ts";
import type { Monomial } from "./monomial.ts";

/**
 * An integral whose bounds, or whose integrand, come to a limit: the integral between the limits of the bounds, and at each end the width of the strip beyond
 * it times the integrand there (mean value theorem), known to the first order in what vanishes.
 * @throws NotExpanded where a bound grows or the integrand may jump
 */
export function integralExpansion(e: DefiniteIntegral, variable: string, own: (part: Expression) => Expansion, calculus: Arithmetic): Expansion {
  if (jumpingParts(e.body).length > 0) throw new NotExpanded("an integrand may jump");
  const [lower, upper] = [e.lower, e.upper].map((bound) => settled(own(bound), calculus));
  if (!lower || !upper) throw new NotExpanded("a bound is not expanded");
  const at = (bound: Expression): Expression => substitute(e.body, new Map([[e.variable, bound]]));
  const strip = (end: Settled, bound: Expression): Expansion => {
    if (!end.width) return { terms: [], rest: undefined };
    const there = settled(own(at(bound)), calculus);
    const beside = settled(own(at(end.constant)), calculus);
    const rest = [end.width, there.width, beside.width].reduce((a, b) => (a && b ? (calculus.compare(a, b) >= 0 ? a : b) : (a ?? b)));
    return calculus.multiply(end.small, calculus.add(calculus.constant(there.constant), { terms: [], rest }));
  };
  return calculus.add(between(e, lower.constant, upper.constant, variable, own, calculus), strip(upper, e.upper), calculus.negative(strip(lower, e.lower)));
}

/** What comes to a number: the number, what is left, and the size of that. */
interface Settled {
  readonly constant: Expression;
  readonly small: Expansion;
  readonly width: Monomial | undefined;
}

function settled(a: Expansion, calculus: Arithmetic): Settled {
  const { infinite, constant, small } = calculus.parts(a);
  if (infinite.length > 0) throw new NotExpanded("a bound or an integrand grows");
  return { constant, small, width: small.terms[0]?.monomial ?? small.rest };
}

/** The integral between fixed bounds, term by term where the integrand varies: on a closed interval a continuous expansion holds uniformly. */
function between(
  e: DefiniteIntegral,
  lower: Expression,
  upper: Expression,
  variable: string,
  own: (part: Expression) => Expansion,
  calculus: Arithmetic,
): Expansion {
  const integral = (body: Expression): Expression => definiteIntegral(body, e.variable, lower, upper);
  if (equal(lower, upper)) return { terms: [], rest: undefined };
  if (!contains(e.body, variable)) return calculus.constant(integral(e.body));
  if (curveDomain(e.body).some((condition) => contains(condition, e.variable))) throw new NotExpanded("an integrand with a place where it has no value");
  const { terms, rest } = own(e.body);
  return { terms: terms.map(({ coefficient, monomial }) => ({ coefficient: integral(coefficient), monomial })), rest };
}
