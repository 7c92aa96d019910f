import { sum } from "../../expression/construct.ts";
import { contains, type Expression, termsOf } from "../../expression/expression.ts";
import type { Line } from "../../notation/inline.ts";
import { aside, decimal, type Inline, large, listed, mathematics, together, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { name, plus, type Syntax } from "../../notation/syntax.ts";
import { DEFAULT_DIGITS, type Digits } from "../answer.ts";
import { decimals } from "../decimals.ts";
import { inDegrees, inMultiples } from "../degrees.ts";
import type { AnswerUnits } from "../units.ts";
import { decimalBeside } from "../written-decimal.ts";

/** How the values of an answer are shown: the letters that stand for all integers, the names that are angles, units, and how far decimals go. */
export interface Showing {
  readonly integers?: readonly string[];
  readonly angles?: readonly string[];
  readonly units?: AnswerUnits | undefined;
  readonly digits?: Digits | undefined;
}

/** A member of a family is written with its start first: π/6 + 2 π n. */
export function familySyntax(value: Expression, integers: readonly string[]): Syntax {
  const terms = termsOf(value);
  const own = terms.filter((term) => integers.some((letter) => contains(term, letter)));
  if (own.length === 0 || own.length === terms.length) return present(value);
  const start = sum(...terms.filter((term) => !own.includes(term)));
  return own.reduce((before, term) => plus(before, present(term)), present(start));
}

/** A value with its unit: a formula has one only where all its letters are numbers of SI units. */
export function quantity(value: Expression, unit: string | undefined, integers: readonly string[] = []): Syntax {
  const written = familySyntax(value, integers);
  return unit !== undefined && integers.length === 0 && decimals(value, 1) ? { kind: "quantity", value: written, unit } : written;
}

/** The decimal beside a value, where it says more. */
export function besides(value: Expression, unit: string | undefined, digits: Digits = DEFAULT_DIGITS): Line {
  const written = decimalBeside(value, digits, unit);
  return written ? [decimal(written)] : [];
}

/** A value with its unit and its decimal. */
export const shownQuantity = (value: Expression, unit: string | undefined): Inline => together(large(quantity(value, unit)), ...besides(value, unit));

/** An equation for the value of a name: exact, in degrees or in the unit that was given, and as a decimal. */
function namedValue(key: string, value: Expression, { integers = [], angles = [], units, digits }: Showing): Inline {
  const unit = units?.names.get(key);
  const degrees = angles.includes(key) ? inDegrees(value, integers) : undefined;
  const other = degrees ? undefined : units?.given?.get(key);
  const again = degrees ?? (other && inMultiples(value, integers, other));
  const exact = again?.exact ? [again.written] : [];
  const operands = [name(key), quantity(value, degrees ? undefined : unit, integers), ...exact];
  const equation: Syntax = { kind: "relation", comparisons: operands.slice(1).map(() => "="), operands };
  const beside = degrees || integers.length > 0 ? [] : besides(value, unit, digits);
  return together(large(equation), ...(again && !again.exact ? [decimal(again.written)] : []), ...beside);
}

/** The values of several names, one after the other. */
export function valuesLine(values: ReadonlyMap<string, Expression>, showing: Showing): Line {
  return [...values].flatMap(([key, value], k) => [...(k > 0 ? [words(", ")] : []), namedValue(key, value, showing)]);
}

/** What a value needs: if a ≠ 0, b > 0. */
export function conditionsAside(conditions: readonly Expression[]): Line {
  return conditions.length > 0 ? [aside(words("if "), ...listed(conditions, ", "))] : [];
}

/** What letters stand for: for every integer n, for any y. */
export function lettersAside(integers: readonly string[], free: readonly string[]): Line {
  const letters = (lead: string, own: readonly string[]): readonly Inline[] =>
    own.length === 0 ? [] : [words(lead), ...own.flatMap((letter, k) => [...(k > 0 ? [words(" and ")] : []), mathematics(name(letter))])];
  const parts = [letters("for every integer ", integers), letters("for any ", free)].filter((part) => part.length > 0);
  return parts.length > 0 ? [aside(...parts.flatMap((part, k) => [...(k > 0 ? [words(", ")] : []), ...part]))] : [];
}
