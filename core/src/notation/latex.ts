import type { Comparison, Expression } from "../expression/expression.ts";
import { family } from "../expression/functions/registry.ts";
import { unitBehind } from "../units/typeset.ts";
import { nameLatex } from "./letters.ts";
import { printedDigits } from "./long-number.ts";
import { present } from "./present.ts";
import { rootIntervals, type Syntax } from "./syntax.ts";
import { BINDING, bindingOf } from "./text.ts";

/** Relation signs in LaTeX. */
export const COMPARISONS_LATEX: Readonly<Record<Comparison, string>> = { "=": "=", "!=": "\\ne ", "<": "<", "<=": "\\le ", ">": ">", ">=": "\\ge " };
const CONSTANTS: Readonly<Record<string, string>> = { pi: "\\pi ", e: "\\mathrm{e}", i: "\\mathrm{i}", infinity: "\\infty " };
const OPERATORS = { sum: "\\sum", product: "\\prod", integral: "\\int" } as const;
/** Names of the notation that print as another function of the table. */
const ALIASES: Readonly<Record<string, string>> = { lg: "\\lg", lb: "\\operatorname{lb}" };

/** The LaTeX (KaTeX) of an expression in its human form. */
export function latex(e: Expression): string {
  return writtenLatex(present(e));
}

/**
 * The LaTeX of a written form. `mark` may wrap the LaTeX of each part, so that parts can be found again in what is drawn.
 */
export function writtenLatex(e: Syntax, mark: (part: Syntax, latex: string) => string = (_, latex) => latex): string {
  const at = (part: Syntax): string => mark(part, writtenLatex(part, mark));
  const wrapped = (part: Syntax, least: number): string => (bindingOf(part) >= least ? at(part) : `\\left(${at(part)}\\right)`);
  switch (e.kind) {
    case "number":
      return numberLatex(e.text);
    case "name":
      return e.own ? nameLatex(e.name) : (CONSTANTS[e.name] ?? nameLatex(e.name));
    case "group":
      return `\\left(${at(e.inner)}\\right)`;
    case "sign":
      return `${e.sign === "±" ? "\\pm " : e.sign}${wrapped(e.operand, BINDING.sign + 1)}`;
    case "binary":
      return `${wrapped(e.left, BINDING.sum)}${e.operator === "±" ? "\\pm " : e.operator}${wrapped(e.right, BINDING.sign + 1)}`;
    case "times": {
      const left = e.left.kind === "times" ? timesLatex(e.left, at, wrapped) : closed(e.left, at, wrapped);
      return joinFactors(left, wrapped(e.right, BINDING.product), e);
    }
    case "fraction":
      return `\\frac{${at(ungrouped(e.numerator))}}{${at(ungrouped(e.denominator))}}`;
    case "power": {
      const base = e.base.kind === "fraction" || e.base.kind === "call" ? bracketedBase(e.base, at) : wrapped(e.base, BINDING.power + 1);
      return `{${base}}^{${at(ungrouped(e.exponent))}}`;
    }
    case "factorial":
      return `${wrapped(e.operand, BINDING.power + 1)}!`;
    case "degrees":
      return `${wrapped(e.operand, BINDING.power + 1)}^{\\circ}`;
    case "quantity":
      return `${wrapped(e.value, BINDING.sign)}${unitBehind(e.unit)}`;
    case "call":
      return callLatex(e, at);
    case "apply":
      return `${nameLatex(e.name)}${"'".repeat(e.primes)}${e.args.length === 0 ? "" : `\\!\\left(${e.args.map(at).join(", ")}\\right)`}`;
    case "relation":
      return e.operands.map((operand, k) => (k === 0 ? "" : ` ${COMPARISONS_LATEX[e.comparisons[k - 1] ?? "="]} `) + wrapped(operand, BINDING.sum)).join("");
    case "logic":
      return e.items.map((item) => (item.kind === "logic" ? `\\left(${at(item)}\\right)` : at(item))).join(` \\quad\\text{${e.operator}}\\quad `);
    case "tuple":
      return tupleLatex(e.items, at);
    case "cases": {
      const rows = e.branches.map(({ value, condition }) => `${at(value)} & \\text{if } ${at(condition)}`);
      return `\\begin{cases}${[...rows, ...(e.otherwise ? [`${at(e.otherwise)} & \\text{otherwise}`] : [])].join(" \\\\ ")}\\end{cases}`;
    }
    case "iterated": {
      const from = e.lower && at(ungrouped(e.lower));
      const lower = from !== undefined && e.operator !== "integral" ? `${nameLatex(e.variable)}=${from}` : from;
      const bounds = lower !== undefined && e.upper ? `_{${lower}}^{${at(ungrouped(e.upper))}}` : "";
      const differential = e.operator === "integral" ? ` \\,\\mathrm{d}${nameLatex(e.variable)}` : "";
      return `${OPERATORS[e.operator]}${bounds} ${wrapped(e.body, BINDING.product)}${differential}`;
    }
    case "root": {
      const intervals = rootIntervals(e).map((ends) => `[${ends.map(at).join(",\\,")}]`);
      const place = intervals.length > 0 ? ` \\text{ in } ${intervals.join(" \\times ")}` : "";
      // The equations stand in the line that the root comes from: the box tells which it is.
      if (e.coordinate !== undefined) return `\\text{root } ${nameLatex(e.coordinate)}${place}`;
      return `\\text{root ${e.index === undefined ? "" : `${e.index} `}of } ${at(e.body)}${place}`;
    }
    case "derivative": {
      const power = e.order === 1 ? "" : `^{${e.order}}`;
      return `\\frac{\\mathrm{d}${power}}{\\mathrm{d}${nameLatex(e.variable)}${power}}\\left(${at(ungrouped(e.body))}\\right)`;
    }
    case "line":
      return `(${e.line})`;
  }
}

type Render = (part: Syntax) => string;

/** A product that is followed by another factor: the argument of its last function is bracketed. */
function timesLatex(e: Syntax & { kind: "times" }, at: Render, wrapped: (part: Syntax, least: number) => string): string {
  const left = e.left.kind === "times" ? timesLatex(e.left, at, wrapped) : closed(e.left, at, wrapped);
  return joinFactors(left, closed(e.right, at, wrapped), e);
}

function closed(e: Syntax, at: Render, wrapped: (part: Syntax, least: number) => string): string {
  return e.kind === "call" ? callLatex(e, at, true) : wrapped(e, BINDING.product);
}

function joinFactors(left: string, right: string, e: Syntax & { kind: "times" }): string {
  const needsDot = e.dot || startsWithNumber(e.right) || isMixed(e.left, e.right);
  return `${left}${needsDot ? " \\cdot " : wordBefore(e.left) || wordBefore(e.right) ? "\\," : " "}${right}`;
}

/** Brackets that a fraction bar or an exponent's place makes needless. */
export function ungrouped(e: Syntax): Syntax {
  return e.kind === "group" ? ungrouped(e.inner) : e;
}

/** A number as it is typed, in LaTeX: 1.5e-6 as 1.5 · 10⁻⁶. */
export function numberLatex(text: string): string {
  const [mantissa = text, exponent] = text.split("e");
  const digits = printedDigits(mantissa, (words) => `\\text{${words}}`).replace("…", "\\ldots ");
  return exponent === undefined ? digits : `${digits} \\times 10^{${exponent.replace("+", "")}}`;
}

/** Whether a written form begins with a digit, so that it cannot stand behind another number without a sign between. */
export function startsWithNumber(e: Syntax): boolean {
  if (e.kind === "number") return true;
  if (e.kind === "times") return startsWithNumber(e.left);
  if (e.kind === "fraction") return false;
  return e.kind === "power" || e.kind === "factorial" ? startsWithNumber(e.kind === "power" ? e.base : e.operand) : false;
}

/** Whether a number and a fraction of numbers would be read as a mixed number: 4 1/2. */
export function isMixed(left: Syntax, right: Syntax): boolean {
  const last = left.kind === "times" ? left.right : left;
  const first = right.kind === "times" ? right.left : right;
  return (last.kind === "number" || last.kind === "fraction") && first.kind === "fraction" && startsWithNumber(first.numerator);
}

/** Whether a factor is a declared word, which needs a thin space beside it. */
function wordBefore(e: Syntax): boolean {
  if (e.kind === "times") return wordBefore(e.right);
  return e.kind === "name" && /^[A-Za-z]{2,}(_|$)/.test(e.name) && nameLatex(e.name).includes("mathit");
}

function bracketedBase(e: Syntax, at: Render): string {
  const plain = e.kind === "call" && (e.name === "abs" || e.name === "floor" || e.name === "ceil");
  return plain ? at(e) : `\\left(${at(e)}\\right)`;
}

function callLatex(e: Syntax & { kind: "call" }, at: Render, followed = false): string {
  const args = e.args.map((arg) => at(ungrouped(arg)));
  const exponent = e.exponent ? `^{${at(ungrouped(e.exponent))}}` : "";
  if (e.name === "cbrt") return powered(`\\sqrt[3]{${args[0]}}`, exponent);
  if (e.name === "log") return `\\log_{${args[0]}}${exponent}${argumentLatex(e.args[1], args[1], followed)}`;
  const known = family(e.name);
  if (known?.latex) return powered(known.latex(args), exponent);
  const symbol = ALIASES[e.name] ?? known?.symbol ?? `\\operatorname{${e.name}}`;
  return `${symbol}${exponent}${args.length === 1 ? argumentLatex(e.args[0], args[0], followed) : `\\!\\left(${args.join(", ")}\\right)`}`;
}

function powered(base: string, exponent: string): string {
  return exponent === "" ? base : `{\\left(${base}\\right)}${exponent}`;
}

/** One short argument stands without brackets at the end of a product: sin x, sin 2x; everything else is bracketed. */
function argumentLatex(argument: Syntax | undefined, written: string | undefined, followed: boolean): string {
  if (followed) return `\\!\\left(${written}\\right)`;
  const short =
    argument?.kind === "name" ||
    argument?.kind === "number" ||
    (argument?.kind === "times" && argument.left.kind === "number" && argument.right.kind === "name");
  return short ? ` ${written}` : `\\!\\left(${written}\\right)`;
}

function tupleLatex(items: readonly Syntax[], at: Render): string {
  const rows = items.map((item) => (item.kind === "tuple" ? item.items : undefined));
  const width = rows[0]?.length;
  if (width !== undefined && rows.every((row) => row?.length === width)) {
    return `\\begin{pmatrix}${rows.map((row) => row?.map(at).join(" & ")).join(" \\\\ ")}\\end{pmatrix}`;
  }
  return `\\left(${items.map(at).join(", ")}\\right)`;
}

/** lim, with where the variable goes below it. */
export function limitSignLatex(variable: string, at: Syntax, side: "left" | "right" | undefined): string {
  const from = side === undefined ? "" : side === "left" ? "^{-}" : "^{+}";
  return `\\lim_{${nameLatex(variable)} \\to ${writtenLatex(at)}${from}} `;
}
