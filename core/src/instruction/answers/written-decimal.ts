import { isNumber } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { text, writtenText } from "../../notation/text.ts";
import type { Digits } from "../answer.ts";
import { decimals, rounded } from "./decimals.ts";

/** A decimal, or a complex number from those of its parts, as it is written, with its unit. */
export function decimalSyntax(re: string, im: string | undefined, unit: string | undefined): Syntax {
  const number = im === undefined ? signedNumber(re) : complexSyntax(re, im);
  if (unit === undefined) return number;
  return { kind: "quantity", value: im === undefined ? number : { kind: "group", inner: number }, unit };
}

/** The decimal beside an exact value, to the digits asked for; none where it would only repeat the value. */
export function decimalBeside(value: Expression, digits: Digits, unit: string | undefined): Syntax | undefined {
  // 0 has no figures.
  const asked = digits.kind === "usual" || isNumber(value, 0) ? undefined : rounded(value, digits);
  if (asked !== undefined) return decimalSyntax(asFigures(asked, digits), undefined, unit);
  const parts = /^-?[\d.]+$/.test(text(value)) ? undefined : decimals(value, digits.count);
  const written = parts && decimalSyntax(parts.re, parts.im, unit);
  return written && writtenText(written) === text(value) ? undefined : written;
}

/** The longest whole number that is written out where fewer figures were asked for. */
const LONGEST_WHOLE = 5;

/** A large number to few figures is written with a power of ten, since zeros at its end would be taken for figures. */
function asFigures(decimal: string, { kind, count }: Digits): string {
  const [, sign = "", whole = ""] = /^(-?)(\d+)$/.exec(decimal) ?? [];
  if (kind !== "figures" || whole.length <= Math.max(LONGEST_WHOLE, count)) return decimal;
  const [first = "", ...rest] = whole.slice(0, count);
  return `${sign}${first}${rest.length > 0 ? `.${rest.join("")}` : ""}e${whole.length - 1}`;
}

function signedNumber(decimal: string): Syntax {
  const size: Syntax = { kind: "number", text: decimal.replace(/^-/, "") };
  return decimal.startsWith("-") ? { kind: "sign", sign: "-", operand: size } : size;
}

function complexSyntax(re: string, im: string): Syntax {
  const size: Syntax = { kind: "number", text: im.replace(/^-/, "") };
  const imaginary: Syntax = size.text === "1" ? { kind: "name", name: "i" } : { kind: "times", dot: false, left: size, right: { kind: "name", name: "i" } };
  const isNegative = im.startsWith("-");
  if (re === "0") return isNegative ? { kind: "sign", sign: "-", operand: imaginary } : imaginary;
  return { kind: "binary", operator: isNegative ? "-" : "+", left: signedNumber(re), right: imaginary };
}
