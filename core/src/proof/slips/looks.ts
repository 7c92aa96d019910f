import { compile } from "../../expression/double-value.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";

/** Numbers for the letters at which forms are compared before it is proven that they are equal. */
const LOOKS = [0.7321, 1.318, 2.447];
const CLOSE = 1e-9;

/** The letters of expressions, in their order. */
export const lettersOf = (...expressions: readonly Expression[]): readonly string[] => [...new Set(expressions.flatMap((e) => [...freeNames(e)]))].sort();

/** The values of expressions in some letters at a few places. */
export const looker =
  (letters: readonly string[]) =>
  (e: Expression): readonly number[] => {
    const f = compile(e, letters);
    return LOOKS.map((_, k) => f(...letters.map((_letter, j) => LOOKS[(k + j) % LOOKS.length] ?? 1)));
  };

/** The values of expressions where one letter changes and the others do not. */
export const lookerAlong =
  (along: string, letters: readonly string[]) =>
  (e: Expression): readonly number[] => {
    const f = compile(e, letters);
    return LOOKS.map((value) => f(...letters.map((letter, j) => (letter === along ? value : (LOOKS[j % LOOKS.length] ?? 1)))));
  };

/** Whether values agree, as far as double numbers tell; where neither has one, nothing is said. */
export function isNear(some: readonly number[], others: readonly number[]): boolean {
  const pairs = some.map((value, k) => [value, others[k] ?? Number.NaN] as const).filter((pair) => !pair.every(Number.isNaN));
  return pairs.length > 0 && pairs.every(([a, b]) => Math.abs(a - b) <= CLOSE * Math.max(1, Math.abs(a)));
}

/** Whether values are those of others times one number that is not 0. */
export function isProportional(some: readonly number[], others: readonly number[]): boolean {
  const at = some.findIndex((value, k) => Number.isFinite(value / (others[k] ?? 0)) && value !== 0);
  const ratio = (some[at] ?? 0) / (others[at] ?? 0);
  return (
    at >= 0 &&
    isNear(
      some,
      others.map((value) => ratio * value),
    )
  );
}
