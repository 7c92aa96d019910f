import { type Step, step } from "../../derivation/step.ts";
import { divide, E, equation, I, name, nameIn, negate, number, PI, power, product, sum, TWO, ZERO } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { piMultiple } from "../../expression/functions/arguments.ts";
import { say } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { equality, name as nameSyntax, type Syntax } from "../../notation/syntax.ts";
import * as rational from "../../number/rational.ts";
import { inParts, partsOf } from "../../rewrite/complex/parts.ts";
import { isShortAngle, polarOf } from "../../rewrite/complex/polar.ts";
import { turnedOf, writtenExponential, writtenPolar } from "../../rewrite/complex/written.ts";
import { readable } from "../../rewrite/readable.ts";
import { type Solved, solution } from "../solution.ts";
import { quotient } from "../values.ts";
import type { PolynomialForm } from "./polynomial-form.ts";

/**
 * z^n = c over the complex numbers: n numbers of the size |c|^(1/n), the first at the n-th part of the angle of c, the others after equal
 * turns (A. de Moivre).
 */
export function solveByRootsOfNumber(form: PolynomialForm): Solved | undefined {
  const { coefficients, task } = form;
  const degree = coefficients.length - 1;
  const [constant = ZERO] = coefficients;
  if (task.domain !== "complex" || degree < 3 || !coefficients.slice(1, -1).every((c) => equal(c, ZERO))) return undefined;
  const c = quotient(negate(constant), coefficients[degree] ?? ZERO);
  const parts = freeNames(c).size === 0 ? partsOf(c) : undefined;
  const polar = parts && polarOf(parts, []);
  if (!polar) return undefined;
  const radius = readable(power(readable(power(polar.modulus, TWO)), number(rational.rational(1, 2 * degree))));
  const angles = Array.from({ length: degree }, (_, k) =>
    readable(product(number(rational.rational(1, degree)), sum(polar.angle, product(number(2 * k), PI)))),
  );
  const { unknown } = task;
  const roots = angles.map((angle) => rootAt(radius, angle));
  const values = roots.map(({ value }) => value);
  const written: Syntax = {
    kind: "logic",
    operator: "or",
    items: roots.map(({ written: own }) => equality([nameSyntax(unknown), own])),
  };
  const z = power(nameIn(task.equation, unknown), number(degree));
  const after = alternatives(unknown, values);
  const alone = equation(z, c);
  const steps: Step[] = [];
  if (!equal(alone, task.equation)) steps.push(step("bring terms over", [z], { kind: "equivalent", unknown, before: task.equation, after: alone }));
  const inPolar = writtenPolar(polar.modulus, polar.angle);
  if (!equal(polar.angle, ZERO))
    steps.push(step("in polar form", [polar.modulus, polar.angle], { kind: "equal", before: c, after: c }, { written: equality([present(c), inPolar]) }));
  const claim = { kind: "equivalent", unknown, before: alone, after } as const;
  steps.push(step("roots of a number", [radius, divide(sum(polar.angle, product(TWO, PI, name("k"))), number(degree)), `${degree - 1}`], claim, { written }));
  if (roots.some(({ isWorkedOut }) => isWorkedOut)) steps.push(step("simplify values", [], { kind: "equivalent", unknown, before: after, after }));
  return {
    steps,
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

/** The number of a size and angle, as real and imaginary part where these are short. */
function rootAt(radius: Expression, angle: Expression): { readonly value: Expression; readonly written: Syntax; readonly isWorkedOut: boolean } {
  const turn = piMultiple(angle);
  const isShort = turn !== undefined && isShortAngle(turn);
  const value = isShort ? inParts(product(radius, turnedOf(angle))) : undefined;
  if (value) return { value, written: writtenPolar(radius, angle), isWorkedOut: true };
  return { value: product(radius, power(E, product(I, angle))), written: writtenExponential(radius, angle), isWorkedOut: false };
}
