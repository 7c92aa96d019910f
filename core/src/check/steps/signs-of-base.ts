import { call, equation, negate, ONE, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { sidesOf } from "../../expression/equations.ts";
import { type Expression, equal, factorsOf } from "../../expression/expression.ts";
import { decide, equalityTest } from "../../truth/index.ts";

type PowerNode = Expression & { readonly kind: "power" };

/**
 * Whether the alternatives hold every real solution of a^b = a^k c. With e^(b ln a) for a^b a solution has
 * - a > 0: then c > 0 and (b − k) ln a = ln c;
 * - a < 0 and b − k whole: |a|^(b − k) is c or −c, so (b − k) ln(−a) is ln c or ln(−c);
 * - a = 0.
 * An alternative may be missing where the sign of c, or that of a, is proven to leave it empty.
 */
export function coversSigns(before: Expression, alternatives: readonly Expression[], assumptions: readonly Expression[]): boolean {
  const operands = sidesOf(before);
  return [operands, [...operands].reverse()].some(
    ([own, other]) => own?.kind === "power" && other !== undefined && covers(own, other, alternatives, assumptions),
  );
}

function covers({ base, exponent }: PowerNode, other: Expression, alternatives: readonly Expression[], assumptions: readonly Expression[]): boolean {
  const { value, exponent: taken } = withoutPowersOf(base, other);
  const rest = subtract(exponent, taken);
  const is = (left: Expression, comparison: "<=" | ">=" | "!="): boolean => decide(relation(left, comparison, ZERO), assumptions) === true;
  const has = (side: Expression, result: Expression): boolean => {
    const wanted = subtract(product(rest, call("ln", side)), call("ln", result));
    const known = [...assumptions, ...realDomain(wanted)];
    return alternatives.some(
      (one) => one.kind === "relation" && equalityTest(subtract(one.operands[0] ?? ZERO, one.operands[1] ?? ZERO), wanted, known).kind === "zero",
    );
  };
  const minus = negate(base);
  const positive = is(base, "<=") || is(value, "<=") || has(base, value);
  const negative = is(base, ">=") || ((is(value, "<=") || has(minus, value)) && (is(value, ">=") || has(minus, negate(value))));
  const zero = is(base, "!=") || (equal(other, value) && is(value, "!=")) || alternatives.some((one) => equal(one, equation(base, ZERO)));
  return positive && negative && zero;
}

/** The other side as value · base^exponent. */
function withoutPowersOf(base: Expression, e: Expression): { readonly value: Expression; readonly exponent: Expression } {
  const factors = factorsOf(e);
  const exponents = factors.map((factor) => (equal(factor, base) ? ONE : factor.kind === "power" && equal(factor.base, base) ? factor.exponent : undefined));
  const value = product(...factors.filter((_, k) => exponents[k] === undefined));
  const exponent = sum(...exponents.flatMap((one) => (one ? [one] : [])));
  // Written back together it must be what it was.
  return equal(product(value, power(base, exponent)), e) || exponents.every((one) => one === undefined || equal(one, ONE))
    ? { value, exponent }
    : { value: e, exponent: ZERO };
}
