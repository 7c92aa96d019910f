import { type Expression, equal } from "../../expression/expression.ts";
import { meaningOf } from "../../notation/elaborate.ts";
import { present } from "../../notation/present.ts";
import { equality, fillIn, type Syntax } from "../../notation/syntax.ts";
import { writtenText } from "../../notation/text.ts";
import { simplify } from "../../truth/index.ts";

/** The longest expression with values put in that is written out. */
const LONGEST = 40;

/** An expression with values in the places of its names, as one writes it before it is worked out; undefined where that is long, or says nothing. */
export function filledIn(e: Expression, values: ReadonlyMap<string, Expression>, value: Expression): Syntax | undefined {
  const filled = withValuesWritten(e, values);
  const isShort = writtenText(filled).length <= LONGEST && writtenText(filled) !== writtenText(present(value));
  return isShort && saysSame(equality([filled, present(value)]), [value, value]) ? filled : undefined;
}

/** An expression as it is written with values in the places of its names. */
export const withValuesWritten = (e: Expression, values: ReadonlyMap<string, Expression>): Syntax =>
  fillIn(present(e), new Map([...values].map(([letter, value]) => [letter, present(value)])));

/** Whether written sides come to these values: 0⁰ has none. */
export function saysSame(written: Syntax, sides: readonly (Expression | undefined)[]): boolean {
  const meant = meaningOf(written);
  return meant?.kind === "relation" && meant.operands.every((side, k) => equal(simplify(side).expression, sides[k] ?? side));
}
