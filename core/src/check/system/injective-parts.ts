import { isNumber, isPositiveConstant, name, number, power, ZERO } from "../../expression/construct.ts";
import { contains, distinct, type Expression, findAll } from "../../expression/expression.ts";
import { replacePart, substitute } from "../../expression/substitute.ts";

const MARK = "u_part";

/** An equation with the part replaced by the unknown's own name, and the unknown beside a root of it by the power of that name. */
export function inPart(e: Expression, part: Expression, unknown: string): Expression {
  const marked = replacePart(e, part, name(MARK));
  const exponent = part.kind === "power" && part.exponent.kind === "number" ? part.exponent.value : undefined;
  const rest = exponent ? substitute(marked, new Map([[unknown, power(name(unknown), number({ num: exponent.den, den: 1 }))]])) : marked;
  return substitute(rest, new Map([[MARK, name(unknown)]]));
}

/** b^x, ln x or a root of x that holds every occurrence of x (for a root, x itself may stand beside it), or x where no function holds it. */
export function injectivePart(equations: readonly Expression[], unknown: string): Expression | undefined {
  const holders = equations.flatMap((one) => findAll(one, (part) => isHolder(part, unknown)));
  const [part, ...more] = distinct(holders);
  if (!part) return name(unknown);
  const exponent = part.kind === "power" && part.exponent.kind === "number" ? part.exponent.value : undefined;
  const inside = part.kind === "call" && part.name === "ln" ? part.args[0] : part.kind !== "power" ? undefined : exponent ? part.base : part.exponent;
  if (more.length > 0 || inside?.kind !== "name" || inside.name !== unknown) return undefined;
  if (exponent) return exponent.num === 1 ? part : undefined;
  if (part.kind === "power" && (!isPositiveConstant(part.base) || isNumber(part.base, 1))) return undefined;
  return equations.every((one) => !contains(replacePart(one, part, ZERO), unknown)) ? part : undefined;
}

/** A function, a root, or a power with the unknown in the exponent. */
function isHolder(part: Expression, unknown: string): boolean {
  if (!contains(part, unknown)) return false;
  if (part.kind === "power") return part.exponent.kind !== "number" || part.exponent.value.den !== 1;
  return part.kind === "call";
}
