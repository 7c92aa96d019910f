import { number, ONE, power, product } from "../expression/construct.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import * as dimensions from "./dimension.ts";
import { type Unit, unitNamed } from "./unit.ts";

type Part = Pick<Unit, "dimension" | "factor">;

const NOTHING: Part = { dimension: dimensions.NO_DIMENSION, factor: ONE };

function raised(part: Part, exponent: Rational): Part {
  return { dimension: dimensions.power(part.dimension, exponent), factor: power(part.factor, number(exponent)) };
}

function joined(a: Part, b: Part): Part {
  return { dimension: dimensions.multiply(a.dimension, b.dimension), factor: product(a.factor, b.factor) };
}

/**
 * Reads a unit such as `m/s^2`, `kg m^2/s`, `J/(kg K)` or `1/s`: factors side by side or with `*` or `·` between them; `/` divides by
 * the one factor that follows. Undefined where it is none.
 */
export function readUnit(source: string): Unit | undefined {
  const tokens = source.match(/[A-Za-zµμΩ°%‰]+|\d+|[()/*·^-]|\S/g) ?? [];
  let at = 0;
  const take = (mark: string): boolean => {
    if (tokens[at] !== mark) return false;
    at += 1;
    return true;
  };
  const atEnd = (): boolean => at >= tokens.length || tokens[at] === ")";

  const whole = (): number | undefined => {
    const sign = take("-") ? -1 : 1;
    const digits = tokens[at];
    if (digits === undefined || !/^\d+$/.test(digits)) return undefined;
    at += 1;
    return sign * Number(digits);
  };
  const exponent = (): Rational | undefined => {
    if (!take("(")) {
      const value = whole();
      return value === undefined ? undefined : rational.rational(value);
    }
    const num = whole();
    const den = take("/") ? whole() : 1;
    return num === undefined || !den || !take(")") ? undefined : rational.rational(num, den);
  };
  const factor = (): Part | undefined => {
    let part: Part | undefined;
    if (take("(")) {
      part = terms();
      if (!part || !take(")")) return undefined;
    } else if (tokens[at] === "1") {
      at += 1;
      return NOTHING;
    } else {
      const own = unitNamed(tokens[at] ?? "");
      part = own && { dimension: own.dimension, factor: own.factor };
      at += 1;
    }
    if (!part || !take("^")) return part;
    const raise = exponent();
    return raise && raised(part, raise);
  };
  const terms = (): Part | undefined => {
    let all = factor();
    while (all && !atEnd()) {
      const divides = take("/");
      if (!divides && !take("*")) take("·");
      const next = factor();
      all = next && joined(all, divides ? raised(next, rational.MINUS_ONE) : next);
    }
    return all;
  };

  const all = terms();
  if (!all || at !== tokens.length) return undefined;
  // Only alone is it a temperature; in a product it is a difference.
  const offset = tokens.length === 1 ? unitNamed(tokens[0] ?? "")?.offset : undefined;
  return { text: source.trim(), ...all, ...(offset ? { offset } : {}) };
}
