import { call, divide, equation, isNumber, negate, number, ONE, power, product, splitCoefficient, sum } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, termsOf } from "../../expression/expression.ts";
import { replacePart } from "../../expression/substitute.ts";
import { tidied } from "../tidy.ts";

/** A law that does not hold, as it is used on a part. */
export interface WrongUse {
  /** What the law claims of the part, which is wrong. */
  readonly claim: Expression;
  readonly after: Expression;
}

/** A part and what those who believe a law make of it; `whole` is what becomes of the node, where the part is not all of it. */
interface Believed {
  readonly part: Expression;
  readonly by: Expression;
  readonly whole?: Expression;
}

/** What those who believe a law make of a node or of a part of it. */
type WrongLaw = (node: Expression) => readonly Believed[];

const SPLIT: ReadonlySet<string> = new Set(["ln", "lg", "lb", "sin", "cos", "tan", "sinh", "cosh", "tanh", "abs", "arctan", "arcsin"]);
const LOGARITHMS: ReadonlySet<string> = new Set(["ln", "lg", "lb"]);

const all = (part: Expression, by: Expression): readonly Believed[] => [{ part, by }];

/** f(u + v) = f(u) + f(v). */
const ofSum: WrongLaw = (node) => {
  const [u] = node.kind === "call" && SPLIT.has(node.name) ? node.args : [];
  return node.kind === "call" && u?.kind === "sum" ? all(node, sum(...u.terms.map((term) => call(node.name, term)))) : [];
};

/** f(u) + f(v) = f(u + v). */
const sumOf: WrongLaw = (node) =>
  pairsOf(termsOf(node)).flatMap(([a, b, rest]) => {
    const [u, v] = a.kind === "call" && b.kind === "call" && a.name === b.name && SPLIT.has(a.name) ? [a.args[0], b.args[0]] : [];
    const joined = a.kind === "call" && u && v && call(a.name, sum(u, v));
    return joined ? [{ part: sum(a, b), by: joined, whole: sum(joined, ...rest) }] : [];
  });

/** f(c u) = c f(u). */
const ofMultiple: WrongLaw = (node) => {
  const [u] = node.kind === "call" && SPLIT.has(node.name) ? node.args : [];
  const [first, ...rest] = u?.kind === "product" ? u.factors : [];
  return node.kind === "call" && first?.kind === "number" && rest.length > 0 ? all(node, product(first, call(node.name, product(...rest)))) : [];
};

/** ln(u v) = ln u · ln v. */
const ofProduct: WrongLaw = (node) => {
  const [u] = node.kind === "call" && LOGARITHMS.has(node.name) ? node.args : [];
  return node.kind === "call" && u?.kind === "product" ? all(node, product(...u.factors.map((factor) => call(node.name, factor)))) : [];
};

/** (u + v)^n = u^n + v^n: squares, roots and reciprocals. */
const powerOfSum: WrongLaw = (node) =>
  node.kind === "power" && node.base.kind === "sum" ? all(node, sum(...node.base.terms.map((term) => power(term, node.exponent)))) : [];

/** u^n + v^n = (u + v)^n, and u^n − v^n = (u − v)^n. */
const sumOfPowers: WrongLaw = (node) =>
  pairsOf(termsOf(node)).flatMap(([a, b, rest]) => {
    const [first, second] = [a, b].map(signedPower).sort((p, q) => (q?.sign ?? 0) - (p?.sign ?? 0));
    if (!first || !second || !equal(first.exponent, second.exponent)) return [];
    const joined = product(number(first.sign), power(sum(first.base, product(number(first.sign * second.sign), second.base)), first.exponent));
    return [{ part: sum(a, b), by: joined, whole: sum(joined, ...rest) }];
  });

/** ±u^n with a number n. */
function signedPower(e: Expression): { readonly sign: 1 | -1; readonly base: Expression; readonly exponent: Expression } | undefined {
  const sign = splitCoefficient(e).coefficient.num === -1 ? -1 : 1;
  const part = sign === -1 ? negate(e) : e;
  return part.kind === "power" && part.exponent.kind === "number" ? { sign, base: part.base, exponent: part.exponent } : undefined;
}

/** (c u)^n = c u^n. */
const powerOfMultiple: WrongLaw = (node) => {
  const factors = node.kind === "power" && node.exponent.kind === "number" ? factorsOf(node.base) : [];
  if (node.kind !== "power" || factors.length < 2) return [];
  return factors.map((left): Believed => ({ part: node, by: product(left, ...factors.filter((one) => one !== left).map((one) => power(one, node.exponent))) }));
};

/** b^(u + v) = b^u + b^v. */
const sumInExponent: WrongLaw = (node) =>
  node.kind === "power" && node.exponent.kind === "sum" ? all(node, sum(...node.exponent.terms.map((term) => power(node.base, term)))) : [];

/** b^u b^v = b^(u v). */
const productOfPowers: WrongLaw = (node) => {
  if (node.kind !== "power" || node.exponent.kind !== "sum") return [];
  const { base, exponent } = node;
  return all(product(...exponent.terms.map((term) => power(base, term))), power(base, product(...exponent.terms))).map((one) => ({ ...one, whole: one.by }));
};

/** (b^u)^v = b^(u + v). */
const powerOfPower: WrongLaw = (node) => {
  const [first, ...rest] = node.kind === "power" ? factorsOf(node.exponent) : [];
  return node.kind === "power" && first && rest.length > 0 ? all(node, power(node.base, sum(first, ...rest))) : [];
};

/** (u + v)/u = v: a term is cancelled. */
const cancelledTerm: WrongLaw = (node) =>
  pairsOf(factorsOf(node)).flatMap(([a, b, rest]) => {
    const [whole, below] = a.kind === "sum" ? [a, b] : [b, a];
    if (whole.kind !== "sum" || below.kind !== "power" || !isNumber(below.exponent, -1)) return [];
    return whole.terms
      .filter((term) => equal(term, below.base))
      .flatMap((term) => {
        const others = whole.terms.filter((one) => one !== term);
        return [sum(...others), sum(ONE, ...others)].map((left): Believed => ({ part: product(whole, below), by: left, whole: product(left, ...rest) }));
      });
  });

/** c (u + v) = c u + v: only one term is multiplied; so too where a sum is divided. */
const oneTermMultiplied: WrongLaw = (node) =>
  pairsOf(factorsOf(node)).flatMap(([a, b, rest]) => {
    const [factor, whole] = b.kind === "sum" ? [a, b] : [b, a];
    if (whole.kind !== "sum") return [];
    return whole.terms.map((term): Believed => {
      const by = sum(product(factor, term), ...whole.terms.filter((one) => one !== term));
      return { part: product(factor, whole), by, whole: product(by, ...rest) };
    });
  });

/** a/(u + v) = a/u + a/v. */
const splitBelow: WrongLaw = (node) =>
  pairsOf(factorsOf(node)).flatMap(([a, b, rest]) => {
    const [above, below] = b.kind === "power" ? [a, b] : [b, a];
    if (below.kind !== "power" || below.base.kind !== "sum" || !isNumber(below.exponent, -1)) return [];
    const by = sum(...below.base.terms.map((term) => divide(above, term)));
    return [{ part: product(above, below), by, whole: product(by, ...rest) }];
  });

const LAWS: readonly WrongLaw[] = [
  ofSum,
  sumOf,
  ofMultiple,
  ofProduct,
  powerOfSum,
  sumOfPowers,
  powerOfMultiple,
  sumInExponent,
  productOfPowers,
  powerOfPower,
  cancelledTerm,
  oneTermMultiplied,
  splitBelow,
];

/** Two of several items in each way, and the others. */
function pairsOf(items: readonly Expression[]): readonly (readonly [Expression, Expression, readonly Expression[]])[] {
  if (items.length > MOST_ITEMS) return [];
  return items.flatMap((a, j) => items.slice(j + 1).map((b, k) => [a, b, items.filter((_, at) => at !== j && at !== j + 1 + k)] as const));
}

const MOST_ITEMS = 6;

/** What becomes of an expression when a law that does not hold is used on one of its parts. */
export function wrongUses(e: Expression): readonly WrongUse[] {
  return findAll(e, (part) => part.kind !== "number" && part.kind !== "name").flatMap((node) =>
    LAWS.flatMap((law) => law(node).map(({ part, by, whole }) => ({ claim: equation(part, tidied(by)), after: replacePart(e, node, whole ?? by) }))),
  );
}
