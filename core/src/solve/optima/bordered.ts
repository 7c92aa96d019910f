import { differentiate } from "../../calculus/derivative.ts";
import { ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { determinant } from "../../matrix/determinant.ts";
import { subsets } from "../../polynomial/subsets.ts";
import { simplify } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";
import { signKnown } from "./compared.ts";
import { atMember } from "./members.ts";
import type { Nature } from "./optimum.ts";

/**
 * What a stationary point on m conditions is, by the last n − m leading minors of the second derivatives of f − Σ λ g bordered by the slopes of the conditions: all of the sign
 * (−1)^m at a minimum, in turn from (−1)^(m+1) on at a maximum, otherwise a saddle where none is 0 (J. R. Magnus and H. Neudecker, Matrix Differential Calculus, chapter 7).
 */
export function natureByBordered(
  lagrangian: Expression,
  sides: readonly Expression[],
  variables: readonly string[],
  one: Solution,
  known: readonly Expression[],
): Nature {
  const [m, n] = [sides.length, variables.length];
  const slope = (e: Expression, variable: string): Expression => simplify(differentiate(e, variable)).expression;
  const there = (e: Expression): Expression => simplify(atMember(e, one)).expression;
  const sign = (matrix: readonly (readonly Expression[])[]): -1 | 0 | 1 | undefined => signKnown(determinant(matrix) ?? ZERO, known);
  // The minors ask for independent slopes in the variables that come first.
  const isFirst = (first: readonly string[]): boolean => {
    const found = sign(sides.map((side) => first.map((variable) => there(slope(side, variable)))));
    return found === 1 || found === -1;
  };
  const first = [...subsets(variables, m)].find(isFirst);
  if (!first || m >= n) return "undecided";
  const order = [...first, ...variables.filter((variable) => !first.includes(variable))];
  const gradients = sides.map((side) => order.map((variable) => there(slope(side, variable))));
  const second = order.map((a) => order.map((b) => there(slope(slope(lagrangian, a), b))));
  const bordered = [
    ...gradients.map((row) => [...sides.map(() => ZERO), ...row]),
    ...second.map((row, k) => [...gradients.map((gradient) => gradient[k] ?? ZERO), ...row]),
  ];
  const signs = Array.from({ length: n - m }, (_, k) => 2 * m + 1 + k).map((size) => sign(bordered.slice(0, size).map((row) => row.slice(0, size))));
  const parity = (k: number): 1 | -1 => (k % 2 === 0 ? 1 : -1);
  if (signs.every((own) => own === parity(m))) return "minimum";
  if (signs.every((own, k) => own === parity(m + 1 + k))) return "maximum";
  return signs.every((own) => own === 1 || own === -1) ? "saddle" : "undecided";
}
