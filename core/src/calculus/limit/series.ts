import { E, isNumber, MINUS_ONE, number, ONE, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { children, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { CIRCULAR, HYPERBOLIC } from "../../expression/functions/kinds.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import { Cancelled, LimitOpen } from "./open.ts";

/** A term c ω^e of a series in ω → 0+. */
export interface Term {
  readonly exponent: Expression;
  readonly coefficient: Expression;
}

/** A sum of terms by rising exponents, and the exponent from which on nothing is known; undefined where that is all. */
export interface Series {
  readonly terms: readonly Term[];
  readonly order: Expression | undefined;
}

/** What is known of the letters, the name that grows, and how far series are followed. */
export interface Known {
  readonly assumptions: readonly Expression[];
  readonly variable: string;
  /** Terms with an exponent that is greater by this than the least one are not followed. */
  readonly reach: number;
}

/**
 * Whether a coefficient is 0 for all letters, by the zero test, so that nothing cancels wrongly.
 * @throws LimitOpen where that is not decided.
 */
export function isZero(e: Expression, { assumptions }: Known): boolean {
  if (e.kind === "number") return e.value.num === 0;
  const plain = zeroTest(e).kind;
  if (plain === "zero") return true;
  const equalities = assumptions.filter((one) => one.kind === "relation" && one.comparisons.includes("="));
  if (equalities.length > 0 && decide(relation(e, "=", ZERO), assumptions) === true) return true;
  // What is not 0 everywhere is 0 on no open set (identity theorem).
  if (plain === "nonzero" && equalities.length === 0 && isMeromorphic(e)) return false;
  const { kind } = zeroTest(e, assumptions);
  // It may be 0 by what is given, or differ from 0 for the letters at large.
  if (kind === "undecided" && plain === "nonzero") return false;
  if (kind === "undecided") throw new LimitOpen("it was not decided whether a coefficient is 0", e);
  return kind === "zero";
}

const MEROMORPHIC: ReadonlySet<string> = new Set([...CIRCULAR, ...HYPERBOLIC]);

/** Whether a function is meromorphic in all its names. */
function isMeromorphic(e: Expression): boolean {
  const isWhole = ({ exponent }: { readonly exponent: Expression }): boolean => exponent.kind === "number" && exponent.value.den === 1;
  const allowed =
    e.kind === "number" ||
    e.kind === "constant" ||
    (e.kind === "name" && e.range === "real") ||
    e.kind === "sum" ||
    e.kind === "product" ||
    (e.kind === "power" && (isWhole(e) || equal(e.base, E) || freeNames(e).size === 0)) ||
    (e.kind === "call" && (MEROMORPHIC.has(e.name) || freeNames(e).size === 0));
  return allowed && (freeNames(e).size === 0 || children(e).every(isMeromorphic));
}

/**
 * What must not vanish: a coefficient with letters may be 0 for some of their values.
 * @throws LimitOpen where it may.
 */
function needNonzero(e: Expression, { assumptions, variable }: Known): void {
  const letters = [...freeNames(e)].filter((letter) => letter !== variable);
  if (letters.length === 0 || decide(relation(e, "!=", ZERO), assumptions) === true) return;
  throw new LimitOpen("a coefficient may be 0 for some values of the letters", e);
}

/** The sign of a constant by what is known of its letters; undefined where that leaves it open. */
export function knownSign(e: Expression, assumptions: readonly Expression[]): -1 | 0 | 1 | undefined {
  for (const [comparison, sign] of [
    [">", 1],
    ["<", -1],
    ["=", 0],
  ] as const) {
    if (decide(relation(e, comparison, ZERO), assumptions) === true) return sign;
  }
  return undefined;
}

/** The sign of the difference of two exponents. @throws LimitOpen where letters leave it open. */
export function compareExponents(a: Expression, b: Expression, { assumptions }: Known): number {
  if (a.kind === "number" && b.kind === "number") return Math.sign(Number(a.value.num) * Number(b.value.den) - Number(b.value.num) * Number(a.value.den));
  if (equal(a, b)) return 0;
  const difference = simplify(subtract(a, b)).expression;
  const sign = knownSign(difference, assumptions);
  if (sign !== undefined) return sign;
  throw new LimitOpen("which of two powers is the greater depends on the letters", difference);
}

const least = (a: Expression | undefined, b: Expression | undefined, known: Known): Expression | undefined =>
  !a || !b ? (a ?? b) : compareExponents(a, b, known) <= 0 ? a : b;

const tidied = (e: Expression): Expression => (e.kind === "number" || e.kind === "name" ? e : simplify(e).expression);

/** A coefficient alone. */
export function constantSeries(coefficient: Expression): Series {
  return { terms: isNumber(coefficient, 0) ? [] : [{ exponent: ZERO, coefficient }], order: undefined };
}

/** A single term. */
export function monomial(coefficient: Expression, exponent: Expression): Series {
  return { terms: [{ exponent, coefficient }], order: undefined };
}

/** Terms of equal exponents joined, those that cancel left out, what is beyond the order cut off. */
function collected(terms: readonly Term[], order: Expression | undefined, known: Known): Series {
  const groups: { exponent: Expression; parts: Expression[] }[] = [];
  for (const { exponent, coefficient } of terms) {
    if (order && compareExponents(exponent, order, known) >= 0) continue;
    const group = groups.find((one) => compareExponents(one.exponent, exponent, known) === 0);
    if (group) group.parts.push(coefficient);
    else groups.push({ exponent, parts: [coefficient] });
  }
  groups.sort((a, b) => compareExponents(a.exponent, b.exponent, known));
  const kept = groups.flatMap(({ exponent, parts }): Term[] => {
    const coefficient = parts.length === 1 ? (parts[0] ?? ZERO) : tidied(sum(...parts));
    return isZero(coefficient, known) ? [] : [{ exponent, coefficient }];
  });
  const first = kept[0];
  const reach = first && sum(first.exponent, number(known.reach));
  const within = reach ? kept.filter(({ exponent }) => compareExponents(exponent, reach, known) < 0) : kept;
  return { terms: within, order: within.length < kept.length ? least(order, reach, known) : order };
}

/** The sum of series, known as far as each of them is. */
export function add(list: readonly Series[], known: Known): Series {
  const order = list.reduce<Expression | undefined>((all, { order: own }) => least(all, own, known), undefined);
  return collected(
    list.flatMap(({ terms }) => terms),
    order,
    known,
  );
}

/** The product of two series, known as far as their first terms allow. */
export function multiply(a: Series, b: Series, known: Known): Series {
  const lead = ({ terms, order }: Series): Expression | undefined => terms[0]?.exponent ?? order;
  const [leadA, leadB] = [lead(a), lead(b)];
  if (!leadA || !leadB) return { terms: [], order: undefined };
  const order = least(a.order && sum(a.order, leadB), b.order && sum(b.order, leadA), known);
  const terms = a.terms.flatMap((one) =>
    b.terms.map((other): Term => ({ exponent: sum(one.exponent, other.exponent), coefficient: product(one.coefficient, other.coefficient) })),
  );
  return collected(terms, order, known);
}

/** A series times a constant. */
export function scale(a: Series, factor: Expression, known: Known): Series {
  return multiply(a, constantSeries(factor), known);
}

/** The first term, and what the series is relative to it without the 1: c ω^e (1 + δ). */
export function split(a: Series, known: Known): { readonly first: Term; readonly rest: Series } {
  const [first, ...others] = a.terms;
  if (!first) throw new Cancelled();
  needNonzero(first.coefficient, known);
  const inverse = power(first.coefficient, MINUS_ONE);
  const down = (exponent: Expression): Expression => subtract(exponent, first.exponent);
  const rest = { terms: others.map(({ exponent, coefficient }) => ({ exponent: down(exponent), coefficient })), order: a.order && down(a.order) };
  return { first, rest: scale(rest, inverse, known) };
}

/** Σ c_k δ^k for a δ that vanishes, as far as is followed. */
export function compose(coefficient: (k: number) => Expression, delta: Series, known: Known): Series {
  const start = delta.terms[0]?.exponent ?? delta.order;
  const parts: Series[] = [constantSeries(coefficient(0))];
  if (!start) return add(parts, known);
  let powers: Series = constantSeries(ONE);
  for (let k = 1; ; k += 1) {
    powers = multiply(powers, delta, known);
    const lead = powers.terms[0]?.exponent ?? powers.order;
    const isBeyond = !lead || compareExponents(lead, number(known.reach), known) >= 0;
    if (isBeyond) {
      if (lead) parts.push({ terms: [], order: lead });
      return add(parts, known);
    }
    parts.push(scale(powers, coefficient(k), known));
  }
}
