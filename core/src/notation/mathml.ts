import type { Comparison, Expression } from "../expression/expression.ts";
import { family } from "../expression/functions/registry.ts";
import { unitPlain } from "../units/typeset.ts";
import { isMixed, startsWithNumber, ungrouped } from "./latex.ts";
import { nameMathml } from "./letters.ts";
import { printedDigits } from "./long-number.ts";
import { present } from "./present.ts";
import { rootIntervals, type Syntax } from "./syntax.ts";
import { BINDING, bindingOf } from "./text.ts";

const COMPARISONS: Readonly<Record<Comparison, string>> = { "=": "=", "!=": "≠", "<": "&lt;", "<=": "≤", ">": "&gt;", ">=": "≥" };
const CONSTANTS: Readonly<Record<string, string>> = {
  pi: "<mi>π</mi>",
  e: '<mi mathvariant="normal">e</mi>',
  i: '<mi mathvariant="normal">i</mi>',
  infinity: "<mi>∞</mi>",
};
const OPERATORS = { sum: "∑", product: "∏", integral: "∫" } as const;
const APPLY = "<mo>&#x2061;</mo>";
const TIMES = "<mo>&#x2062;</mo>";

/** The presentation MathML of an expression, a complete `math` element. */
export function mathml(e: Expression): string {
  return `<math xmlns="http://www.w3.org/1998/Math/MathML">${writtenMathml(present(e))}</math>`;
}

const row = (...parts: readonly string[]): string => `<mrow>${parts.join("")}</mrow>`;
const operator = (text: string): string => `<mo>${text}</mo>`;
const fenced = (inside: string): string => row(operator("("), inside, operator(")"));

/** The presentation MathML of a written form, one element. */
export function writtenMathml(e: Syntax): string {
  switch (e.kind) {
    case "number": {
      const [written = e.text, exponent] = e.text.split("e");
      const digits = printedDigits(written, (words) => words);
      const mantissa = `<mn>${digits}</mn>`;
      return exponent === undefined ? mantissa : row(mantissa, operator("⋅"), `<msup><mn>10</mn><mn>${exponent}</mn></msup>`);
    }
    case "name":
      return CONSTANTS[e.name] ?? nameMathml(e.name);
    case "group":
      return fenced(writtenMathml(e.inner));
    case "sign":
      return row(operator(e.sign === "-" ? "−" : e.sign), wrapped(e.operand, BINDING.sign + 1));
    case "binary":
      return row(wrapped(e.left, BINDING.sum), operator(e.operator === "-" ? "−" : e.operator), wrapped(e.right, BINDING.sign + 1));
    case "times":
      return row(
        wrapped(e.left, BINDING.product),
        e.dot || startsWithNumber(e.right) || isMixed(e.left, e.right) ? operator("⋅") : TIMES,
        wrapped(e.right, BINDING.product),
      );
    case "fraction":
      return `<mfrac>${row(writtenMathml(ungrouped(e.numerator)))}${row(writtenMathml(ungrouped(e.denominator)))}</mfrac>`;
    case "power":
      return `<msup>${row(wrapped(e.base, BINDING.power + 1))}${row(writtenMathml(ungrouped(e.exponent)))}</msup>`;
    case "factorial":
      return row(wrapped(e.operand, BINDING.power + 1), operator("!"));
    case "degrees":
      return row(wrapped(e.operand, BINDING.power + 1), operator("°"));
    case "quantity":
      return row(wrapped(e.value, BINDING.sign), `<mspace width="0.17em"/><mtext>${unitPlain(e.unit)}</mtext>`);
    case "call":
      return callMathml(e);
    case "apply":
      return row(nameMathml(e.name), operator("′".repeat(e.primes)), APPLY, fenced(list(e.args)));
    case "relation":
      return row(...e.operands.map((operand, k) => (k === 0 ? "" : operator(COMPARISONS[e.comparisons[k - 1] ?? "="])) + wrapped(operand, BINDING.sum)));
    case "logic":
      return row(e.items.map(writtenMathml).join(`<mspace width="1em"/><mtext>${e.operator}</mtext><mspace width="1em"/>`));
    case "tuple":
      return fenced(list(e.items));
    case "cases": {
      const rows = e.branches.map(
        ({ value, condition }) => `<mtr><mtd>${writtenMathml(value)}</mtd><mtd><mtext>if </mtext>${writtenMathml(condition)}</mtd></mtr>`,
      );
      const last = e.otherwise ? `<mtr><mtd>${writtenMathml(e.otherwise)}</mtd><mtd><mtext>otherwise</mtext></mtd></mtr>` : "";
      return row(operator("{"), `<mtable>${rows.join("")}${last}</mtable>`);
    }
    case "iterated": {
      const sign = operator(OPERATORS[e.operator]);
      const from = e.lower && writtenMathml(ungrouped(e.lower));
      const lower = from && e.operator !== "integral" ? row(nameMathml(e.variable), operator("="), from) : from;
      const head = lower && e.upper ? `<munderover>${sign}${row(lower)}${row(writtenMathml(ungrouped(e.upper)))}</munderover>` : sign;
      const differential = e.operator === "integral" ? row('<mi mathvariant="normal">d</mi>', nameMathml(e.variable)) : "";
      return row(head, wrapped(e.body, BINDING.product), differential);
    }
    case "root": {
      const intervals = rootIntervals(e).map((ends) => row(operator("["), list(ends), operator("]")));
      const place = intervals.length > 0 ? row("<mtext> in </mtext>", intervals.join(operator("×"))) : "";
      if (e.coordinate !== undefined) return row("<mtext>root </mtext>", nameMathml(e.coordinate), place);
      return row(`<mtext>root ${e.index === undefined ? "" : `${e.index} `}of </mtext>`, writtenMathml(e.body), place);
    }
    case "derivative": {
      const d = '<mi mathvariant="normal">d</mi>';
      const power = (base: string): string => (e.order === 1 ? base : `<msup>${row(base)}<mn>${e.order}</mn></msup>`);
      return row(`<mfrac>${row(power(d))}${row(d, power(nameMathml(e.variable)))}</mfrac>`, fenced(writtenMathml(ungrouped(e.body))));
    }
    case "line":
      return fenced(`<mn>${e.line}</mn>`);
  }
}

function wrapped(e: Syntax, least: number): string {
  return bindingOf(e) >= least ? writtenMathml(e) : fenced(writtenMathml(e));
}

function list(items: readonly Syntax[]): string {
  return items.map(writtenMathml).join(operator(","));
}

function callMathml(e: Syntax & { kind: "call" }): string {
  const args = e.args.map((arg) => writtenMathml(ungrouped(arg)));
  const raised = (base: string): string => (e.exponent ? `<msup>${row(base)}${row(writtenMathml(ungrouped(e.exponent)))}</msup>` : base);
  if (e.name === "cbrt") return raised(`<mroot>${row(args[0] ?? "")}<mn>3</mn></mroot>`);
  if (e.name === "log" && args.length === 2) return row(raised(`<msub><mi>log</mi>${row(args[0] ?? "")}</msub>`), APPLY, fenced(args[1] ?? ""));
  const typeset = family(e.name)?.mathml;
  if (typeset) return raised(typeset(args));
  return row(raised(`<mi>${e.name}</mi>`), APPLY, fenced(args.join(operator(","))));
}
