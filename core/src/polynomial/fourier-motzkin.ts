import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";

/** Σ coefficient · variable + constant ≥ 0, or > 0 where it is strict; variables are named by their keys. */
export interface Inequality {
  readonly coefficients: ReadonlyMap<string, Rational>;
  readonly constant: Rational;
  readonly strict: boolean;
}

const MOST_INEQUALITIES = 160;

/**
 * Whether linear inequalities certainly have no common real solution: variables are eliminated one by one by adding pairs with opposite
 * signs (J. Fourier 1826, T. Motzkin 1936). False where there is one, or where it would take too many inequalities.
 */
export function contradictory(inequalities: readonly Inequality[]): boolean {
  let open: readonly Inequality[] = inequalities;
  for (;;) {
    if (open.some(isFalse)) return true;
    const variable = cheapest(open);
    if (variable === undefined) return false;
    open = eliminated(open, variable);
    if (open.length > MOST_INEQUALITIES) return false;
  }
}

function isFalse({ coefficients, constant, strict }: Inequality): boolean {
  if (coefficients.size > 0) return false;
  const sign = rational.sign(constant);
  return sign < 0 || (strict && sign === 0);
}

/** The variable whose elimination makes the fewest inequalities. */
function cheapest(inequalities: readonly Inequality[]): string | undefined {
  const counts = new Map<string, { up: number; down: number }>();
  for (const { coefficients } of inequalities) {
    for (const [variable, coefficient] of coefficients) {
      const count = counts.get(variable) ?? { up: 0, down: 0 };
      if (coefficient.num > 0) count.up += 1;
      else count.down += 1;
      counts.set(variable, count);
    }
  }
  const ranked = [...counts].map(([variable, { up, down }]) => ({ variable, cost: up * down - up - down }));
  return ranked.reduce<{ variable: string; cost: number } | undefined>((best, next) => (best && best.cost <= next.cost ? best : next), undefined)?.variable;
}

function eliminated(inequalities: readonly Inequality[], variable: string): readonly Inequality[] {
  const at = (one: Inequality): number => rational.sign(one.coefficients.get(variable) ?? rational.ZERO);
  const [up, down] = [inequalities.filter((one) => at(one) > 0), inequalities.filter((one) => at(one) < 0)];
  const joined = up.flatMap((a) => down.map((b) => added(a, b, variable)));
  return distinct([...inequalities.filter((one) => at(one) === 0), ...joined]);
}

function added(a: Inequality, b: Inequality, variable: string): Inequality {
  const [p, q] = [a.coefficients.get(variable) ?? rational.ONE, rational.negate(b.coefficients.get(variable) ?? rational.ONE)];
  const coefficients = new Map<string, Rational>();
  for (const key of new Set([...a.coefficients.keys(), ...b.coefficients.keys()])) {
    const sum = rational.add(rational.multiply(q, a.coefficients.get(key) ?? rational.ZERO), rational.multiply(p, b.coefficients.get(key) ?? rational.ZERO));
    if (!rational.isZero(sum)) coefficients.set(key, sum);
  }
  return {
    coefficients,
    constant: rational.add(rational.multiply(q, a.constant), rational.multiply(p, b.constant)),
    strict: a.strict || b.strict,
  };
}

/** Each direction once, with its tightest constant. */
function distinct(inequalities: readonly Inequality[]): readonly Inequality[] {
  const tightest = new Map<string, Inequality>();
  for (const one of inequalities) {
    const scaled = unit(one);
    const key = [...scaled.coefficients]
      .map(([variable, { num, den }]) => `${variable}:${num}/${den}`)
      .sort()
      .join(" ");
    const known = tightest.get(key);
    const order = known ? rational.compare(scaled.constant, known.constant) : -1;
    if (order < 0 || (order === 0 && scaled.strict)) tightest.set(key, scaled);
  }
  return [...tightest.values()];
}

/** With the first coefficient 1 or −1. */
function unit(one: Inequality): Inequality {
  const [first] = [...one.coefficients.keys()].sort();
  const lead = first === undefined ? undefined : one.coefficients.get(first);
  const by = rational.invert(rational.abs(lead ?? (rational.isZero(one.constant) ? rational.ONE : one.constant)));
  return {
    ...one,
    coefficients: new Map([...one.coefficients].map(([key, value]) => [key, rational.multiply(by, value)])),
    constant: rational.multiply(by, one.constant),
  };
}
