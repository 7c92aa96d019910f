import { call, divide, I, isNumber, product, relation, sum, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { holdsImaginary } from "../../expression/realness.ts";
import { ungrouped } from "../../notation/latex.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { type Argument, argumentOf, decide, withDecidedCases } from "../../truth/index.ts";
import { readable } from "../readable.ts";
import { isPlain, rootOfNumber } from "./operations.ts";
import { inParts, partsOf } from "./parts.ts";
import { logarithmOf, readableModulus } from "./polar.ts";
import type { Arithmetic, Operation } from "./work.ts";
import { IMAGINARY_UNIT, multipleOf, sumOfSquares } from "./written.ts";

/** Functions of complex numbers: parts, modulus, angle, roots, and those that split by their addition formulas. */
export const ofFunction: Operation<"call"> = (written, work) => {
  const [argument, ...more] = written.args;
  if (!argument || more.length > 0) return undefined;
  const way = FUNCTIONS[written.name];
  if (way) return way(written, argument, work);
  if (written.name === "sqrt" || written.name === "cbrt") return rootOfNumber(written, work);
  const value = inParts(work.meaning(written));
  if (value && !isPlain(work, written, value)) work.say(written, [], value, "addition formulas for complex angles", []);
  return value;
};

type FunctionWay = (written: Syntax & { kind: "call" }, argument: Syntax, work: Arithmetic) => Expression | undefined;

const FUNCTIONS: Readonly<Record<string, FunctionWay>> = {
  abs: (written, argument, work) => {
    const apart = modulusApart(written, argument, work);
    if (apart) return apart;
    const parts = workedParts(argument, work);
    if (!parts) return undefined;
    const value = readableModulus(parts);
    const root: Syntax = { kind: "call", name: "sqrt", args: [sumOfSquares(parts.re, parts.im)] };
    work.say(written, isNumber(parts.re, 0) || isNumber(parts.im, 0) ? [] : [root], value, "modulus of parts", []);
    return value;
  },
  arg: (written, argument, work) => {
    const parts = workedParts(argument, work);
    const found = parts && argumentOf(parts, work.known);
    if (!parts || !found) return undefined;
    const value = readable(found.angle);
    const [ratio, isSteep] = found.where === "upper" || found.where === "lower" ? [divide(parts.re, parts.im), true] : [divide(parts.im, parts.re), false];
    if (isNumber(ratio, 0)) work.say(written, [], value, "angle on an axis", []);
    else work.say(written, [], value, isSteep ? "angle by the cotangent" : "angle by the tangent", [readable(ratio), WHERE[found.where]]);
    return value;
  },
  ln: (written, argument, work) => {
    const parts = workedParts(argument, work);
    const found = parts && argumentOf(parts, work.known);
    if (!parts || !found || (isNumber(parts.im, 0) && decide(relation(parts.re, ">", ZERO), work.known) === true)) return undefined;
    const [size, angle] = [readableModulus(parts), readable(found.angle)];
    const value = inParts(sum(logarithmOf(size), product(I, angle)));
    const sizes: Syntax = { kind: "call", name: "ln", args: [present(size)] };
    if (value)
      work.say(
        written,
        [...worked(work, written, argument, parts.whole), { kind: "binary", operator: "+", left: sizes, right: multipleOf(angle, IMAGINARY_UNIT) }],
        value,
        "logarithm by modulus and angle",
        [],
      );
    return value;
  },
  Re: (written, argument, work) => part(written, argument, work, "real"),
  Im: (written, argument, work) => part(written, argument, work, "imaginary"),
  conj: (written, argument, work) => {
    const parts = workedParts(argument, work);
    const value = parts && inParts(work.meaning({ ...written, args: [present(parts.whole)] }));
    if (!parts || !value) return undefined;
    work.say(written, worked(work, written, argument, parts.whole), value, "conjugate of parts", []);
    return value;
  },
};

const WHERE: Readonly<Record<Argument["where"], string>> = {
  right: "right of the imaginary axis",
  upper: "above the real axis",
  lower: "below the real axis",
  "upper left": "in the second quadrant",
  "lower left": "in the third quadrant",
};

/** |u/v| as |u|/|v|, and |u v| as |u| |v|, where more than one part is not real; undefined for anything else. */
function modulusApart(written: Syntax & { kind: "call" }, argument: Syntax, work: Arithmetic): Expression | undefined {
  const bare = ungrouped(argument);
  const sides = bare.kind === "fraction" ? [bare.numerator, bare.denominator] : bare.kind === "times" ? [bare.left, bare.right] : [];
  // Bars are brackets enough.
  const parts = sides.map(ungrouped);
  const [first, second] = parts.map((part) => modulusIn(part, work));
  const [u, v] = parts;
  if (!first || !second || !u || !v) return undefined;
  const isFraction = bare.kind === "fraction";
  const value = readable(withDecidedCases(isFraction ? divide(first, second) : product(first, second), work.known));
  const bars = (part: Syntax): Syntax => ({ ...written, args: [part] });
  const apart: Syntax = isFraction
    ? { kind: "fraction", numerator: bars(u), denominator: bars(v) }
    : { kind: "times", dot: true, left: bars(u), right: bars(v) };
  work.say(written, [apart], value, isFraction ? "modulus of a quotient" : "modulus of a product", []);
  return value;
}

/** The modulus of a part, its own way before it; of a real part its absolute value. */
function modulusIn(part: Syntax, work: Arithmetic): Expression | undefined {
  const meant = work.meaning(part);
  if (!holdsImaginary(meant)) return withDecidedCases(call("abs", meant), work.known);
  return work.worked({ kind: "call", name: "abs", args: [part] });
}

function workedParts(argument: Syntax, work: Arithmetic) {
  const whole = work.worked(argument);
  const parts = whole && partsOf(whole);
  return whole && parts && { ...parts, whole };
}

/** The function of what its argument came to, where that was worked out. */
function worked(work: Arithmetic, written: Syntax & { kind: "call" }, argument: Syntax, whole: Expression): readonly Syntax[] {
  return isPlain(work, argument, whole) ? [] : [{ ...written, args: [present(whole)] }];
}

function part(written: Syntax & { kind: "call" }, argument: Syntax, work: Arithmetic, name: "real" | "imaginary"): Expression | undefined {
  const parts = workedParts(argument, work);
  if (!parts) return undefined;
  const value = name === "real" ? parts.re : parts.im;
  work.say(written, worked(work, written, argument, parts.whole), value, "part of a complex number", [name]);
  return value;
}
