import type { Claim } from "../../derivation/step.ts";
import { divide, number, power, product, relation, sum, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";
import { decide, equalityTest } from "../../truth/index.ts";
import type { StepVerdict } from "../step.ts";

/** The inequality of the weighted arithmetic and geometric means: weights and terms are positive, and it is stated as it is. */
export function judgeMeans({ terms, weights, before, after }: Claim & { readonly kind: "weighted means" }, assumptions: readonly Expression[]): StepVerdict {
  const loose = (why: string): StepVerdict => ({ verdict: "loose", why });
  const total = weights.reduce((all, own) => rational.add(all, own), rational.ZERO);
  if (weights.length !== terms.length || weights.some(({ num }) => num <= 0) || rational.compare(total, rational.ONE) !== 0)
    return { verdict: "bent", why: "the weights are not positive numbers with the sum 1" };
  if (!terms.every((term) => decide(relation(term, ">", ZERO), assumptions) === true)) return loose("it is not proven that every term is positive");
  const [arithmetic, geometric] = after.kind === "relation" ? after.operands : [];
  const mean = product(
    ...terms.map((term, k) => {
      const share = number(weights[k] ?? rational.ONE);
      return power(divide(term, share), share);
    }),
  );
  const isSame = (a: Expression | undefined, b: Expression): boolean => a !== undefined && equalityTest(a, b, assumptions).kind === "zero";
  const isStated = after.kind === "relation" && after.comparisons[0] === ">=" && isSame(arithmetic, before) && isSame(geometric, mean);
  return isStated && isSame(before, sum(...terms))
    ? {
        verdict: "nailed",
        why: "the terms are positive and the weights have the sum 1",
        theorem: "the weighted geometric mean is not greater than the arithmetic one (G. H. Hardy, J. E. Littlewood, G. Pólya, Inequalities, 2.5)",
      }
    : loose("it was not decided whether this is what the inequality of the means says");
}
