import type { RuleName } from "../../derivation/rules/catalogue.ts";
import { divide, equation, ONE, power } from "../../expression/construct.ts";
import { type Expression, equal, findAll, isRoot } from "../../expression/expression.ts";
import { withLogarithmsApart } from "../../rewrite/forms/expand.ts";
import { joinedLogarithms, joinedRoots, rationalised, rootsOut, withoutInverses, withoutNestedRoots } from "../../rewrite/forms/root-and-log-forms.ts";
import { withoutTurns } from "../../rewrite/forms/whole-turns.ts";
import { withBinomialSums } from "../../truth/index.ts";
import type { Manipulation } from "../move.ts";
import type { Setting } from "../rule.ts";

type Plain = Extract<
  RuleName,
  | "whole turns"
  | "relations cancel"
  | "join logarithms"
  | "take logarithms apart"
  | "roots of products"
  | "binomial theorem"
  | "root as a power"
  | "rationalise the denominator"
>;

/** A rewrite of the whole expression as a manipulation. */
const everywhere = (rule: Plain, applies: (part: Expression) => boolean, form: (e: Expression, setting: Setting) => Expression | undefined): Manipulation => ({
  moves: (e, setting) => {
    if (findAll(e, applies).length === 0) return [];
    const after = form(e, setting);
    return !after || equal(after, e) ? [] : [{ rule, pieces: [], after, cost: 1 }];
  },
});

const isSeries = (part: Expression): boolean => part.kind === "iterated" && part.operator === "sum";
const isCall = (part: Expression): boolean => part.kind === "call";
const isLogarithm = (part: Expression): boolean => part.kind === "call" && ["ln", "log", "lg", "lb"].includes(part.name);
const isAngular = (part: Expression): boolean => part.kind === "call" && ["sin", "cos", "tan", "cot"].includes(part.name);

/** √(p + q + 2√(p q)) as √p + √q and its like, with the power that stands under the root. */
const UNTANGLED: Manipulation = {
  moves: (e, setting) => {
    const roots = findAll(e, isRoot);
    const after = roots.length === 0 ? e : withoutNestedRoots(e, setting);
    if (equal(after, e)) return [];
    const powers = roots.flatMap((part) => {
      const root = withoutNestedRoots(part, setting);
      return isRoot(part) && !equal(root, part) ? [equation(part.base, power(root, divide(ONE, part.exponent)))] : [];
    });
    return [{ rule: "power under the root", pieces: [powers], after, cost: 1 }];
  },
};

export const REWRITES: readonly Manipulation[] = [
  everywhere("whole turns", isAngular, withoutTurns),
  everywhere("relations cancel", isCall, withoutInverses),
  everywhere("join logarithms", isLogarithm, joinedLogarithms),
  everywhere("take logarithms apart", isLogarithm, (e, { assumptions }) => withLogarithmsApart(e, assumptions)),
  everywhere("roots of products", isRoot, (e, { assumptions }) => rootsOut(e, assumptions)),
  everywhere("binomial theorem", isSeries, (e, { assumptions }) => withBinomialSums(e, assumptions)),
  UNTANGLED,
  everywhere("root as a power", isRoot, joinedRoots),
  everywhere("rationalise the denominator", isRoot, rationalised),
];
