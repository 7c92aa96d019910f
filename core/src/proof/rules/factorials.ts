import { call, number, ONE, product, relation, subtract } from "../../expression/construct.ts";
import { equal } from "../../expression/expression.ts";

import { decide, expand, withFactorials } from "../../truth/index.ts";
import { type Formulas, whole } from "../rule.ts";

/** binomial(n, k) = n!/(k! (n − k)!) where k ≤ n. */
export const BINOMIAL_COEFFICIENT: Formulas = {
  rule: "by definition",
  cost: 1,
  uses: (node, { assumptions }) => {
    if (node.kind !== "call" || node.name !== "binomial") return [];
    const written = withFactorials(node, assumptions);
    return equal(written, node) ? [] : [whole("by factorials", node, written)];
  },
};

/** (n + 1)! = (n + 1) n!, and n! = n (n − 1)! where n is not 0. */
export const STEP_OF_FACTORIAL: Formulas = {
  rule: "step of a factorial",
  cost: 0.9,
  uses: (node, { assumptions }) => {
    const [n] = node.kind === "call" && node.name === "factorial" ? node.args : [];
    const isCounted = n?.kind === "sum" || (n?.kind === "name" && decide(relation(n, ">=", ONE), assumptions) === true);
    return n && isCounted ? [whole("step", node, product(n, call("factorial", expand(subtract(n, number(1))))))] : [];
  },
};
