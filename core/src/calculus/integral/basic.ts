import { call, divide, isNumber, name, negate, number, ONE, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { family } from "../../expression/functions/registry.ts";
import { linearIn } from "./linear.ts";
import { joinedPower } from "./powers.ts";
import type { Antiderivative, Rule } from "./rule.ts";

/** Squares and reciprocal squares of functions whose integral is one of the basic ones. */
const SQUARES: Readonly<Record<string, (u: Expression) => Expression>> = {
  "cos -2": (u) => call("tan", u),
  "sec 2": (u) => call("tan", u),
  "sin -2": (u) => negate(divide(call("cos", u), call("sin", u))),
  "csc 2": (u) => negate(call("cot", u)),
  "tan 2": (u) => subtract(call("tan", u), u),
  "cot 2": (u) => negate(sum(call("cot", u), u)),
  "cosh -2": (u) => call("tanh", u),
  "sech 2": (u) => call("tanh", u),
  "sinh -2": (u) => negate(divide(call("cosh", u), call("sinh", u))),
  "tanh 2": (u) => subtract(u, call("tanh", u)),
  "coth 2": (u) => subtract(u, call("coth", u)),
};

/** Reciprocals of functions, by the function whose value that is. */
const RECIPROCALS: Readonly<Record<string, string>> = { cos: "sec", sin: "csc", cosh: "sech", sinh: "csch", tan: "cot", tanh: "coth" };

/** The basic integrals, of a constant, a power, an exponential or a function of a x + b. */
export const BASIC: Rule = (f, { variable }) => {
  if (!contains(f, variable)) return basic(product(f, name(variable)));
  if (f.kind === "name") return basic(divide(power(f, TWO), TWO));
  if (f.kind === "call") return ofCall(f.name, f.args, variable);
  const numeric = joinedPower(f);
  if (numeric) return ofPower(numeric.base, number(numeric.exponent), variable);
  if (f.kind !== "power") return undefined;
  const { base, exponent } = f;
  if (!contains(exponent, variable)) return ofPower(base, exponent, variable);
  const inner = contains(base, variable) ? undefined : linearIn(exponent, variable);
  return inner && basic(divide(f, product(inner.slope, base.kind === "constant" && base.name === "e" ? ONE : call("ln", base))));
};

const basic = (value: Expression): Antiderivative => ({ value, steps: [] });

function ofCall(functionName: string, args: readonly Expression[], variable: string): Antiderivative | undefined {
  const rule = family(functionName)?.antiderivative;
  const inside = args.at(-1);
  const inner = inside && !args.slice(0, -1).some((arg) => contains(arg, variable)) ? linearIn(inside, variable) : undefined;
  return rule && inner && basic(divide(rule(args), inner.slope));
}

function ofPower(base: Expression, exponent: Expression, variable: string): Antiderivative | undefined {
  const inner = linearIn(base, variable);
  if (inner) {
    if (isNumber(exponent, -1)) return basic(divide(call("ln", call("abs", base)), inner.slope));
    const next = sum(exponent, ONE);
    return basic(divide(power(base, next), product(inner.slope, next)));
  }
  const [inside, ...more] = base.kind === "call" ? base.args : [];
  const under = inside && more.length === 0 ? linearIn(inside, variable) : undefined;
  if (base.kind !== "call" || !inside || !under || exponent.kind !== "number") return undefined;
  const reciprocal = RECIPROCALS[base.name];
  if (isNumber(exponent, -1) && reciprocal !== undefined) return ofCall(reciprocal, base.args, variable);
  const square = SQUARES[`${base.name} ${exponent.value.num}${exponent.value.den === 1 ? "" : "/"}`];
  return square && basic(divide(square(inside), under.slope));
}
