import type { Expression } from "../expression/expression.ts";
import { greekCharacter } from "./letters.ts";
import { present } from "./present.ts";
import { rootIntervals, type Syntax } from "./syntax.ts";

/** How strongly a written form binds; brackets are put where a weaker form stands in a stronger one. */
export const BINDING = { logic: 0, relation: 1, sum: 2, sign: 3, product: 4, power: 6, atom: 8 } as const;

export function bindingOf(e: Syntax): number {
  switch (e.kind) {
    case "logic":
      return BINDING.logic;
    case "relation":
    case "root":
      return BINDING.relation;
    case "binary":
      return BINDING.sum;
    case "sign":
      return BINDING.sign;
    case "times":
    case "fraction":
    case "iterated":
    case "derivative":
      return BINDING.product;
    case "power":
    case "factorial":
    case "degrees":
    case "quantity":
      return BINDING.power;
    case "call":
      return e.exponent ? BINDING.power : BINDING.atom;
    default:
      return BINDING.atom;
  }
}

/** The text of an expression in the notation; it parses back to the same tree. */
export function text(e: Expression): string {
  return writtenText(present(e));
}

/** The text of a written form in the notation. */
export function writtenText(e: Syntax): string {
  switch (e.kind) {
    case "number":
      return e.text;
    case "name":
      return e.name;
    case "group":
      return `(${writtenText(e.inner)})`;
    case "sign":
      return `${e.sign}${wrapped(e.operand, BINDING.sign + 1)}`;
    case "binary":
      return `${wrapped(e.left, BINDING.sum)} ${e.operator} ${wrapped(e.right, BINDING.sign + 1)}`;
    case "times":
      return product(e);
    case "fraction":
      return `${wrapped(e.numerator, BINDING.product)}/${wrapped(e.denominator, BINDING.power)}`;
    case "power":
      return `${wrapped(e.base, BINDING.power + 1)}^${wrapped(e.exponent, BINDING.power)}`;
    case "factorial":
      return `${wrapped(e.operand, BINDING.power + 1)}!`;
    case "degrees":
      return `${wrapped(e.operand, BINDING.power + 1)}°`;
    case "quantity":
      return `${wrapped(e.value, BINDING.power + 1)} [${e.unit}]`;
    case "call":
      return call(e);
    case "apply":
      return `${e.name}${"'".repeat(e.primes)}(${e.args.map(writtenText).join(", ")})`;
    case "relation":
      return e.operands.map((operand, k) => (k === 0 ? "" : ` ${e.comparisons[k - 1]} `) + wrapped(operand, BINDING.sum)).join("");
    case "logic":
      return e.items.map((item) => (item.kind === "logic" && e.operator === "and" ? `(${writtenText(item)})` : writtenText(item))).join(` ${e.operator} `);
    case "tuple":
      return `(${e.items.map(writtenText).join(", ")})`;
    case "cases": {
      const branches = e.branches.map(({ value, condition }) => `${writtenText(value)} if ${writtenText(condition)}`);
      return `cases(${[...branches, ...(e.otherwise ? [`${writtenText(e.otherwise)} otherwise`] : [])].join(", ")})`;
    }
    case "iterated":
      return iterated(e);
    case "root":
      return e.index === undefined
        ? `root ${e.coordinate === undefined ? "" : `${e.coordinate} `}of ${writtenText(e.body)} in ${rootIntervals(e)
            .map((ends) => `[${ends.map(writtenText).join(", ")}]`)
            .join(" × ")}`
        : `root ${e.index} of ${writtenText(e.body)}`;
    case "derivative":
      return e.order === 1 ? `d/d${e.variable} (${writtenText(e.body)})` : `d^${e.order}/d${e.variable}^${e.order} (${writtenText(e.body)})`;
    case "line":
      return `(${e.line})`;
  }
}

function wrapped(e: Syntax, least: number): string {
  return bindingOf(e) >= least ? writtenText(e) : `(${writtenText(e)})`;
}

function call(e: Syntax & { kind: "call" }): string {
  if (e.name === "abs" && e.args[0] && !/\|/.test(writtenText(e.args[0]))) return power(`|${writtenText(e.args[0])}|`, e);
  const args = e.args.map(writtenText);
  if (e.name === "log" && args.length === 2) {
    const base = /^[A-Za-z0-9]$|^\d+$/.test(args[0] ?? "") ? args[0] : `(${args[0]})`;
    return power(`log_${base}(${args[1]})`, e);
  }
  return power(`${e.name}(${args.join(", ")})`, e);
}

function power(written: string, e: Syntax & { kind: "call" }): string {
  return e.exponent ? `${written}^${wrapped(e.exponent, BINDING.power)}` : written;
}

/** Factors side by side; a dot where two numbers would run together or a name would take the bracket that follows as a function. */
function product(e: Syntax & { kind: "times" }): string {
  const left = wrapped(e.left, BINDING.product);
  const right = wrapped(e.right, BINDING.product + 1);
  if (e.dot) return `${left}*${right}`;
  if (/^[\d.|]/.test(right) || /^\(\d+\)$/.test(right)) return `${left}*${right}`;
  const closeUp = e.left.kind === "number" && /^[\d.]+$/.test(left) && /^[A-Za-df-z]/.test(right) && !isWord(right);
  return `${left}${closeUp ? "" : " "}${right}`;
}

/** Whether text begins with a word of several letters, which a number before it should stand apart from. */
function isWord(written: string): boolean {
  const run = /^[A-Za-z]+/.exec(written)?.[0] ?? "";
  return run.length > 1 && greekCharacter(run) === undefined;
}

function iterated(e: Syntax & { kind: "iterated" }): string {
  const bound = (part: Syntax): string => (/^[A-Za-z0-9]$/.test(writtenText(part)) ? writtenText(part) : `(${writtenText(part)})`);
  if (e.operator === "integral") {
    const bounds = e.lower && e.upper ? `_${bound(e.lower)}^${bound(e.upper)}` : "";
    return `(int${bounds} ${wrapped(e.body, BINDING.product)} d${e.variable})`;
  }
  return `(${e.operator}_(${e.variable}=${e.lower ? writtenText(e.lower) : ""})^${e.upper ? bound(e.upper) : ""} ${wrapped(e.body, BINDING.product)})`;
}
