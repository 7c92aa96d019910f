import { name, splitCoefficient } from "../expression/construct.ts";
import { type Expression, factorsOf, freeNames } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import { type Dimension, equal, multiply, NO_DIMENSION, power, SOUGHT, soughtWhereEqual } from "./dimension.ts";
import { readUnit } from "./read.ts";

/** Two parts that stand side by side in a sum or relation and must be of one kind. */
export interface Pair {
  readonly parts: readonly [Expression, Expression];
  readonly dimensions: readonly [Dimension, Dimension];
  /** Whether no number stands in the parts that could carry a unit of its own. */
  readonly certain: boolean;
}

/** What is known of the dimensions in an expression. */
export interface Measured {
  /** The dimension of the whole; undefined where a name without a unit decides it. */
  readonly dimension: Dimension | undefined;
  /** What stands side by side, as far as both dimensions are known. */
  readonly pairs: readonly Pair[];
  /** Numbers other than 0 beside what has a dimension: their unit was not written. */
  readonly bare: readonly { readonly value: Expression; readonly dimension: Dimension }[];
}

const NUMBER: Measured = { dimension: NO_DIMENSION, pairs: [], bare: [] };
const UNKNOWN: Measured = { ...NUMBER, dimension: undefined };

/** A unit as a factor among names: its value is not put in, so that its dimension is seen. */
export function unitFactor(text: string): Expression {
  return name(unitName(text));
}

/** The name under which a unit stands among the names of an expression, from its text: `[m/s]`. */
export function unitName(text: string): string {
  return `[${text}]`;
}

/** The text of a unit that stands as a factor. */
export function unitOfFactor(letter: string): string | undefined {
  return letter.startsWith("[") ? letter.slice(1, -1) : undefined;
}

/**
 * The dimensions in an expression in names whose units are given and in units as factors (SI Brochure, 9th edition, 2.3.3: what is added or
 * compared is of one dimension, and a product has the product of the dimensions). A number alone is held against nothing, since the author may
 * have left its unit out.
 */
export function measure(e: Expression, given: ReadonlyMap<string, Dimension>): Measured {
  const at = (part: Expression): Measured => measure(part, given);
  switch (e.kind) {
    case "number":
    case "constant":
      return NUMBER;
    case "name": {
      const unit = unitOfFactor(e.name);
      return { ...NUMBER, dimension: given.get(e.name) ?? (unit === undefined ? undefined : readUnit(unit)?.dimension) };
    }
    case "sum":
      return common(e.terms, at);
    case "product":
      return e.factors.map(at).reduce((a, b) => joined(a, b, multiply));
    case "power": {
      const base = at(e.base);
      const { exponent } = e;
      return exponent.kind === "number" ? { ...base, dimension: base.dimension && power(base.dimension, exponent.value) } : also(NUMBER, base, at(exponent));
    }
    case "call":
      return ofCall(e, at);
    case "relation":
      return common(e.operands, at);
    case "cases":
      return also(common([...e.branches.map(({ value }) => value), ...(e.otherwise ? [e.otherwise] : [])], at), ...e.branches.map((one) => at(one.condition)));
    case "derivative": {
      const variable = given.get(e.variable);
      return joined(at(e.body), { ...NUMBER, dimension: variable && power(variable, rational.rational(-e.order)) }, multiply);
    }
    case "iterated": {
      if (e.operator === "sum") return at(e.body);
      return e.operator === "integral" ? joined(at(e.body), { ...NUMBER, dimension: given.get(e.variable) }, multiply) : UNKNOWN;
    }
    case "logic":
      return also(UNKNOWN, ...e.items.map(at));
    case "tuple":
      return also(UNKNOWN, ...e.items.map(at));
  }
}

/** What is found of a whole, with what is found in some parts. */
function also(whole: Measured, ...parts: readonly Measured[]): Measured {
  return {
    dimension: whole.dimension,
    pairs: [whole, ...parts].flatMap(({ pairs }) => pairs),
    bare: [whole, ...parts].flatMap(({ bare }) => bare),
  };
}

function ofCall({ name: called, args }: Expression & { readonly kind: "call" }, at: (part: Expression) => Measured): Measured {
  switch (called) {
    case "abs":
    case "min":
    case "max":
    case "Re":
    case "Im":
    case "conj":
      return common(args, at);
    case "root": {
      const [degree, radicand] = args;
      if (degree?.kind !== "number" || !radicand) return UNKNOWN;
      const inside = at(radicand);
      return { ...inside, dimension: inside.dimension && power(inside.dimension, rational.invert(degree.value)) };
    }
    default:
      return also(NUMBER, ...args.map(at));
  }
}

function joined(a: Measured, b: Measured, how: (a: Dimension, b: Dimension) => Dimension): Measured {
  return also({ ...NUMBER, dimension: a.dimension && b.dimension && how(a.dimension, b.dimension) }, a, b);
}

/** What all parts have in common, as far as it is known. */
function common(parts: readonly Expression[], at: (part: Expression) => Measured): Measured {
  const found = parts.map((part) => ({ part, isNumber: freeNames(part).size === 0, ...at(part) }));
  const known = found.flatMap(({ part, dimension, isNumber }) => (dimension && !isNumber ? [{ part, dimension }] : []));
  const [first, ...others] = known;
  const inside = also(UNKNOWN, ...found);
  if (!first) return { ...inside, dimension: found.every(({ isNumber }) => isNumber) ? NO_DIMENSION : undefined };
  const pairs = others.map(
    ({ part, dimension }): Pair => ({
      parts: [first.part, part],
      dimensions: [first.dimension, dimension],
      certain: isBare(first.part) && isBare(part),
    }),
  );
  const numbers = equal(first.dimension, NO_DIMENSION)
    ? []
    : found.filter(({ part, isNumber }) => isNumber && !(part.kind === "number" && part.value.num === 0));
  const isOne = pairs.every(({ dimensions: [a, b] }) => equal(a, b));
  return {
    dimension: isOne ? first.dimension : undefined,
    pairs: [...pairs, ...inside.pairs],
    bare: [...numbers.map(({ part }) => ({ value: part, dimension: first.dimension })), ...inside.bare],
  };
}

/** Whether no number in a part can have a unit of its own: it holds names, and before each product stands 1, a half, a third, or several names. */
function isBare(part: Expression): boolean {
  if (part.kind === "sum") return part.terms.every(isBare);
  if (part.kind === "power") return isBare(part.base);
  if (part.kind === "name") return true;
  const { coefficient, rest } = splitCoefficient(part);
  // Circular functions and the like are plain numbers, whatever stands in them.
  const factors = factorsOf(rest).filter((factor) => factor.kind !== "constant" && factor.kind !== "call");
  const isUnit = factors.some((factor) => factor.kind === "name" && unitOfFactor(factor.name) !== undefined);
  const isOne = Math.abs(Number(coefficient.num)) === 1;
  return factors.length > 0 && factors.every((factor) => factor !== part && isBare(factor)) && (isUnit || isOne || freeNames(rest).size > 1);
}

/** A dimension that is asked for, and whether no number stands beside it that could carry a unit of its own. */
export interface Sought {
  readonly dimension: Dimension;
  readonly certain: boolean;
}

/** The dimension that a name must have for what stands side by side to be of one kind; undefined where that is not told. */
export function soughtDimension(e: Expression, letter: string, given: ReadonlyMap<string, Dimension>): Sought | undefined {
  const { pairs } = measure(e, new Map(given).set(letter, SOUGHT));
  const found = pairs.flatMap(({ dimensions: [a, b], certain }): readonly Sought[] => {
    const dimension = soughtWhereEqual(a, b);
    return dimension ? [{ dimension, certain }] : [];
  });
  return found.find(({ certain }) => certain) ?? found[0];
}
