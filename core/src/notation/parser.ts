import type { Comparison } from "../expression/expression.ts";
import { bracketed } from "./constructs/brackets.ts";
import { declaredCall, functionCall } from "./constructs/calls.ts";
import { casesOf } from "./constructs/cases.ts";
import { derivativeOf } from "./constructs/derivative.ts";
import { iterated } from "./constructs/iterated.ts";
import { parseEnvironment, parseStructure } from "./constructs/latex-structures.ts";
import { namesRoot, rootOfEquation } from "./constructs/root.ts";
import { type Declarations, NotationError, type Span, type Syntax } from "./syntax.ts";
import type { Lexeme } from "./words.ts";

const COMPARISONS: ReadonlySet<string> = new Set(["=", "!=", "<", "<=", ">", ">="]);

/** How deep brackets, signs, roots, exponents and fractions may stand inside each other. */
const MOST_LEVELS = 100;

/** Recursive descent with one lexeme of lookahead; one method for each level of binding. */
export class Parser {
  readonly #lexemes: readonly Lexeme[];
  readonly declared: Declarations;
  #at = 0;
  /** Bars of |x| that are open: a bar where an operator could stand closes the innermost. */
  #openBars = 0;
  /** How deep what is read now stands in what is read around it. */
  #level = 0;

  constructor(lexemes: readonly Lexeme[], declared: Declarations) {
    this.#lexemes = lexemes;
    this.declared = declared;
  }

  get next(): Lexeme {
    return this.#lexemes[this.#at] ?? { kind: "end", span: { from: 0, to: 0 } };
  }

  advance(): Lexeme {
    const lexeme = this.next;
    if (lexeme.kind !== "end") this.#at += 1;
    return lexeme;
  }

  isMark(...texts: readonly string[]): boolean {
    return this.next.kind === "mark" && texts.includes(this.next.text);
  }

  isKeyword(text: string): boolean {
    return this.next.kind === "keyword" && this.next.text === text;
  }

  isCommand(text: string): boolean {
    return this.next.kind === "command" && this.next.text === text;
  }

  /** The lexeme some places after the next one. */
  ahead(places: number): Lexeme | undefined {
    return this.#lexemes[this.#at + places];
  }

  /** Whether a bar of |x| is open, so that the next bar closes it. */
  get barOpen(): boolean {
    return this.#openBars > 0;
  }

  /** Reads between bars: a bar where an operator could stand closes them. */
  withinBars<Read>(read: () => Read): Read {
    this.#openBars += 1;
    const found = read();
    this.#openBars -= 1;
    return found;
  }

  /** Reads between brackets, where bars that are open outside do not close. */
  withinBrackets<Read>(read: () => Read): Read {
    const bars = this.#openBars;
    this.#openBars = 0;
    const found = read();
    this.#openBars = bars;
    return found;
  }

  /** Reads what stands one level deeper. */
  #deeper(read: () => Syntax): Syntax {
    this.#level += 1;
    this.#checkLevel(this.#level);
    const found = read();
    this.#level -= 1;
    return found;
  }

  #checkLevel(level: number): void {
    if (level > MOST_LEVELS) this.fail(`this stands too deep inside other brackets, signs, exponents or fractions: at most ${MOST_LEVELS} levels are read`);
  }

  fail(message: string, span: Span = this.next.span): never {
    throw new NotationError(message, span);
  }

  expectMark(text: string, message: string): Lexeme {
    if (!this.isMark(text)) this.fail(message);
    return this.advance();
  }

  expectEnd(): void {
    if (this.next.kind === "end") return;
    if (this.isMark(")", "]", "}")) this.fail("this bracket closes nothing: there is no opening bracket for it");
    this.fail("an operator or the end was expected here");
  }

  statement(): Syntax {
    const items = [this.#conjunction()];
    while (this.isKeyword("or")) {
      this.advance();
      items.push(this.#conjunction());
    }
    const [only] = items;
    return only && items.length === 1 ? only : { kind: "logic", operator: "or", items };
  }

  #conjunction(): Syntax {
    const items = [this.relation()];
    while (this.isKeyword("and")) {
      this.advance();
      items.push(this.relation());
    }
    const [only] = items;
    return only && items.length === 1 ? only : { kind: "logic", operator: "and", items };
  }

  relation(): Syntax {
    const operands = [this.expression()];
    const comparisons: Comparison[] = [];
    for (;;) {
      const lexeme = this.next;
      if (lexeme.kind !== "mark" || !COMPARISONS.has(lexeme.text)) break;
      comparisons.push(lexeme.text as Comparison);
      this.advance();
      operands.push(this.expression());
    }
    const [only] = operands;
    return only && comparisons.length === 0 ? only : { kind: "relation", comparisons, operands };
  }

  expression(): Syntax {
    let left = this.#signedTerm();
    while (this.isMark("+", "-", "±")) {
      const operator = this.advance();
      const right = this.#signedTerm();
      left = { kind: "binary", operator: operator.kind === "mark" ? (operator.text as "+") : "+", left, right, span: join(left, right) };
    }
    return left;
  }

  /** A sign and what it stands before. */
  signed(read: () => Syntax): Syntax {
    const lexeme = this.advance();
    const operand = this.#deeper(read);
    const sign = lexeme.kind === "mark" ? (lexeme.text as "-") : "-";
    return { kind: "sign", sign, operand, span: { from: lexeme.span.from, to: operand.span?.to ?? lexeme.span.to } };
  }

  /** A term with signs before it; the sign binds weaker than the term: −x² is −(x²). */
  #signedTerm(): Syntax {
    return this.isMark("+", "-", "±") ? this.signed(() => this.#signedTerm()) : this.term();
  }

  /** Factors with * and / between them, or side by side. */
  term(): Syntax {
    let left = this.factor();
    let fractions = 0;
    for (;;) {
      if (this.isMark("*", "/")) {
        const divides = this.isMark("/");
        // a/b/c has fractions in its fraction.
        if (divides) this.#checkLevel(++fractions);
        this.advance();
        const right = this.#signedFactor();
        left = divides
          ? { kind: "fraction", numerator: left, denominator: right, span: join(left, right) }
          : { kind: "times", dot: true, left, right, span: join(left, right) };
      } else if (this.startsFactor()) {
        const right = this.factor();
        left = { kind: "times", dot: false, left, right, span: join(left, right) };
      } else return left;
    }
  }

  #signedFactor(): Syntax {
    return this.isMark("+", "-") ? this.signed(() => this.#signedFactor()) : this.factor();
  }

  /** Whether a factor can begin here, so that juxtaposition multiplies. */
  startsFactor(): boolean {
    const lexeme = this.next;
    switch (lexeme.kind) {
      case "number":
      case "name":
      case "function":
      case "declared":
      case "iterated":
      case "derivative":
        return true;
      case "keyword":
        return lexeme.text === "cases";
      case "command":
        return !["rfloor", "rceil"].includes(lexeme.text);
      case "environment":
        return lexeme.opens;
      case "mark":
        return ["(", "{", "∞", "√", "["].includes(lexeme.text) || (lexeme.text === "|" && this.#openBars === 0);
      case "superscript":
      case "unit":
      case "differential":
      case "end":
        return false;
    }
  }

  /** A primary with its powers, factorials and degree signs. */
  factor(): Syntax {
    let base = this.primary();
    for (let behind = 0; ; behind++) {
      this.#checkLevel(behind);
      if (this.isMark("^")) {
        this.advance();
        if (this.isMark("°") || this.isBracedDegree()) {
          this.#skipDegree();
          base = { kind: "degrees", operand: base, span: join(base, base) };
        } else {
          const exponent = this.exponent();
          base = { kind: "power", base, exponent, span: join(base, exponent) };
        }
      } else if (this.next.kind === "superscript") {
        const lexeme = this.next;
        this.advance();
        base = { kind: "power", base, exponent: signedNumber(lexeme.text, lexeme.span, this), span: { from: base.span?.from ?? 0, to: lexeme.span.to } };
      } else if (this.isMark("!")) {
        base = { kind: "factorial", operand: base, span: { from: base.span?.from ?? 0, to: this.advance().span.to } };
      } else if (this.isMark("°") || this.isKeyword("deg")) {
        base = { kind: "degrees", operand: base, span: { from: base.span?.from ?? 0, to: this.advance().span.to } };
      } else if (this.isMark("%", "‰")) {
        const { from, to } = this.next.span;
        const unit = this.isMark("%") ? "%" : "‰";
        this.advance();
        base = { kind: "quantity", value: base, unit, span: { from: base.span?.from ?? from, to } };
      } else if (this.next.kind === "unit") {
        const { text, span } = this.next;
        this.advance();
        base = { kind: "quantity", value: base, unit: text, span: { from: base.span?.from ?? 0, to: span.to } };
      } else return base;
    }
  }

  isBracedDegree(): boolean {
    const [open, inner] = [this.next, this.ahead(1)];
    return open.kind === "mark" && open.text === "{" && inner?.kind === "mark" && inner.text === "°";
  }

  #skipDegree(): void {
    const braced = this.isMark("{");
    if (braced) this.advance();
    this.advance();
    if (braced) this.expectMark("}", "a closing brace was expected here");
  }

  /** What follows ^: it groups to the right and takes a sign. */
  exponent(): Syntax {
    if (this.isMark("-", "+")) return this.signed(() => this.exponent());
    const base = this.primary();
    if (this.isMark("^")) {
      this.advance();
      const exponent = this.#deeper(() => this.exponent());
      return { kind: "power", base, exponent, span: join(base, exponent) };
    }
    return base;
  }

  /** What stands without powers or signs behind it: a number, a name, a bracket, a function with its argument. */
  primary(): Syntax {
    return this.#deeper(() => this.#primary());
  }

  #primary(): Syntax {
    const lexeme = this.next;
    switch (lexeme.kind) {
      case "number":
        this.advance();
        return { kind: "number", text: lexeme.text, span: lexeme.span };
      case "unit":
        return this.fail("a value was expected before its unit");
      case "name":
        this.advance();
        return { kind: "name", name: lexeme.name, span: lexeme.span };
      case "function":
        return lexeme.name === "root" && namesRoot(this) ? rootOfEquation(this) : functionCall(this, lexeme.name);
      case "declared":
        return declaredCall(this, lexeme.name);
      case "iterated":
        return iterated(this, lexeme.operator);
      case "derivative":
        return derivativeOf(this, lexeme);
      case "keyword":
        if (lexeme.text === "cases") return casesOf(this);
        return this.fail(`“${lexeme.text}” cannot stand here: a number, a name or a bracket was expected`);
      case "command":
        return parseStructure(this, lexeme.text);
      case "environment":
        return parseEnvironment(this, lexeme);
      case "mark":
        return bracketed(this, lexeme.text);
      case "differential":
        return this.fail("the integrand was expected before this");
      case "superscript":
        return this.fail("an exponent needs something before it");
      case "end":
        return this.fail("a number, a name or a bracket was expected here, but the text ends");
    }
  }
}

/** The stretch of two parts and what is between them. */
export function join(left: Syntax, right: Syntax): Span {
  return { from: left.span?.from ?? 0, to: right.span?.to ?? 0 };
}

/** A whole number with its sign, such as a raised −2. */
export function signedNumber(text: string, span: Span, parser: Parser): Syntax {
  const digits = text.replace(/^[-+]/, "");
  if (!/^\d+$/.test(digits)) return parser.fail("a whole exponent was expected here", span);
  const value: Syntax = { kind: "number", text: digits, span };
  return text.startsWith("-") ? { kind: "sign", sign: "-", operand: value, span } : value;
}
