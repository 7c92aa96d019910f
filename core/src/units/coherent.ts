import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { BASE_UNITS, type Dimension, equal } from "./dimension.ts";
import { readUnit } from "./read.ts";
import { unitNamed } from "./unit.ts";

/** Units with names of their own that results are given in. */
const NAMED = ["N", "J", "W", "Pa", "V", "Ω", "C", "F", "T", "Wb", "H"] as const;
/** Products of units by which a dimension is known better than by its base units. */
const IN_USE = [
  "N/m",
  "V/m",
  "J/K",
  "J/(kg K)",
  "J/mol",
  "J/(mol K)",
  "W/m^2",
  "W/(m K)",
  "W/(m^2 K)",
  "Pa s",
  "Ω m",
  "F/m",
  "H/m",
  "C/m^2",
  "A/m",
  "T/m",
] as const;
/** The order in which base units are written in a product. */
const WRITTEN_ORDER = ["kg", "m", "A", "K", "mol", "cd", "s"] as const;

function powerText(symbol: string, exponent: Rational): string {
  if (rational.equal(exponent, rational.ONE)) return symbol;
  return exponent.den === 1 ? `${symbol}^${exponent.num}` : `${symbol}^(${exponent.num}/${exponent.den})`;
}

/** The coherent SI unit of a dimension in words of base units, or by its name: `m/s^2`, `J`; empty for plain numbers. */
export function coherentUnit(dimension: Dimension): string {
  const named = NAMED.find((symbol) => equal(unitNamed(symbol)?.dimension ?? [], dimension));
  if (named) return named;
  const inUse = IN_USE.find((text) => equal(readUnit(text)?.dimension ?? [], dimension));
  if (inUse !== undefined) return inUse;
  const parts = WRITTEN_ORDER.map((symbol) => ({ symbol, exponent: dimension[BASE_UNITS.indexOf(symbol)] ?? rational.ZERO }));
  const above = parts.filter(({ exponent }) => exponent.num > 0);
  const below = parts.filter(({ exponent }) => exponent.num < 0);
  const product = (list: typeof parts, turned: boolean): string =>
    list.map(({ symbol, exponent }) => powerText(symbol, turned ? rational.negate(exponent) : exponent)).join(" ");
  if (below.length === 0) return product(above, false);
  if (above.length === 0) return product(below, false);
  return `${product(above, false)}/${below.length === 1 ? product(below, true) : `(${product(below, true)})`}`;
}
