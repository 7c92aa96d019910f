import type { Expression } from "./expression.ts";

/** The sign of ∞ or −∞; undefined for anything else. */
export function infinityOf(at: Expression): 1 | -1 | undefined {
  const isInfinity = (e: Expression): boolean => e.kind === "constant" && e.name === "infinity";
  if (isInfinity(at)) return 1;
  return at.kind === "product" && at.factors.some(isInfinity) ? -1 : undefined;
}
