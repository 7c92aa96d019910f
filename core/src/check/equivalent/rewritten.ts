import { complexDomain, realDomain } from "../../expression/domain.ts";
import { sidesOf } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { decide, equalityTest } from "../../truth/index.ts";
import { BOTH, type EquivalenceWay, SAME } from "./way.ts";

/** Each side is written in another form: sin 2x = cos x as 2 sin x cos x = cos x. */
export const REWRITTEN: EquivalenceWay = {
  name: "sides rewritten",
  theorem: "an equation stays the same when a side is replaced by an expression that equals it and is defined for the same values",
  source: "axioms of equality",
  worlds: BOTH,
  proves: ({ before, after, alternatives, assumptions }) => {
    const [[left, right], [u, v]] = [sidesOf(before), sidesOf(after)];
    if (!left || !right || !u || !v || alternatives.length > 1) return undefined;
    const reaches = (from: Expression, to: Expression): boolean => {
      const [own, asked] = [from, to].map((e) => [...realDomain(e), ...complexDomain(e)]);
      return asked?.every((condition) => decide(condition, [...assumptions, ...(own ?? [])]) === true) ?? false;
    };
    if (!reaches(before, after) || !reaches(after, before)) return undefined;
    const isSame = (a: Expression, b: Expression): boolean => equalityTest(a, b, assumptions).kind === "zero";
    return isSame(left, u) && isSame(right, v) ? SAME : undefined;
  },
};
