import { divide, isNumber } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { type Argument, argumentOf } from "../../truth/index.ts";
import { readable } from "../readable.ts";
import { isPlain, rootOfNumber } from "./operations.ts";
import { inParts, partsOf } from "./parts.ts";
import { readableModulus } from "./polar.ts";
import type { Arithmetic, Operation } from "./work.ts";
import { sumOfSquares } from "./written.ts";

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
