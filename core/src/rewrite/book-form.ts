import { isNumber } from "../expression/construct.ts";
import { type Expression, findAll } from "../expression/expression.ts";
import { CIRCULAR } from "../expression/functions/kinds.ts";
import { complexity, simplify } from "../truth/index.ts";
import { withOne } from "./forms/angle-forms.ts";
import { withSignsOut } from "./forms/signs-out.ts";
import { gathered, withCommonSums } from "./gathered.ts";

/** As a book prints it: short, what stands above and below the line once, sin² + cos² as 1. */
export function bookForm(e: Expression): Expression {
  const short = gathered(simplify(e).expression);
  const squares = findAll(
    short,
    (part) => part.kind === "power" && part.base.kind === "call" && CIRCULAR.has(part.base.name) && (isNumber(part.exponent, 2) || isNumber(part.exponent, -2)),
  );
  const byOne = squares.length < 2 ? [] : (["sin", "cos"] as const).map((kept) => gathered(simplify(withOne(short, kept).expression).expression));
  const forms = [gathered(withCommonSums(e)), gathered(withCommonSums(short)), ...byOne];
  return withSignsOut(forms.reduce((best, next) => (complexity(next) < complexity(best) ? next : best), short));
}
