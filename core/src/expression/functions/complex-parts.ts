import * as complex from "../../number/complex-ball.ts";
import { I, isPositiveConstant, negate, PI, product, relation, sum, ZERO } from "../construct.ts";
import { argument } from "./arguments.ts";
import { constantParts } from "./constant-parts.ts";
import type { FunctionFamily } from "./family.ts";

export const REAL_PART: FunctionFamily = {
  name: "Re",
  about: "real part",
  arity: 1,
  total: true,
  realValued: true,
  exact: (args) => constantParts(argument(args))?.re,
  ball: ([x]) => complex.fromReal((x ?? complex.ZERO).re),
  double: (x) => x,
  symbol: "\\operatorname{Re}",
};

export const IMAGINARY_PART: FunctionFamily = {
  name: "Im",
  about: "imaginary part",
  arity: 1,
  total: true,
  realValued: true,
  exact: (args) => constantParts(argument(args))?.im,
  ball: ([x]) => complex.fromReal((x ?? complex.ZERO).im),
  double: () => 0,
  symbol: "\\operatorname{Im}",
};

/** The principal argument, in (−π, π]. */
export const ARGUMENT: FunctionFamily = {
  name: "arg",
  about: "angle of a complex number",
  arity: 1,
  total: false,
  realValued: true,
  domain: (args) => [relation(argument(args), "!=", ZERO)],
  exact: (args) => {
    const x = argument(args);
    if (x.kind === "number" && x.value.num !== 0) return x.value.num > 0 ? ZERO : PI;
    return isPositiveConstant(x) ? ZERO : undefined;
  },
  ball: ([x], precision) => complex.fromReal(complex.argument(x ?? complex.ZERO, precision)),
  double: (x) => (x < 0 ? Math.PI : x > 0 ? 0 : Number.NaN),
  symbol: "\\arg",
};

export const CONJUGATE: FunctionFamily = {
  name: "conj",
  about: "complex conjugate",
  arity: 1,
  total: true,
  exact: (args) => {
    const parts = constantParts(argument(args));
    return parts && sum(parts.re, negate(product(I, parts.im)));
  },
  ball: ([x]) => complex.conjugate(x ?? complex.ZERO),
  double: (x) => x,
  latex: ([inside]) => `\\overline{${inside}}`,
  mathml: ([inside]) => `<mover><mrow>${inside}</mrow><mo>¯</mo></mover>`,
};
