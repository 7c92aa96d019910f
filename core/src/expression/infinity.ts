import { sum } from "./construct.ts";
import type { Expression } from "./expression.ts";

/** The sign of ∞ or −∞; undefined for anything else. */
export function infinityOf(at: Expression): 1 | -1 | undefined {
  const isInfinity = (e: Expression): boolean => e.kind === "constant" && e.name === "infinity";
  if (isInfinity(at)) return 1;
  if (at.kind !== "product" || at.factors.length !== 2 || !at.factors.some(isInfinity)) return undefined;
  const [number] = at.factors.filter(({ kind }) => kind === "number");
  if (number?.kind !== "number") return undefined;
  return number.value.num > 0 ? 1 : -1;
}

/** The sum of values of which some may be infinite; undefined where infinite ones of both signs meet. */
export function extendedSum(values: readonly Expression[]): Expression | undefined {
  const infinite = values.filter((value) => infinityOf(value) !== undefined);
  const [first] = infinite;
  if (!first) return sum(...values);
  return infinite.every((value) => infinityOf(value) === infinityOf(first)) ? first : undefined;
}
