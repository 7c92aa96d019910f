import { divide, nameIn, number, PI, subtract, sum } from "../../expression/construct.ts";
import { contains, type Expression, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import { family } from "../../expression/functions/registry.ts";
import { present } from "../../notation/present.ts";
import { plus, type Syntax } from "../../notation/syntax.ts";
import { terminatingDecimal } from "../../number/decimal.ts";
import * as rational from "../../number/rational.ts";
import { simplify } from "../../truth/index.ts";
import { DEFAULT_FIGURES } from "../answer.ts";
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
  readonly text: string;
}

/** The degree of an angle. */
export const DEGREE: Multiple = { factor: divide(PI, number(180)), text: "°" };

/** A number of units as it is written, and whether that is exact. */
export interface Counted {
  readonly written: Syntax;
  readonly exact: boolean;
}

/** An angle in degrees, as `inMultiples`. */
export const inDegrees = (angle: Expression, integers: readonly string[]): Counted | undefined => inMultiples(angle, integers, DEGREE);

/**
 * A value in a unit: 30°, 33.6901° where that is not exact, 30° + 360° n for a family with integers. Undefined where a letter that is no such integer stands in it, or its value
 * is not real.
 */
export function inMultiples(value: Expression, integers: readonly string[], unit: Multiple): Counted | undefined {
  const terms = termsOf(value);
  const turns = terms.filter((term) => integers.some((letter) => contains(term, letter)));
  const start = terms.filter((term) => !turns.includes(term));
  const found: Counted[] = [];
  const first = start.length > 0 || turns.length === 0 ? counted(sum(...start), unit) : undefined;
  if (first) found.push(first);
  else if (start.length > 0) return undefined;
  for (const turn of turns) {
    const letter = integers.find((one) => contains(turn, one)) ?? "";
    const counter = nameIn(turn, letter);
    const each = counted(simplify(divide(turn, counter)).expression, unit);
    if (!each) return undefined;
    found.push({ written: times(each.written, present(counter)), exact: each.exact });
  }
  return { written: found.map(({ written }) => written).reduce(plus), exact: found.every(({ exact }) => exact) };
}

/** −360° n is −(360° n). */
function times(left: Syntax, right: Syntax): Syntax {
  return left.kind === "sign" ? { ...left, operand: times(left.operand, right) } : { kind: "times", dot: false, left, right };
}

function counted(value: Expression, { factor, offset, text }: Multiple): Counted | undefined {
  if (freeNames(value).size > 0) return undefined;
  const count = simplify(divide(offset ? subtract(value, offset) : value, factor)).expression;
  const whole = count.kind === "number" ? terminatingDecimal(rational.abs(count.value)) : undefined;
  const isExact = count.kind === "number" && whole !== undefined;
  const decimal = isExact ? { re: `${rational.sign(count.value) < 0 ? "-" : ""}${whole}` } : decimals(count, DEFAULT_FIGURES);
  if (!decimal || ("im" in decimal && decimal.im !== undefined)) return undefined;
  const size: Syntax = { kind: "quantity", value: { kind: "number", text: decimal.re.replace(/^-/, "") }, unit: text };
  return { written: decimal.re.startsWith("-") ? { kind: "sign", sign: "-", operand: size } : size, exact: isExact };
}
