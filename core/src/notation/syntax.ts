import type { Comparison } from "../expression/expression.ts";
import { SENTENCE_WORDS } from "./keywords.ts";

/** A stretch of the source text, in UTF-16 units: [from, to). */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/**
 * The written form of mathematics: what stands on the paper, before anything is computed. The parser makes it from text,
 * `present` makes it from an expression, and text, LaTeX and MathML are made from it alone.
 */
export type Syntax = { readonly span?: Span } & (
  | { readonly kind: "number"; readonly text: string }
  /** A name; `own` where it is the author's although the letter is that of a constant. */
  | { readonly kind: "name"; readonly name: string; readonly own?: true }
  | { readonly kind: "group"; readonly inner: Syntax }
  | { readonly kind: "sign"; readonly sign: "-" | "+" | "±"; readonly operand: Syntax }
  | { readonly kind: "binary"; readonly operator: "+" | "-" | "±"; readonly left: Syntax; readonly right: Syntax }
  | { readonly kind: "times"; readonly dot: boolean; readonly left: Syntax; readonly right: Syntax }
  | { readonly kind: "fraction"; readonly numerator: Syntax; readonly denominator: Syntax }
  | { readonly kind: "power"; readonly base: Syntax; readonly exponent: Syntax }
  | { readonly kind: "factorial"; readonly operand: Syntax }
  | { readonly kind: "degrees"; readonly operand: Syntax }
  /** A value with its unit: 12 [m/s]. */
  | { readonly kind: "quantity"; readonly value: Syntax; readonly unit: string }
  /** A function of the table; `exponent` is the 2 of sin² x. */
  | { readonly kind: "call"; readonly name: string; readonly args: readonly Syntax[]; readonly exponent?: Syntax }
  /** A function declared by the author, with the number of primes. */
  | { readonly kind: "apply"; readonly name: string; readonly primes: number; readonly args: readonly Syntax[] }
  | { readonly kind: "relation"; readonly comparisons: readonly Comparison[]; readonly operands: readonly Syntax[] }
  | { readonly kind: "logic"; readonly operator: "and" | "or"; readonly items: readonly Syntax[] }
  | { readonly kind: "tuple"; readonly items: readonly Syntax[] }
  | { readonly kind: "cases"; readonly branches: readonly { readonly value: Syntax; readonly condition: Syntax }[]; readonly otherwise?: Syntax }
  | {
      readonly kind: "iterated";
      readonly operator: "sum" | "product" | "integral";
      readonly variable: string;
      readonly lower?: Syntax;
      readonly upper?: Syntax;
      readonly body: Syntax;
    }
  /** root k of a polynomial, or the root of an expression in an interval. */
  /** By its number, or between bounds; one coordinate of the common root of a tuple of functions, with tuples of bounds. */
  | {
      readonly kind: "root";
      readonly index?: number;
      readonly coordinate?: string;
      readonly body: Syntax;
      readonly lower?: Syntax;
      readonly upper?: Syntax;
    }
  | { readonly kind: "derivative"; readonly variable: string; readonly order: number; readonly body: Syntax }
  /** (3): the result of line 3. */
  | { readonly kind: "line"; readonly line: number }
);

/** A fault in what was typed: what was expected, and the exact characters. */
export class NotationError extends Error {
  override readonly name = "NotationError";
  readonly span: Span;

  constructor(message: string, span: Span) {
    super(message);
    this.span = span;
  }
}

/** A run of letters that is a word and no product of symbols. */
export class UnknownWord extends NotationError {
  readonly word: string;
  /** How it would be written if it was meant as mathematics. */
  readonly readings: readonly string[];

  constructor(word: string, readings: readonly string[], span: Span) {
    const isKeyword = SENTENCE_WORDS.has(word.toLowerCase());
    super(`“${word}” is ${isKeyword ? "a word of the sentences and cannot" : "no name, function or word that can"} stand here`, span);
    this.word = word;
    this.readings = readings;
  }
}

/** The author's declarations that change how letters are read. */
export interface Declarations {
  /** Declared quantities, by canonical name (`v_0`, `rate`). */
  readonly names: ReadonlySet<string>;
  /** Declared functions and their number of arguments; undefined where they take any. */
  readonly functions: ReadonlyMap<string, number | undefined>;
  /** Lines below this number may be referred to. */
  readonly lines: number;
}

export const NO_DECLARATIONS: Declarations = { names: new Set(), functions: new Map(), lines: 0 };

/** A number as it is written. */
export function number(value: number | string): Syntax {
  return { kind: "number", text: String(value) };
}

/** A name by itself. */
export function name(text: string): Syntax {
  return { kind: "name", name: text };
}

/** The parts that a written form is made of. */
export function partsOf(e: Syntax): readonly Syntax[] {
  switch (e.kind) {
    case "number":
    case "name":
    case "line":
      return [];
    case "group":
      return [e.inner];
    case "sign":
    case "factorial":
    case "degrees":
      return [e.operand];
    case "quantity":
      return [e.value];
    case "binary":
    case "times":
      return [e.left, e.right];
    case "fraction":
      return [e.numerator, e.denominator];
    case "power":
      return [e.base, e.exponent];
    case "call":
      return e.exponent ? [...e.args, e.exponent] : e.args;
    case "apply":
      return e.args;
    case "relation":
      return e.operands;
    case "logic":
    case "tuple":
      return e.items;
    case "cases":
      return [...e.branches.flatMap(({ value, condition }) => [value, condition]), ...(e.otherwise ? [e.otherwise] : [])];
    case "iterated":
    case "root":
      return [...(e.lower ? [e.lower] : []), ...(e.upper ? [e.upper] : []), e.body];
    case "derivative":
      return [e.body];
  }
}

/** All parts of a written form of one kind, itself included. */
export function partsOfKind<Kind extends Syntax["kind"]>(e: Syntax, kind: Kind): readonly (Syntax & { readonly kind: Kind })[] {
  const own = e.kind === kind ? [e as Syntax & { readonly kind: Kind }] : [];
  return [...own, ...partsOf(e).flatMap((part) => partsOfKind(part, kind))];
}

/** Replaces names in a written form by written forms, so that a formula can be shown with its numbers put in. */
export const fillIn = (template: Syntax, values: ReadonlyMap<string, Syntax>): Syntax =>
  replaceIn(template, (part) => (part.kind === "name" ? values.get(part.name) : undefined));

/** Replaces references to lines by what these came to, as far as that is known. */
export const fillLines = (template: Syntax, values: Readonly<Record<number, Syntax>>): Syntax =>
  replaceIn(template, (part) => (part.kind === "line" ? values[part.line] : undefined));

/** A written form in which parts are replaced by others; where there is none for a part, by what its own parts become. */
export function replaceIn(template: Syntax, other: (part: Syntax) => Syntax | undefined): Syntax {
  const found = other(template);
  if (found) return found;
  const fill = (part: Syntax): Syntax => replaceIn(part, other);
  switch (template.kind) {
    case "name":
    case "number":
    case "line":
      return template;
    case "group":
      return { ...template, inner: fill(template.inner) };
    case "sign":
    case "factorial":
    case "degrees":
      return { ...template, operand: fill(template.operand) };
    case "quantity":
      return { ...template, value: fill(template.value) };
    case "binary":
    case "times":
      return { ...template, left: fill(template.left), right: fill(template.right) };
    case "fraction":
      return { ...template, numerator: fill(template.numerator), denominator: fill(template.denominator) };
    case "power":
      return { ...template, base: fill(template.base), exponent: fill(template.exponent) };
    case "call":
    case "apply":
      return { ...template, args: template.args.map(fill) };
    case "relation":
      return { ...template, operands: template.operands.map(fill) };
    case "logic":
    case "tuple":
      return { ...template, items: template.items.map(fill) };
    case "cases":
      return {
        ...template,
        branches: template.branches.map(({ value, condition }) => ({ value: fill(value), condition: fill(condition) })),
        ...(template.otherwise ? { otherwise: fill(template.otherwise) } : {}),
      };
    case "iterated":
    case "root":
      return {
        ...template,
        body: fill(template.body),
        ...(template.lower ? { lower: fill(template.lower) } : {}),
        ...(template.upper ? { upper: fill(template.upper) } : {}),
      };
    case "derivative":
      return { ...template, body: fill(template.body) };
  }
}

/** The sum of two written terms; a term with a minus sign is subtracted. */
export function plus(left: Syntax, right: Syntax): Syntax {
  if (right.kind === "sign" && right.sign === "-") return { kind: "binary", operator: "-", left, right: right.operand };
  return { kind: "binary", operator: "+", left, right };
}

/** The terms of a written sum, each with its sign. */
export function signedTerms(e: Syntax): readonly Syntax[] {
  if (e.kind !== "binary" || e.operator === "±") return [e];
  return [...signedTerms(e.left), e.operator === "-" ? withOtherSign(e.right) : e.right];
}

/** A term with the other sign. */
export const withOtherSign = (term: Syntax): Syntax => (term.kind === "sign" && term.sign === "-" ? term.operand : { kind: "sign", sign: "-", operand: term });

/** Written forms that are equal, one after the other. */
export function equality(operands: readonly Syntax[]): Syntax & { readonly kind: "relation" } {
  return { kind: "relation", comparisons: operands.slice(1).map(() => "="), operands };
}

/** The intervals that hold a root: one, or one for each name of a system. */
export function rootIntervals({ lower, upper }: Syntax & { kind: "root" }): readonly (readonly [Syntax, Syntax])[] {
  if (!lower || !upper) return [];
  if (lower.kind !== "tuple" || upper.kind !== "tuple") return [[lower, upper]];
  return lower.items.map((from, k) => [from, upper.items[k] ?? from]);
}
