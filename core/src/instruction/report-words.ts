import { writtenLatex } from "../notation/latex.ts";
import { nameLatex } from "../notation/letters.ts";
import type { Syntax } from "../notation/syntax.ts";
import type { Nature } from "../solve/optima/optimum.ts";
import { unitBehind } from "../units/typeset.ts";
import { DEFAULT_FIGURES } from "./answer.ts";
import { shortened } from "./decimals.ts";
import type { FaultReport, OptimumReport, SolutionReport, Value } from "./line-report.ts";

/** A complex number from the decimals of its parts: 2 + 3i. */
export function complexDecimal(re: string, im: string): string {
  const size = im.replace(/^-/, "");
  const imaginary = size === "1" ? "i" : `${size}i`;
  if (re === "0") return im.startsWith("-") ? `-${imaginary}` : imaginary;
  return `${re} ${im.startsWith("-") ? "-" : "+"} ${imaginary}`;
}

/** A text without all that stands in brackets. */
function withoutBrackets(written: string): string {
  const inner = written.replace(/\([^()]*\)/g, "");
  return inner === written ? written : withoutBrackets(inner);
}

/** A value with its unit, as it is shown. */
export function quantityLatex({ text: written, latex: exact, unit }: Value): string {
  if (unit === undefined) return exact;
  const isSum = / [+-] /.test(withoutBrackets(written));
  return `${isSum ? `\\left(${exact}\\right)` : exact}${unitBehind(unit)}`;
}

/** An equation for the value of a name as it is shown: exact, and in degrees where the author uses degrees. */
export function valueLatex(key: string, value: Value): string {
  const left = nameLatex(key);
  if (value.degrees !== undefined) return `${left} = ${value.latex} ${value.degrees}`;
  return `${left} = ${quantityLatex(value)}${value.inGiven === undefined ? "" : ` ${value.inGiven}`}`;
}

/** A decimal with the unit of its value, in the notation. */
export function withUnit(decimal: string | undefined, { unit }: Value): string | undefined {
  return decimal === undefined || unit === undefined ? decimal : `${decimal} [${unit}]`;
}

/** A decimal as text and typeset. */
export interface Decimal {
  readonly text: string;
  readonly latex: string;
}

/** The decimal beside an exact value, or nothing where the value is a whole number, no number, or shown in degrees. */
export function decimalBeside(value: Value, figures: number = DEFAULT_FIGURES): Decimal | undefined {
  if (value.rounded) return value.rounded;
  if (value.degrees !== undefined || value.re === undefined || /^-?[\d.]+$/.test(value.text)) return undefined;
  const [re, im] = [shortened(value.re, figures), value.im === undefined ? undefined : shortened(value.im, figures)];
  const decimal = im === undefined ? re : complexDecimal(re, im);
  return { text: withUnit(decimal, value) ?? decimal, latex: decimalLatex(re, im, value.unit) };
}

/** A decimal with its unit, typeset. */
export function decimalLatex(re: string, im: string | undefined, unit: string | undefined): string {
  const number: Syntax = im === undefined ? signedNumber(re) : complexSyntax(re, im);
  return unit === undefined ? writtenLatex(number) : `${writtenLatex(im === undefined ? number : { kind: "group", inner: number })}${unitBehind(unit)}`;
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

/** Whether a solution says only where its unknown lies: -2 < x < 2. */
export function isInterval({ values, parameters, conditions }: SolutionReport): boolean {
  const names = Object.keys(values);
  return conditions !== undefined && names.length === 1 && names.every((name) => parameters?.[name] === "free" && values[name]?.text === name);
}

/** What the letters of a solution stand for: "for every integer n", "any y". */
export function parameterWords(parameters: Readonly<Record<string, "integer" | "free">>): string {
  const named = (kind: "integer" | "free"): string =>
    Object.entries(parameters)
      .filter(([, own]) => own === kind)
      .map(([letter]) => letter)
      .join(" and ");
  const [integers, free] = [named("integer"), named("free")];
  return [...(integers ? [`for every integer ${integers}`] : []), ...(free ? [`for any ${free}`] : [])].join(", ");
}

/** The nature of a point in words. */
export function natureWords({ nature, natures, global, end }: OptimumReport): string {
  const words: Readonly<Record<Nature, string>> = {
    maximum: global ? "greatest value" : "maximum",
    minimum: global ? "least value" : "minimum",
    saddle: "saddle point",
    inflection: "point of inflection",
    undecided: "stationary point, nature not decided,",
  };
  if (natures) return natures.map((one) => `${words[one.nature]} where ${one.condition}`).join(", ");
  return end ? `${words[nature]} (at an end)` : words[nature];
}

/** A reason for a value that is shown beside it already, without naming the value again. */
export function reasonBeside(reason: string): string {
  return reason.replace(/ for \w+ = .*?(?=;|$)/, "");
}

export function faultWords({ message, suggestion }: Pick<FaultReport, "message" | "suggestion">): string {
  return suggestion === undefined ? message : `${message}; perhaps “${suggestion}” was meant`;
}
