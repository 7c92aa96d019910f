import { call, divide, E, power, product } from "../../expression/construct.ts";
import { equal } from "../../expression/expression.ts";
import { AREA_FUNCTIONS } from "../../truth/index.ts";
import { type Formulas, whole } from "../rule.ts";

/** b^(u + v) = b^u b^v, and a^u = e^(u ln a). */
export const POWER_LAWS: Formulas = {
  rule: "power law",
  cost: 1.2,
  uses: (node) => {
    if (node.kind !== "power" || node.exponent.kind === "number") return [];
    const { base, exponent } = node;
    const apart = exponent.kind === "sum" ? [whole("apart", node, product(...exponent.terms.map((term) => power(base, term))))] : [];
    const natural = equal(base, E) ? [] : [whole("natural", node, power(E, product(exponent, call("ln", base))))];
    return [...apart, ...natural];
  },
};

/** log_b x = ln x/ln b, and the inverse hyperbolic functions as logarithms (Abramowitz and Stegun, 4.1.18, 4.6.20–22). */
export const LOGARITHM_DEFINITIONS: Formulas = {
  rule: "by definition",
  cost: 1,
  uses: (node) => {
    const [u, v] = node.kind === "call" ? node.args : [];
    if (node.kind !== "call" || !u) return [];
    if (node.name === "log" && v) return [whole("natural logarithm", node, divide(call("ln", v), call("ln", u)))];
    const written = AREA_FUNCTIONS[node.name]?.(u);
    return written ? [whole("as logarithm", node, written)] : [];
  },
};
