import { divide, equation, name, number, power, product, sum, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { compileInterval, NoIntervals } from "../../expression/interval-value.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { interval } from "../../number/interval.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { Kernels, NotAnalysable, normalForm, polynomialExpression } from "../../rewrite/normal-form.ts";
import { recognise } from "../../rewrite/recognise.ts";
import { readable } from "../../solve/values.ts";
import type { Mark } from "../scene.ts";
import { type Drawn, position } from "./point-mark.ts";

/** The line that a function comes close to far out: exact for rational functions, else a constant that bounds leave alone. */
export function farAsymptotes({ expression, variable, range }: Drawn, index: number): readonly Mark[] {
  if (range) return [];
  const line = rationalLine(expression, variable);
  const lines = line ? [line] : line === undefined ? constants(expression, variable) : [];
  return lines.flatMap((one): readonly Mark[] => {
    const at = position(ZERO, one);
    if (at) return [{ kind: "asymptote", y: one, at, curves: [index] }];
    return [{ kind: "asymptote", line: equation(name("y"), one), at: [0, 0], curves: [index] }];
  });
}

/**
 * The quotient of the polynomial division, where its degree is 0 or 1; null for a rational function that has no such line,
 * undefined for other functions.
 */
function rationalLine(expression: Expression, variable: string): Expression | null | undefined {
  try {
    const kernels = new Kernels();
    const own = kernels.index(name(variable));
    const { numerator, denominator } = normalForm(expression, kernels);
    if (kernels.count > 1) return undefined;
    const coefficients = (p: poly.Polynomial): Expression[] => poly.coefficientsIn(p, own).map((c) => polynomialExpression(c, kernels));
    const [top, bottom] = [coefficients(numerator), coefficients(denominator)];
    const excess = top.length - bottom.length;
    if (bottom.length <= 1 || excess > 1) return null;
    if (excess < 0) return ZERO;
    // The first terms of the quotient by long division.
    const lead = bottom.at(-1) ?? ZERO;
    const first = readable(divide(top.at(-1) ?? ZERO, lead));
    if (excess === 0) return first;
    const rest = sum(top.at(-2) ?? ZERO, product(number(-1), first, bottom.at(-2) ?? ZERO));
    return readable(sum(product(first, power(name(variable), number(1))), divide(rest, lead)));
  } catch (error) {
    if (error instanceof NotAnalysable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

const FAR = [1e3, 1e6, 1e9];

/** Constants that the function is proven to stay close to far out, to more and more digits, on either side. */
function constants(expression: Expression, variable: string): readonly Expression[] {
  try {
    const f = compileInterval(expression, variable);
    const found: Expression[] = [];
    for (const side of [-1, 1] as const) {
      const bounds = FAR.map((x) => f(side === 1 ? interval(x, Number.POSITIVE_INFINITY) : interval(Number.NEGATIVE_INFINITY, -x)));
      const widths = bounds.map((one) => (one && !one.partial ? one.high - one.low : Number.POSITIVE_INFINITY));
      const last = bounds.at(-1);
      if (!last || !(widths[1] !== undefined && widths[1] < 1e-5) || (widths[2] ?? 1) > 1e-8) continue;
      const middle = (last.low + last.high) / 2;
      const value = Math.abs(middle) < 1e-8 ? ZERO : recognise(real.widen(real.fromRational(rational.fromNumber(middle), 64), -27))[0]?.value;
      if (value && !found.some((other) => position(other, ZERO)?.[0] === position(value, ZERO)?.[0])) found.push(value);
    }
    return found;
  } catch (error) {
    if (error instanceof NoIntervals) return [];
    throw error;
  }
}
