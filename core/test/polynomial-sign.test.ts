import fc from "fast-check";
import { expect, it } from "vitest";
import { decide } from "../src/truth/index.ts";
import { meant } from "./oracle.ts";
import { cases } from "./seed.ts";
import { Tally } from "./soundness/claims.ts";
import { whole } from "./soundness/made-up.ts";

it("the sign of a polynomial between bounds is that at every number there, and is found where the roots lie outside", () => {
  const tally = new Tally();
  fc.assert(
    fc.property(fc.array(whole(-4, 4), { minLength: 1, maxLength: 3 }), whole(-5, 4), whole(1, 4), whole(0, 1), (roots, low, width, closed) => {
      const high = low + width;
      const mark = closed === 1 ? "<=" : "<";
      let expanded = [1];
      for (const root of roots) expanded = [...expanded, 0].map((_, k) => (expanded[k - 1] ?? 0) - root * (expanded[k] ?? 0));
      fc.pre(expanded.length > 2);
      const polynomial = expanded.map((c, k) => `(${c}) x^${k}`).join(" + ");
      const known = [meant(`${low} ${mark} x ${mark} ${high}`)];
      const isPositive = decide(meant(`${polynomial} > 0`), known);
      const isNotNegative = decide(meant(`${polynomial} >= 0`), known);
      const value = (x: number): number => roots.reduce((total, root) => total * (x - root), 1);
      const at = Array.from({ length: 41 }, (_, k) => low + (width * k) / 40).filter((x) => closed === 1 || (x > low && x < high));
      if (isPositive === true) for (const x of at) expect(value(x), `${polynomial} at ${x}`).toBeGreaterThan(0);
      if (isNotNegative === true) for (const x of at) expect(value(x), `${polynomial} at ${x}`).toBeGreaterThanOrEqual(-1e-9);
      if (isNotNegative === false) for (const x of at) expect(value(x), `${polynomial} at ${x}`).toBeLessThan(0);
      const isInside = (root: number): boolean => (closed === 1 ? root >= low && root <= high : root > low && root < high);
      const isOneSigned = !roots.some(isInside) && at.every((x) => value(x) > 0);
      if (isOneSigned) tally.count(isPositive === true);
    }),
    cases(300),
  );
  tally.demand(0.85);
});
