import { step } from "../../derivation/step.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { call, divide, E, I, name, negate, number, PI, power, product, sum, ZERO } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { piMultiple } from "../../expression/functions/arguments.ts";
import { say } from "../../notation/inline.ts";
import * as rational from "../../number/rational.ts";
import { expand, simplify } from "../../truth/index.ts";
import { type Solved, solution } from "../solution.ts";
import { readable } from "../values.ts";
import type { PolynomialForm } from "./polynomial-form.ts";

/**
 * z^n = c over the complex numbers for a c that is not real: n numbers of the size |c|^(1/n), the first at the n-th part of the
 * angle of c, the others after equal turns (A. de Moivre).
 */
export function solveByRootsOfNumber(form: PolynomialForm): Solved | undefined {
  const { coefficients, task } = form;
  const degree = coefficients.length - 1;
  const [constant = ZERO] = coefficients;
  const leading = coefficients[degree] ?? ZERO;
  if (task.domain !== "complex" || degree < 3 || !coefficients.slice(1, -1).every((c) => equal(c, ZERO))) return undefined;
  const c = readable(divide(negate(constant), leading));
  if (freeNames(c).size > 0 || equal(simplify(call("Im", c)).expression, ZERO)) return undefined;
  const [re = ZERO, im = ZERO] = ["Re", "Im"].map((part) => simplify(call(part, c)).expression);
  const angle = angleOf(re, im);
  const radius = power(simplify(sum(power(re, number(2)), power(im, number(2)))).expression, number(rational.rational(1, 2 * degree)));
  const values = Array.from({ length: degree }, (_, k) => {
    const turned = simplify(divide(sum(angle, product(number(2 * k), PI)), number(degree))).expression;
    // Where the angle has no short cosine the number is written by its size and angle.
    const turn = piMultiple(turned);
    return turn && 12 % Number(turn.den) === 0
      ? readable(expand(product(radius, sum(call("cos", turned), product(I, call("sin", turned))))))
      : product(radius, power(E, product(I, turned)));
  });
  const { unknown } = task;
  const z = power(name(unknown), number(degree));
  const claim = { kind: "equivalent", unknown, before: task.equation, after: alternatives(unknown, values) } as const;
  return {
    steps: [step("roots of a number", [z, c, angle, `${degree}`], claim)],
    set: {
      variables: [unknown],
      domain: "complex",
      complete: true,
      reason: say`every number but 0 has ${degree} different roots of degree ${degree}`,
      solutions: values.map((value) => solution(unknown, value)),
      rejected: [],
      complexSolutions: [],
    },
  };
}

/** The angle of a number that is not real, between −π and π. */
function angleOf(re: Expression, im: Expression): Expression {
  const up = (approximateValue(im) ?? 0) >= 0;
  if (equal(re, ZERO)) return product(number(rational.rational(up ? 1 : -1, 2)), PI);
  const slope = simplify(call("arctan", divide(im, re))).expression;
  return (approximateValue(re) ?? 0) > 0 ? slope : sum(slope, product(number(up ? 1 : -1), PI));
}
