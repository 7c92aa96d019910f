import { sum } from "../../expression/construct.ts";
import { contains, type Expression, termsOf } from "../../expression/expression.ts";
import type { Line } from "../../notation/inline.ts";
import { aside, decimal, type Inline, large, listed, mathematics, together, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { equality, name, plus, type Syntax } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import * as rational from "../../number/rational.ts";
import { DEFAULT_DIGITS, type Digits } from "../answer.ts";
import type { AnswerUnits } from "../units.ts";
import { decimals } from "./decimals.ts";
import { inDegrees, inMultiples } from "./degrees.ts";
import { decimalBeside } from "./written-decimal.ts";

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
  return written ? [{ ...decimal(written), ...(isEqualDecimal(value, written) ? { isExact: true } : {}) }] : [];
}

/** Whether a decimal is all there is of a number. */
export function isEqualDecimal(value: Expression, written: Syntax): boolean {
  const own = written.kind === "quantity" ? written.value : written;
  const [sign, size] = own.kind === "sign" && own.sign === "-" ? [rational.MINUS_ONE, own.operand] : [rational.ONE, own];
  return value.kind === "number" && size.kind === "number" && rational.equal(value.value, rational.multiply(sign, rational.parseDecimal(size.text)));
}

/** A fraction with more characters says less than the decimal that it is. */
const LONGEST_FRACTION = 9;

/** A value with its unit and the decimals beside; a number that is written as a decimal has the digits asked for at once. */
export function valueAndBeside(
  value: Expression,
  unit: string | undefined,
  digits: Digits | undefined,
  integers: readonly string[] = [],
): { readonly exact: Syntax; readonly beside: Line } {
  const beside = integers.length > 0 ? [] : besides(value, unit, digits);
  const [only] = beside;
  // 3/62500000000 is read as 4.8 · 10⁻¹¹.
  const isDecimal = value.kind === "number" && (rational.isInteger(value.value) || value.typed !== undefined || text(value).length > LONGEST_FRACTION);
  if (isDecimal && only?.kind === "decimal" && only.isExact) return { exact: only.written, beside: [] };
  return { exact: quantity(value, unit, integers), beside };
}

/** A value with its unit and its decimal. */
export function shownQuantity(value: Expression, unit: string | undefined, digits: Digits | undefined): Inline {
  const { exact, beside } = valueAndBeside(value, unit, digits);
  return together(large(exact), ...beside);
}

/** What a name is equal to: exact, in degrees or in the unit that was given; and the decimals beside. */
function sidesOfValue(
  key: string,
  value: Expression,
  { integers = [], angles = [], units, digits }: Showing,
): { readonly exact: readonly Syntax[]; readonly beside: Line } {
  const unit = units?.names.get(key);
  const degrees = angles.includes(key) ? inDegrees(value, integers) : undefined;
  const other = degrees ? undefined : units?.given?.get(key);
  const again = degrees ?? (other && inMultiples(value, integers, other));
  const own = degrees ? { exact: quantity(value, undefined, integers), beside: [] } : valueAndBeside(value, unit, digits, integers);
  return {
    exact: [own.exact, ...(again?.exact ? [again.written] : [])],
    beside: [...(again && !again.exact ? [decimal(again.written)] : []), ...own.beside],
  };
}

/** An equation for the value of a name. */
function namedValue(key: string, value: Expression, showing: Showing): Inline {
  const { exact, beside } = sidesOfValue(key, value, showing);
  return together(large(equality([name(key), ...exact])), ...beside);
}

/** The same without the name, for the right side of an equation. */
export function rightSide(key: string, value: Expression, showing: Showing): Inline {
  const { exact, beside } = sidesOfValue(key, value, showing);
  const [only] = exact;
  const written = only && exact.length === 1 ? only : equality(exact);
  return together(large(written), ...beside);
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
