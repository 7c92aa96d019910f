import { divide, nameIn, number, PI, subtract, sum } from "../expression/construct.ts";
import { contains, type Expression, findAll, freeNames, termsOf } from "../expression/expression.ts";
import { family } from "../expression/functions/registry.ts";
import { latex } from "../notation/latex.ts";
import { terminatingDecimal } from "../number/decimal.ts";
import * as rational from "../number/rational.ts";
import { simplify } from "../truth/index.ts";
import { DEFAULT_FIGURES } from "./answer.ts";
import { decimals } from "./decimals.ts";

/** Those of the unknowns that stand inside a circular function, so that they are angles. */
export function anglesIn(equations: readonly Expression[], unknowns: readonly string[]): readonly string[] {
  const circular = equations.flatMap((one) => findAll(one, (part) => part.kind === "call" && family(part.name)?.periodInPi !== undefined));
  return unknowns.filter((unknown) => circular.some((part) => contains(part, unknown)));
}

/** A unit in which a value is shown beside: its size, where it begins, and how it is written behind the number. */
export interface Multiple {
  readonly factor: Expression;
  readonly offset?: Expression;
  readonly latex: string;
}

const DEGREE: Multiple = { factor: divide(PI, number(180)), latex: "^{\\circ}" };

/** A number of units as LaTeX, and whether it is exact. */
interface Counted {
  readonly latex: string;
  readonly exact: boolean;
}

/** An angle in degrees, as `inMultiples`. */
export const inDegrees = (angle: Expression, integers: readonly string[]): string | undefined => inMultiples(angle, integers, DEGREE);

/**
 * A value in a unit with the sign that goes before it, as LaTeX: "= 30°", "≈ 33.6901°", "= 30° + 360° n" for a family with
 * integers. Undefined where a letter that is no such integer stands in it, or its value is not real.
 */
export function inMultiples(value: Expression, integers: readonly string[], unit: Multiple): string | undefined {
  const terms = termsOf(value);
  const turns = terms.filter((term) => integers.some((letter) => contains(term, letter)));
  const start = terms.filter((term) => !turns.includes(term));
  const written: Counted[] = [];
  const first = start.length > 0 || turns.length === 0 ? counted(sum(...start), unit) : undefined;
  if (first) written.push(first);
  else if (start.length > 0) return undefined;
  for (const turn of turns) {
    const letter = integers.find((one) => contains(turn, one)) ?? "";
    const counter = nameIn(turn, letter);
    const each = counted(simplify(divide(turn, counter)).expression, unit);
    if (!each) return undefined;
    written.push({ latex: `${each.latex} ${latex(counter)}`, exact: each.exact });
  }
  const joined = written.map((one) => one.latex).reduce((before, next) => (next.startsWith("-") ? `${before} - ${next.slice(1)}` : `${before} + ${next}`));
  return `${written.every((one) => one.exact) ? "=" : "\\approx"} ${joined}`;
}

function counted(value: Expression, { factor, offset, latex: written }: Multiple): Counted | undefined {
  if (freeNames(value).size > 0) return undefined;
  const count = simplify(divide(offset ? subtract(value, offset) : value, factor)).expression;
  const whole = count.kind === "number" ? terminatingDecimal(rational.abs(count.value)) : undefined;
  if (count.kind === "number" && whole !== undefined) return { latex: `${rational.sign(count.value) < 0 ? "-" : ""}${whole}${written}`, exact: true };
  const decimal = decimals(count, DEFAULT_FIGURES);
  return decimal && decimal.im === undefined ? { latex: `${decimal.re}${written}`, exact: false } : undefined;
}
