import { number, product, subtract, sum, ZERO } from "../expression/construct.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { simplify } from "../truth/index.ts";
import { differentiate } from "./derivative.ts";

/** A polynomial in local coordinates, cut off beyond a degree: coefficients, none of them 0, by their exponents. */
export type LocalForm = ReadonlyMap<string, LocalTerm>;

/** A term: the exponent of each coordinate and the coefficient. */
export interface LocalTerm {
  readonly exponents: readonly number[];
  readonly coefficient: Expression;
}

const plain = (e: Expression): Expression => simplify(e).expression;
const degreeOf = (exponents: readonly number[]): number => exponents.reduce((a, b) => a + b, 0);

/** A form from terms, those of equal exponents added and those beyond the degree left out. */
export function localForm(terms: readonly LocalTerm[], degree: number): LocalForm {
  const found = new Map<string, LocalTerm>();
  for (const { exponents, coefficient } of terms) {
    if (degreeOf(exponents) > degree) continue;
    const key = exponents.join();
    const known = found.get(key);
    found.set(key, { exponents, coefficient: known ? sum(known.coefficient, coefficient) : coefficient });
  }
  const kept = [...found].map(([key, term]) => [key, { ...term, coefficient: plain(term.coefficient) }] as const);
  return new Map(kept.filter(([, { coefficient }]) => !equal(coefficient, ZERO)));
}

/** The sum of two forms, without the terms above a degree. */
export function added(a: LocalForm, b: LocalForm, degree: number): LocalForm {
  return localForm([...a.values(), ...b.values()], degree);
}

/** A form times a factor without coordinates. */
export function scaled(a: LocalForm, factor: Expression): LocalForm {
  return new Map([...a].map(([key, term]) => [key, { ...term, coefficient: plain(product(factor, term.coefficient)) }]));
}

/** The product of two forms, without the terms above a degree. */
export function multiplied(a: LocalForm, b: LocalForm, degree: number): LocalForm {
  const terms = [...a.values()].flatMap((x) =>
    [...b.values()].map((y) => ({ exponents: x.exponents.map((e, k) => e + (y.exponents[k] ?? 0)), coefficient: product(x.coefficient, y.coefficient) })),
  );
  return localForm(terms, degree);
}

/** The coordinate with this number, of `size`. */
export function coordinate(index: number, size: number): LocalForm {
  const exponents = Array.from({ length: size }, (_, k) => (k === index ? 1 : 0));
  return new Map([[exponents.join(), { exponents, coefficient: number(1) }]]);
}

/** A form with others put in for its coordinates. */
export function composed(a: LocalForm, by: readonly LocalForm[], degree: number): LocalForm {
  let total: LocalForm = new Map();
  const size = by[0]?.values().next().value?.exponents.length ?? by.length;
  const one: LocalForm = new Map([
    [Array.from({ length: size }, () => 0).join(), { exponents: Array.from({ length: size }, () => 0), coefficient: number(1) }],
  ]);
  for (const { exponents, coefficient } of a.values()) {
    let term = scaled(one, coefficient);
    exponents.forEach((exponent, k) => {
      for (let j = 0; j < exponent; j += 1) term = multiplied(term, by[k] ?? one, degree);
    });
    total = added(total, term, degree);
  }
  return total;
}

/** The derivative by the coordinate with this number, without the terms above a degree. */
export function derivativeBy(a: LocalForm, index: number, degree: number): LocalForm {
  return localForm(
    [...a.values()].flatMap(({ exponents, coefficient }) => {
      const own = exponents[index] ?? 0;
      return own === 0 ? [] : [{ exponents: exponents.map((e, k) => (k === index ? e - 1 : e)), coefficient: product(number(own), coefficient) }];
    }),
    degree,
  );
}

/** The terms of the lowest degree, and that degree; undefined where the form is 0. */
export function leadingForm(a: LocalForm): { readonly degree: number; readonly terms: readonly LocalTerm[] } | undefined {
  const degrees = [...a.values()].map(({ exponents }) => degreeOf(exponents));
  if (degrees.length === 0) return undefined;
  const degree = Math.min(...degrees);
  return { degree, terms: [...a.values()].filter(({ exponents }) => degreeOf(exponents) === degree) };
}

/** The Taylor polynomial of f − f(p) about a point, in coordinates from there; all derivatives are taken up to a degree. */
export function taylorForm(f: Expression, variables: readonly string[], point: ReadonlyMap<string, Expression>, degree: number): LocalForm {
  const terms: LocalTerm[] = [];
  const visit = (g: Expression, from: number, exponents: readonly number[], factor: bigint): void => {
    const value = plain(substitute(g, point));
    if (degreeOf(exponents) > 0) terms.push({ exponents, coefficient: product(value, number({ num: 1, den: Number(factor) })) });
    if (degreeOf(exponents) === degree) return;
    for (let k = from; k < variables.length; k += 1) {
      const next = exponents.map((e, j) => (j === k ? e + 1 : e));
      visit(plain(differentiate(g, variables[k] ?? "")), k, next, factor * BigInt(next[k] ?? 1));
    }
  };
  visit(
    f,
    0,
    variables.map(() => 0),
    1n,
  );
  return localForm(terms, degree);
}

/** a − b of two coefficients, simplified. */
export function difference(a: Expression, b: Expression): Expression {
  return plain(subtract(a, b));
}
