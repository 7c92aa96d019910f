import { parse } from "../../notation/parse.ts";
import type { Syntax } from "../../notation/syntax.ts";
import type { Ratio } from "./known-angle.ts";

/** The ratios that formulas are about; the others are their reciprocals. */
export type Basic = Extract<Ratio, "sin" | "cos" | "tan">;

/** Whether a ratio is one of those that formulas are about. */
export const isBasic = (of: Ratio): of is Basic => of === "sin" || of === "cos" || of === "tan";

/** Formulas for ratios of an angle by ratios of u and v. */
export type Formulas<Name extends string = Basic> = Readonly<Record<Name, Syntax>>;

/** Of u + v (Abramowitz and Stegun, 4.3.16–18). */
export const SUM: Formulas = {
  sin: parse("sin(u) cos(v) + cos(u) sin(v)"),
  cos: parse("cos(u) cos(v) - sin(u) sin(v)"),
  tan: parse("(tan(u) + tan(v))/(1 - tan(u) tan(v))"),
};

/** Of u − v. */
export const DIFFERENCE: Formulas = {
  sin: parse("sin(u) cos(v) - cos(u) sin(v)"),
  cos: parse("cos(u) cos(v) + sin(u) sin(v)"),
  tan: parse("(tan(u) - tan(v))/(1 + tan(u) tan(v))"),
};

/** Of 2u; the cosine by the one of the two that is known. */
export const DOUBLE: Formulas<Basic | "cos by sin"> = {
  sin: parse("2 sin(u) cos(u)"),
  cos: parse("2 cos^2(u) - 1"),
  "cos by sin": parse("1 - 2 sin^2(u)"),
  tan: parse("2 tan(u)/(1 - tan^2(u))"),
};

/** Of 3u. */
export const TRIPLE: Formulas<"sin" | "cos"> = {
  sin: parse("3 sin(u) - 4 sin^3(u)"),
  cos: parse("4 cos^3(u) - 3 cos(u)"),
};

/** Of u/2 without the sign, which the tangent brings with it. */
export const HALF_ANGLE: Formulas = {
  sin: parse("sqrt((1 - cos(u))/2)"),
  cos: parse("sqrt((1 + cos(u))/2)"),
  tan: parse("(1 - cos(u))/sin(u)"),
};

/** Of one angle by another ratio of it, by definition. */
export const BY_DEFINITION: Formulas<Ratio | "cos by sec" | "sin by csc" | "tan by cot"> = {
  sec: parse("1/cos(u)"),
  csc: parse("1/sin(u)"),
  cot: parse("1/tan(u)"),
  tan: parse("sin(u)/cos(u)"),
  sin: parse("tan(u) cos(u)"),
  cos: parse("sin(u)/tan(u)"),
  "cos by sec": parse("1/sec(u)"),
  "sin by csc": parse("1/csc(u)"),
  "tan by cot": parse("1/cot(u)"),
};

/** Of one angle by another ratio of it, without the sign (Abramowitz and Stegun, 4.3.10–12). */
export const PYTHAGORAS: Formulas<"sin" | "cos" | "cos by tan"> = {
  sin: parse("sqrt(1 - cos^2(u))"),
  cos: parse("sqrt(1 - sin^2(u))"),
  "cos by tan": parse("1/sqrt(1 + tan^2(u))"),
};
