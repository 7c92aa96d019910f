import { divide, number, ONE, PI, product, subtract, sum } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import { type Dimension, dimension, NO_DIMENSION } from "./dimension.ts";

/** A unit: what it measures, and how many of the coherent SI unit it is, exactly. */
export interface Unit {
  /** As it is written: `km/h`. */
  readonly text: string;
  readonly dimension: Dimension;
  readonly factor: Expression;
  /** What is added to the number times the factor: degrees Celsius begin at 273.15 K. */
  readonly offset?: Expression;
}

interface Known {
  readonly dimension: Dimension;
  readonly factor?: Expression;
  /** Whether it takes prefixes. */
  readonly prefixed?: boolean;
  readonly offset?: Expression;
}

const ratio = (num: number, den = 1): Expression => number(rational.rational(num, den));
const decimal = (digits: number, exponent: number): Expression =>
  number(rational.multiply(rational.rational(digits), rational.power(rational.rational(10), exponent)));
const DEGREE = divide(PI, ratio(180));

/**
 * Units of the SI with special names, and units accepted for use with it, with their exact values (SI Brochure, 9th edition, 2019,
 * tables 2, 4 and 8). The other ones: the bar, the
 * atmosphere and the millimetre of mercury as in the 8th edition (table 8) and CGPM 1954, the light year of IAU 2012, CODATA 2018 for the dalton, ISO 80000-5 for the degree Fahrenheit.
 */
const KNOWN: Readonly<Record<string, Known>> = {
  s: { dimension: dimension({ s: 1 }), prefixed: true },
  m: { dimension: dimension({ m: 1 }), prefixed: true },
  g: { dimension: dimension({ kg: 1 }), factor: ratio(1, 1000), prefixed: true },
  A: { dimension: dimension({ A: 1 }), prefixed: true },
  K: { dimension: dimension({ K: 1 }), prefixed: true },
  mol: { dimension: dimension({ mol: 1 }), prefixed: true },
  cd: { dimension: dimension({ cd: 1 }), prefixed: true },
  rad: { dimension: NO_DIMENSION, prefixed: true },
  sr: { dimension: NO_DIMENSION },
  Hz: { dimension: dimension({ s: -1 }), prefixed: true },
  N: { dimension: dimension({ kg: 1, m: 1, s: -2 }), prefixed: true },
  Pa: { dimension: dimension({ kg: 1, m: -1, s: -2 }), prefixed: true },
  J: { dimension: dimension({ kg: 1, m: 2, s: -2 }), prefixed: true },
  W: { dimension: dimension({ kg: 1, m: 2, s: -3 }), prefixed: true },
  C: { dimension: dimension({ A: 1, s: 1 }), prefixed: true },
  V: { dimension: dimension({ kg: 1, m: 2, s: -3, A: -1 }), prefixed: true },
  F: { dimension: dimension({ kg: -1, m: -2, s: 4, A: 2 }), prefixed: true },
  Ω: { dimension: dimension({ kg: 1, m: 2, s: -3, A: -2 }), prefixed: true },
  ohm: { dimension: dimension({ kg: 1, m: 2, s: -3, A: -2 }), prefixed: true },
  S: { dimension: dimension({ kg: -1, m: -2, s: 3, A: 2 }), prefixed: true },
  Wb: { dimension: dimension({ kg: 1, m: 2, s: -2, A: -1 }), prefixed: true },
  T: { dimension: dimension({ kg: 1, s: -2, A: -1 }), prefixed: true },
  H: { dimension: dimension({ kg: 1, m: 2, s: -2, A: -2 }), prefixed: true },
  lm: { dimension: dimension({ cd: 1 }), prefixed: true },
  lx: { dimension: dimension({ cd: 1, m: -2 }), prefixed: true },
  Bq: { dimension: dimension({ s: -1 }), prefixed: true },
  Gy: { dimension: dimension({ m: 2, s: -2 }), prefixed: true },
  Sv: { dimension: dimension({ m: 2, s: -2 }), prefixed: true },
  kat: { dimension: dimension({ mol: 1, s: -1 }), prefixed: true },
  min: { dimension: dimension({ s: 1 }), factor: ratio(60) },
  h: { dimension: dimension({ s: 1 }), factor: ratio(3600) },
  d: { dimension: dimension({ s: 1 }), factor: ratio(86400) },
  au: { dimension: dimension({ m: 1 }), factor: ratio(149597870700) },
  "°": { dimension: NO_DIMENSION, factor: DEGREE },
  deg: { dimension: NO_DIMENSION, factor: DEGREE },
  ha: { dimension: dimension({ m: 2 }), factor: ratio(10000) },
  L: { dimension: dimension({ m: 3 }), factor: ratio(1, 1000), prefixed: true },
  l: { dimension: dimension({ m: 3 }), factor: ratio(1, 1000), prefixed: true },
  t: { dimension: dimension({ kg: 1 }), factor: ratio(1000), prefixed: true },
  eV: { dimension: dimension({ kg: 1, m: 2, s: -2 }), factor: decimal(1602176634, -28), prefixed: true },
  Wh: { dimension: dimension({ kg: 1, m: 2, s: -2 }), factor: ratio(3600), prefixed: true },
  cal: { dimension: dimension({ kg: 1, m: 2, s: -2 }), factor: ratio(4184, 1000), prefixed: true },
  u: { dimension: dimension({ kg: 1 }), factor: decimal(166053906660, -38) },
  ly: { dimension: dimension({ m: 1 }), factor: ratio(9460730472580800) },
  bar: { dimension: dimension({ kg: 1, m: -1, s: -2 }), factor: ratio(100000), prefixed: true },
  atm: { dimension: dimension({ kg: 1, m: -1, s: -2 }), factor: ratio(101325) },
  mmHg: { dimension: dimension({ kg: 1, m: -1, s: -2 }), factor: ratio(133322387415, 1000000000) },
  "°C": { dimension: dimension({ K: 1 }), offset: ratio(27315, 100) },
  "°F": { dimension: dimension({ K: 1 }), factor: ratio(5, 9), offset: ratio(45967, 180) },
  "%": { dimension: NO_DIMENSION, factor: ratio(1, 100) },
  "‰": { dimension: NO_DIMENSION, factor: ratio(1, 1000) },
};

/** Units in words, by their symbols; they may stand in the plural. */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  s: ["second"],
  min: ["minute"],
  h: ["hour"],
  d: ["day"],
  m: ["metre", "meter"],
  mm: ["millimetre", "millimeter"],
  cm: ["centimetre", "centimeter"],
  km: ["kilometre", "kilometer"],
  L: ["litre", "liter"],
  g: ["gram"],
  kg: ["kilogram"],
  t: ["tonne"],
  N: ["newton"],
  kN: ["kilonewton"],
  J: ["joule"],
  kJ: ["kilojoule"],
  W: ["watt"],
  kW: ["kilowatt"],
  Pa: ["pascal"],
  A: ["ampere", "amp"],
  V: ["volt"],
  C: ["coulomb"],
  F: ["farad"],
  H: ["henry"],
  T: ["tesla"],
  Hz: ["hertz"],
  K: ["kelvin"],
  mol: ["mole"],
  rad: ["radian"],
  "°": ["degree"],
};

/** The symbol of a unit that is written as a word: `m` for metres. */
export function symbolOfWord(word: string): string | undefined {
  const single = word.endsWith("s") ? word.slice(0, -1) : word;
  return Object.keys(WORDS).find((symbol) => WORDS[symbol]?.includes(word) || WORDS[symbol]?.includes(single));
}

/** Powers of ten (SI Brochure, 9th edition, table 7); u is typed for µ. */
const PREFIXES: Readonly<Record<string, number>> = {
  Q: 30,
  R: 27,
  Y: 24,
  Z: 21,
  E: 18,
  P: 15,
  T: 12,
  G: 9,
  M: 6,
  k: 3,
  h: 2,
  da: 1,
  d: -1,
  c: -2,
  m: -3,
  µ: -6,
  μ: -6,
  u: -6,
  n: -9,
  p: -12,
  f: -15,
  a: -18,
  z: -21,
  y: -24,
  r: -27,
  q: -30,
};

/** Prefixes that stand with any unit in everyday writing, and other prefixed units in use: the rest is read only where nothing but a unit can stand. */
const EVERYDAY_PREFIXES: ReadonlySet<string> = new Set(["k", "M", "G", "T", "c", "m", "µ", "μ", "u", "n", "p"]);
const EVERYDAY: ReadonlySet<string> = new Set(["hPa", "dm", "dL", "dl", "fm", "fC", "kt", "Mt"]);

/** Whether a symbol is one that a reader takes for a unit: km, hPa, but no at or ct. */
export function isEveryday(symbol: string): boolean {
  if (known(symbol) || EVERYDAY.has(symbol)) return true;
  return !symbol.endsWith("t") && EVERYDAY_PREFIXES.has(symbol.charAt(0));
}

const known = (symbol: string): Known | undefined => (Object.hasOwn(KNOWN, symbol) ? KNOWN[symbol] : undefined);

/** So many of a unit, in the coherent one. */
export function coherentValue(count: Expression, { factor, offset }: Unit): Expression {
  const multiple = product(count, factor);
  return offset ? sum(multiple, offset) : multiple;
}

/** How many of a unit a value in the coherent one is: the inverse of `coherentValue`. */
export function countOf(value: Expression, { factor, offset }: Unit): Expression {
  return divide(offset ? subtract(value, offset) : value, factor);
}

/** The unit with this symbol, with a prefix or without; undefined where there is none. */
export function unitNamed(symbol: string): Unit | undefined {
  const own = known(symbol);
  if (own) return { text: symbol, dimension: own.dimension, factor: own.factor ?? ONE, ...(own.offset ? { offset: own.offset } : {}) };
  for (const [prefix, exponent] of Object.entries(PREFIXES)) {
    const base = symbol.startsWith(prefix) ? known(symbol.slice(prefix.length)) : undefined;
    if (base?.prefixed) return { text: symbol, dimension: base.dimension, factor: product(decimal(1, exponent), base.factor ?? ONE) };
  }
  return undefined;
}
