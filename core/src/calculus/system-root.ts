import { iterated, tuple } from "../expression/construct.ts";
import { sideDifference } from "../expression/equations.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import * as intervals from "../number/interval.ts";
import { namedRoot } from "../rewrite/roots/named-root.ts";
import { simplify } from "../truth/index.ts";
import { inside, System } from "./boxes.ts";
import { around } from "./cover.ts";

/** The differences of the sides of equations, which are 0 at a solution. */
export function zeroForms(equations: readonly Expression[]): readonly Expression[] {
  return equations.flatMap((one) => (one.kind === "relation" ? [simplify(sideDifference(one)).expression] : []));
}

/**
 * One coordinate of the common zero of some functions in a box, whose bounds stand in the order of the names; words where it is
 * not proven that there is exactly one.
 */
export function systemRoot(items: readonly Expression[], coordinate: string, lower: readonly Expression[], upper: readonly Expression[]): Expression | string {
  const body = tuple(items);
  const names = [...freeNames(body)].sort();
  if (!names.includes(coordinate)) return `${coordinate} does not stand in these equations`;
  if (names.length !== items.length) return `as many equations as names were expected, but ${items.length} and ${names.length} were found`;
  if (lower.length !== names.length || upper.length !== names.length) return `one interval for each of ${names.join(", ")} was expected, in this order`;
  const system = System.of(items, names);
  if (!system) return "these equations cannot be bounded by intervals";
  const box = names.map((_, k) => {
    const [from, to] = [around(lower[k] ?? body), around(upper[k] ?? body)];
    return from && to ? intervals.interval(from.low, to.high) : intervals.REAL_LINE;
  });
  const image = system.krawczyk(box);
  if (!image || !inside(image, box)) return "it could not be proven that exactly one common root lies in these bounds";
  return iterated({ operator: "root", variable: coordinate, lower: tuple(lower), upper: tuple(upper), body, slopes: system.slopes });
}

/** What the written forms of a root mean: by its number, between bounds, or one coordinate of a system; words where there is none. */
export function rootOf(
  body: Expression,
  which: number | string | undefined,
  lower: Expression | undefined,
  upper: Expression | undefined,
): Expression | string {
  if (typeof which !== "string") return namedRoot(body, which, lower, upper);
  if (body.kind !== "tuple") return `functions in brackets were expected after “root ${which} of”, as many as there are names`;
  return systemRoot(body.items, which, lower?.kind === "tuple" ? lower.items : [], upper?.kind === "tuple" ? upper.items : []);
}
