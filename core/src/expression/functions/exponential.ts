import { E, power } from "../construct.ts";
import { argument } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";

/** exp(x) is the power e^x. */
export const EXPONENTIAL: FunctionFamily = {
  name: "exp",
  about: "power of e",
  arity: 1,
  total: true,
  inverse: "ln",
  exact: (args) => power(E, argument(args)),
  symbol: "\\exp",
};
