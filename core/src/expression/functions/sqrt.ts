import { sqrt } from "../construct.ts";
import { argument } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";

/** The square root is the power 1/2: its principal branch, values and derivative are the power's. */
export const SQUARE_ROOT: FunctionFamily = {
  name: "sqrt",
  about: "square root",
  arity: 1,
  total: false,
  exact: (args) => sqrt(argument(args)),
  latex: ([inside]) => `\\sqrt{${inside}}`,
  mathml: ([inside]) => `<msqrt>${inside}</msqrt>`,
};
