import type { Expression } from "../expression/expression.ts";
import { statedWhole } from "../expression/whole.ts";
import { unitPlainBehind } from "../units/typeset.ts";
import { greekCharacter, splitName } from "./letters.ts";
import { printedDigits } from "./long-number.ts";
import { present } from "./present.ts";
import type { Syntax } from "./syntax.ts";
import { BINDING, bindingOf } from "./text.ts";

const SUPERSCRIPT_DIGITS = "⁰¹²³⁴⁵⁶⁷⁸⁹";
const SUBSCRIPT_DIGITS = "₀₁₂₃₄₅₆₇₈₉";
const COMPARISONS: Readonly<Record<string, string>> = { "!=": "≠", "<=": "≤", ">=": "≥" };

/** An expression in one line of plain characters (x² − 3x + √2), for labels in drawings and alternative texts. */
export function plain(e: Expression): string {
  const whole = statedWhole(e);
  return whole ? `${plain(whole)} whole` : writtenPlain(present(e));
}

/** A written form in plain characters, for running text. */
export function writtenPlain(e: Syntax): string {
  const wrapped = (part: Syntax, least: number): string => (bindingOf(part) >= least ? writtenPlain(part) : `(${writtenPlain(part)})`);
  switch (e.kind) {
    case "number":
      return numberPlain(e.text);
    case "name":
      return plainName(e.name);
    case "group":
      return `(${writtenPlain(e.inner)})`;
    case "sign":
      return `${e.sign === "-" ? "−" : e.sign}${wrapped(e.operand, BINDING.sign + 1)}`;
    case "binary":
      return `${wrapped(e.left, BINDING.sum)} ${e.operator === "-" ? "−" : e.operator} ${wrapped(e.right, BINDING.sign + 1)}`;
    case "times": {
      const [left, right] = [wrapped(e.left, BINDING.product), wrapped(e.right, BINDING.product + 1)];
      const tight = e.left.kind === "number" && /^[^\d.]/.test(right);
      return `${left}${e.dot || /^\d/.test(right) ? "·" : tight ? "" : " "}${right}`;
    }
    case "fraction":
      return `${wrapped(e.numerator, BINDING.product)}/${wrapped(e.denominator, BINDING.power)}`;
    case "power": {
      const base = wrapped(e.base, BINDING.power + 1);
      if (e.exponent.kind === "number" && /^\d+$/.test(e.exponent.text)) {
        return base + [...e.exponent.text].map((digit) => SUPERSCRIPT_DIGITS.charAt(Number(digit))).join("");
      }
      return `${base}^${wrapped(e.exponent, BINDING.power)}`;
    }
    case "factorial":
      return `${wrapped(e.operand, BINDING.power + 1)}!`;
    case "degrees":
      return `${wrapped(e.operand, BINDING.power + 1)}°`;
    case "quantity":
      return `${wrapped(e.value, BINDING.sign)}${unitPlainBehind(e.unit)}`;
    case "call": {
      const args = e.args.map(writtenPlain);
      if (e.name === "sqrt") return /^(?:\d+|\p{L}\p{No}*)$/u.test(args[0] ?? "") ? `√${args[0]}` : `√(${args[0]})`;
      if (e.name === "abs") return `|${args[0]}|`;
      const exponent = e.exponent ? `^${wrapped(e.exponent, BINDING.power)}` : "";
      return `${e.name}${exponent}(${args.join(", ")})`;
    }
    case "apply":
      return `${e.name}${"′".repeat(e.primes)}${e.args.length === 0 ? "" : `(${e.args.map(writtenPlain).join(", ")})`}`;
    case "relation":
      return e.operands
        .map((operand, k) => (k === 0 ? "" : ` ${COMPARISONS[e.comparisons[k - 1] ?? "="] ?? e.comparisons[k - 1]} `) + wrapped(operand, BINDING.sum))
        .join("");
    case "logic":
      return e.items.map(writtenPlain).join(` ${e.operator} `);
    case "tuple":
      return `(${e.items.map(writtenPlain).join(", ")})`;
    case "cases":
      return (
        e.branches.map(({ value, condition }) => `${writtenPlain(value)} if ${writtenPlain(condition)}`).join(", ") +
        (e.otherwise ? `, otherwise ${writtenPlain(e.otherwise)}` : "")
      );
    case "iterated": {
      const sign = { sum: "∑", product: "∏", integral: "∫" }[e.operator];
      return `${sign} ${wrapped(e.body, BINDING.product)}${e.operator === "integral" ? ` d${plainName(e.variable)}` : ""}`;
    }
    case "root":
      return `root ${e.coordinate !== undefined ? `${plainName(e.coordinate)} ` : e.index === undefined ? "" : `${e.index} `}of ${writtenPlain(e.body)}`;
    case "derivative":
      return `d/d${plainName(e.variable)} (${writtenPlain(e.body)})`;
    case "line":
      return `(${e.line})`;
  }
}

/** A name in plain characters: Greek letters as such, numbers behind an underscore as subscripts. */
export function plainName(name: string): string {
  if (name === "infinity") return "∞";
  const { stem, subscript } = splitName(name);
  const letter = greekCharacter(stem) ?? stem;
  if (subscript === undefined) return letter;
  return /^\d+$/.test(subscript) ? letter + [...subscript].map((digit) => SUBSCRIPT_DIGITS.charAt(Number(digit))).join("") : `${letter}_${subscript}`;
}

/** A number as it is typed, in plain characters: 1.5e-6 as 1.5 × 10⁻⁶. */
function numberPlain(text: string): string {
  const [mantissa = text, exponent] = text.split("e");
  const digits = printedDigits(mantissa, (words) => words);
  if (exponent === undefined) return digits;
  const raised = [...exponent.replace("+", "")].map((letter) => (letter === "-" ? "⁻" : SUPERSCRIPT_DIGITS[Number(letter)]));
  return `${digits} × 10${raised.join("")}`;
}
