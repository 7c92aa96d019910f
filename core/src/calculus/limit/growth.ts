import { call, divide, name } from "../../expression/construct.ts";
import { contains, type Expression, equal } from "../../expression/expression.ts";
import type { Asymptotics } from "./asymptotics.ts";
import { exponentOf } from "./prepared.ts";

/** The logarithm of the variable, or of a power of e. */
function logarithmOf(e: Expression): Expression {
  return exponentOf(e) ?? call("ln", e);
}

/**
 * The parts that vary most rapidly: the variable and powers of e whose exponents grow, all of one comparability class (D. Gruntz, On Computing Limits in
 * a Symbolic Manipulation System, ETH Zürich 1996, chapter 3). For a prepared function.
 */
export function mostRapid(e: Expression, asked: Asymptotics): readonly Expression[] {
  const { variable } = asked;
  if (!contains(e, variable)) return [];
  switch (e.kind) {
    case "name":
      return [e];
    case "sum":
      return e.terms.reduce<readonly Expression[]>((all, term) => rapidest(all, mostRapid(term, asked), asked), []);
    case "product":
      return e.factors.reduce<readonly Expression[]>((all, factor) => rapidest(all, mostRapid(factor, asked), asked), []);
    case "power": {
      if (!contains(e.exponent, variable)) return mostRapid(e.base, asked);
      const own = mostRapid(e.exponent, asked);
      return asked.limit(exponentOf(e) ?? e.exponent).kind === "infinite" ? rapidest([e], own, asked) : own;
    }
    case "call":
      return e.args.reduce<readonly Expression[]>((all, arg) => rapidest(all, mostRapid(arg, asked), asked), []);
    default:
      return [name(variable)];
  }
}

/** The more rapid of two classes; both together where they are one. */
function rapidest(a: readonly Expression[], b: readonly Expression[], asked: Asymptotics): readonly Expression[] {
  const [first] = a;
  const [second] = b;
  if (!first || !second) return first ? a : b;
  const both = [...a, ...b.filter((one) => !a.some((other) => equal(one, other)))];
  if (both.length < a.length + b.length) return both;
  const ratio = asked.limit(divide(logarithmOf(first), logarithmOf(second)));
  if (ratio.kind === "infinite") return a;
  return ratio.value.kind === "number" && ratio.value.value.num === 0 ? b : both;
}
