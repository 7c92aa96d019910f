import { divide, name, number, PI, product, sum } from "../expression/construct.ts";
import { contains, type Expression, findAll, freeNames } from "../expression/expression.ts";
import { family } from "../expression/functions/registry.ts";
import { latex } from "../notation/latex.ts";
import { terminatingDecimal } from "../number/decimal.ts";
import * as rational from "../number/rational.ts";
import { simplify } from "../rewrite/simplify.ts";
import { DEFAULT_FIGURES } from "./answer.ts";
import { decimals } from "./decimals.ts";

/** Those of the unknowns that stand inside a circular function, so that they are angles. */
export function anglesIn(equations: readonly Expression[], unknowns: readonly string[]): readonly string[] {
  const circular = equations.flatMap((one) => findAll(one, (part) => part.kind === "call" && family(part.name)?.periodInPi !== undefined));
  return unknowns.filter((unknown) => circular.some((part) => contains(part, unknown)));
}

/** A number of degrees as LaTeX, and whether it is exact. */
interface Degrees {
  readonly latex: string;
  readonly exact: boolean;
}

/**
 * An angle in degrees with the sign that goes before it, as LaTeX: "= 30°", "≈ 33.6901°", "= 30° + 360° n" for a family with
 * integers. Undefined where a letter that is no such integer stands in it, or its value is not real.
 */
export function inDegrees(angle: Expression, integers: readonly string[]): string | undefined {
  const terms = angle.kind === "sum" ? angle.terms : [angle];
  const turns = terms.filter((term) => integers.some((letter) => contains(term, letter)));
  const start = terms.filter((term) => !turns.includes(term));
  const written: Degrees[] = [];
  const first = start.length > 0 || turns.length === 0 ? degrees(sum(...start)) : undefined;
  if (first) written.push(first);
  else if (start.length > 0) return undefined;
  for (const turn of turns) {
    const letter = integers.find((one) => contains(turn, one)) ?? "";
    const each = degrees(simplify(divide(turn, name(letter))).expression);
    if (!each) return undefined;
    written.push({ latex: `${each.latex} ${latex(name(letter))}`, exact: each.exact });
  }
  const joined = written.map((one) => one.latex).reduce((before, next) => (next.startsWith("-") ? `${before} - ${next.slice(1)}` : `${before} + ${next}`));
  return `${written.every((one) => one.exact) ? "=" : "\\approx"} ${joined}`;
}

function degrees(angle: Expression): Degrees | undefined {
  if (freeNames(angle).size > 0) return undefined;
  const count = simplify(divide(product(number(180), angle), PI)).expression;
  const size = count.kind === "number" ? terminatingDecimal(rational.abs(count.value)) : undefined;
  if (count.kind === "number" && size !== undefined) return { latex: `${rational.sign(count.value) < 0 ? "-" : ""}${size}^{\\circ}`, exact: true };
  const value = decimals(count, DEFAULT_FIGURES);
  return value && value.im === undefined ? { latex: `${value.re}^{\\circ}`, exact: false } : undefined;
}
