import type { Comparison } from "../expression/expression.ts";
import { family } from "../expression/functions/registry.ts";
import { parseStructure } from "./latex-structures.ts";
import { type Declarations, NO_DECLARATIONS, NotationError, type Span, type Syntax } from "./syntax.ts";
import { type Token, tokenize } from "./tokens.ts";
import { withBracketedUnits } from "./unit-tokens.ts";
import { type Lexeme, resolveWords } from "./words.ts";

/** The ends of an interval that holds a root, and where its bracket closes. */
interface Interval {
  readonly lower: Syntax;
  readonly upper: Syntax;
  readonly close: Span;
}

const COMPARISONS: ReadonlySet<string> = new Set(["=", "!=", "<", "<=", ">", ">="]);
const CLOSING: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };
/** How many arguments a function takes by the name typed, where it differs from its family's arity. */
const ALIAS_ARITY: Readonly<Record<string, number>> = { cbrt: 1, lg: 1, lb: 1, log: 1 };

/**
 * Reads an expression or relation, with `and`/`or`, from text (§1 of the notation).
 * @throws NotationError with the exact characters and what was expected there.
 */
export function parse(source: string, declared: Declarations = NO_DECLARATIONS): Syntax {
  return parseTokens(tokenize(source), declared);
}

/** As `parse`, for a stretch of tokens that ends with an `end` token. */
export function parseTokens(tokens: readonly Token[], declared: Declarations): Syntax {
  const parser = new Parser(resolveWords(withBracketedUnits(tokens), declared), declared);
  const result = parser.statement();
  parser.expectEnd();
  return result;
}

/** Recursive descent with one lexeme of lookahead; one method for each level of binding. */
export class Parser {
  readonly #lexemes: readonly Lexeme[];
  readonly #declared: Declarations;
  #at = 0;
  /** Bars of |x| that are open: a bar where an operator could stand closes the innermost. */
  #openBars = 0;

  constructor(lexemes: readonly Lexeme[], declared: Declarations) {
    this.#lexemes = lexemes;
    this.#declared = declared;
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
    let left = this.#signed();
    while (this.isMark("+", "-", "±")) {
      const operator = this.advance();
      const right = this.#signed();
      left = { kind: "binary", operator: operator.kind === "mark" ? (operator.text as "+") : "+", left, right, span: join(left, right) };
    }
    return left;
  }

  /** A term with signs before it; the sign binds weaker than the term: −x² is −(x²). */
  #signed(): Syntax {
    if (!this.isMark("+", "-", "±")) return this.#term();
    const lexeme = this.advance();
    const operand = this.#signed();
    return {
      kind: "sign",
      sign: lexeme.kind === "mark" ? (lexeme.text as "-") : "-",
      operand,
      span: { from: lexeme.span.from, to: operand.span?.to ?? lexeme.span.to },
    };
  }

  #term(): Syntax {
    let left = this.factor();
    for (;;) {
      if (this.isMark("*", "/")) {
        const divides = this.isMark("/");
        this.advance();
        const right = this.isMark("+", "-") ? this.#signedFactor() : this.factor();
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
    const lexeme = this.advance();
    const operand = this.isMark("+", "-") ? this.#signedFactor() : this.factor();
    return {
      kind: "sign",
      sign: lexeme.kind === "mark" ? (lexeme.text as "-") : "-",
      operand,
      span: { from: lexeme.span.from, to: operand.span?.to ?? lexeme.span.to },
    };
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
        return !["rfloor", "rceil", "end"].includes(lexeme.text);
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
    let base = this.#primary();
    for (;;) {
      if (this.isMark("^")) {
        this.advance();
        if (this.isMark("°") || this.isBracedDegree()) {
          this.#skipDegree();
          base = { kind: "degrees", operand: base, span: join(base, base) };
        } else {
          const exponent = this.#exponent();
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
      } else if (this.next.kind === "unit") {
        const { text, span } = this.next;
        this.advance();
        base = { kind: "quantity", value: base, unit: text, span: { from: base.span?.from ?? 0, to: span.to } };
      } else return base;
    }
  }

  isBracedDegree(): boolean {
    const [open, inner] = this.#lexemes.slice(this.#at, this.#at + 2);
    return open?.kind === "mark" && open.text === "{" && inner?.kind === "mark" && inner.text === "°";
  }

  #skipDegree(): void {
    const braced = this.isMark("{");
    if (braced) this.advance();
    this.advance();
    if (braced) this.expectMark("}", "a closing brace was expected here");
  }

  /** What follows ^: it groups to the right and takes a sign. */
  #exponent(): Syntax {
    if (this.isMark("-", "+")) {
      const lexeme = this.advance();
      const operand = this.#exponent();
      return {
        kind: "sign",
        sign: lexeme.kind === "mark" ? (lexeme.text as "-") : "-",
        operand,
        span: { from: lexeme.span.from, to: operand.span?.to ?? lexeme.span.to },
      };
    }
    const base = this.#primary();
    if (this.isMark("^")) {
      this.advance();
      const exponent = this.#exponent();
      return { kind: "power", base, exponent, span: join(base, exponent) };
    }
    return base;
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
        return lexeme.name === "root" && this.#namesRoot() ? this.#root() : this.#functionCall(lexeme.name);
      case "declared":
        return this.#declaredCall(lexeme.name);
      case "iterated":
        return this.#iterated(lexeme.operator);
      case "derivative": {
        this.advance();
        const body = this.#juxtaposed(lexeme.span, "the expression to differentiate was expected here");
        return {
          kind: "derivative",
          variable: lexeme.variable,
          order: lexeme.order,
          body,
          span: { from: lexeme.span.from, to: body.span?.to ?? lexeme.span.to },
        };
      }
      case "keyword":
        if (lexeme.text === "cases") return this.#cases();
        return this.fail(`“${lexeme.text}” cannot stand here: a number, a name or a bracket was expected`);
      case "command":
        return parseStructure(this, lexeme.text);
      case "mark":
        return this.#bracketed(lexeme.text);
      case "differential":
        return this.fail("the integrand was expected before this");
      case "superscript":
        return this.fail("an exponent needs something before it");
      case "end":
        return this.fail("a number, a name or a bracket was expected here, but the text ends");
    }
  }

  #bracketed(mark: string): Syntax {
    const open = this.next.span;
    if (mark === "∞") {
      this.advance();
      return { kind: "name", name: "infinity", span: open };
    }
    if (mark === "√") {
      this.advance();
      const inside = this.factor();
      return { kind: "call", name: "sqrt", args: [inside], span: { from: open.from, to: inside.span?.to ?? open.to } };
    }
    if (mark === "|") {
      this.advance();
      this.#openBars += 1;
      const inside = this.expression();
      this.#openBars -= 1;
      const close = this.expectMark("|", "the closing bar of |…| was expected here");
      return { kind: "call", name: "abs", args: [inside], span: { from: open.from, to: close.span.to } };
    }
    if (mark === "[") return this.fail("a unit was expected in these square brackets, such as [m/s^2]; groups are written in round ones");
    if (mark !== "(" && mark !== "{") return this.fail(`“${mark}” cannot stand here: a number, a name or a bracket was expected`);
    return this.bracket();
  }

  /** ( … ): a group, a tuple, or a reference to a line; { … } groups without being seen. */
  bracket(): Syntax {
    const open = this.advance();
    const mark = open.kind === "mark" ? open.text : "(";
    const bars = this.#openBars;
    this.#openBars = 0;
    const items = [this.statement()];
    while (this.isMark(",")) {
      this.advance();
      items.push(this.statement());
    }
    const closing = CLOSING[mark] ?? ")";
    const close = this.expectMark(closing, `a closing “${closing}” was expected here, for the bracket at ${open.span.from + 1}`);
    this.#openBars = bars;
    const span = { from: open.span.from, to: close.span.to };
    const [only] = items;
    if (!only || items.length > 1) return { kind: "tuple", items, span };
    if (mark === "{") return { ...only, span };
    if (only.kind === "number" && /^\d+$/.test(only.text) && Number(only.text) >= 1 && Number(only.text) < this.#declared.lines) {
      return { kind: "line", line: Number(only.text), span };
    }
    return { kind: "group", inner: only, span };
  }

  /** The arguments in brackets after a function's name. */
  #args(): { args: readonly Syntax[]; to: number } {
    this.expectMark("(", "an opening bracket was expected here");
    const bars = this.#openBars;
    this.#openBars = 0;
    const args = [this.expression()];
    while (this.isMark(",")) {
      this.advance();
      args.push(this.expression());
    }
    const close = this.expectMark(")", "a closing “)” was expected here, after the arguments");
    this.#openBars = bars;
    return { args, to: close.span.to };
  }

  #functionCall(typed: string): Syntax {
    const start = this.advance().span;
    const base = typed === "log" && this.isMark("_") ? this.#subscript() : undefined;
    const exponent = this.#functionExponent();
    const bracketed = this.isMark("(");
    const argument = bracketed ? this.#args() : this.#bareArgument(start, typed);
    const span = { from: start.from, to: argument.to };
    const args = base ? [base, ...argument.args] : argument.args;
    const arity = base ? 2 : (ALIAS_ARITY[typed] ?? family(typed)?.arity);
    if (arity !== undefined && args.length !== arity) {
      this.fail(
        `${typed} takes ${arity === 1 ? "one argument" : `${arity} arguments`}, but ${args.length === 1 ? "one was" : `${args.length} were`} given`,
        span,
      );
    }
    const functionName = typed === "log" && !base ? "lg" : typed;
    if (exponent && isMinusOne(exponent)) {
      const inverse = family(typed)?.inverse;
      if (!inverse) this.fail(`${typed} has no inverse function here`, span);
      return { kind: "call", name: inverse, args, span };
    }
    return { kind: "call", name: functionName, args, span, ...(exponent ? { exponent } : {}) };
  }

  #functionExponent(): Syntax | undefined {
    if (this.next.kind === "superscript") {
      const lexeme = this.next;
      this.advance();
      return signedNumber(lexeme.text, lexeme.span, this);
    }
    if (!this.isMark("^")) return undefined;
    this.advance();
    return this.#exponent();
  }

  #subscript(): Syntax {
    this.advance();
    return this.#primary();
  }

  #bareArgument(start: Span, typed: string): { args: readonly Syntax[]; to: number } {
    const argument = this.#juxtaposed(start, `the argument of ${typed} was expected here`);
    return { args: [argument], to: argument.span?.to ?? start.to };
  }

  /** The juxtaposed factors that a function without brackets takes, up to the next function, operator or relation. */
  #juxtaposed(start: Span, message: string): Syntax {
    if (this.isMark("-", "+")) {
      const sign = this.advance();
      const operand = this.#juxtaposed(start, message);
      return {
        kind: "sign",
        sign: sign.kind === "mark" ? (sign.text as "-") : "-",
        operand,
        span: { from: sign.span.from, to: operand.span?.to ?? sign.span.to },
      };
    }
    if (!this.startsFactor() && !(this.isMark("|") && this.#openBars > 0)) this.fail(message);
    let left = this.factor();
    while (this.startsFactor() && this.next.kind !== "function" && this.next.kind !== "derivative") {
      const right = this.factor();
      left = { kind: "times", dot: false, left, right, span: join(left, right) };
    }
    return left;
  }

  #declaredCall(functionName: string): Syntax {
    const start = this.advance().span;
    let primes = 0;
    while (this.isMark("'")) {
      this.advance();
      primes += 1;
    }
    if (!this.isMark("(")) this.fail(`${functionName} is a function: its argument in brackets was expected here`);
    const { args, to } = this.#args();
    const wanted = this.#declared.functions.get(functionName) ?? args.length;
    const span = { from: start.from, to };
    if (args.length !== wanted)
      this.fail(
        `${functionName} was declared with ${wanted} argument${wanted === 1 ? "" : "s"}, but ${args.length} ${args.length === 1 ? "was" : "were"} given`,
        span,
      );
    if (primes > 0 && wanted !== 1) this.fail("a prime is for a function of one argument", span);
    return { kind: "apply", name: functionName, primes, args, span };
  }

  #iterated(operator: "sum" | "product" | "integral"): Syntax {
    const start = this.advance().span;
    let lower: Syntax | undefined;
    let upper: Syntax | undefined;
    for (;;) {
      if (this.isMark("_")) lower = this.#subscript();
      else if (this.isMark("^")) {
        this.advance();
        upper = this.#exponent();
      } else break;
    }
    if (operator === "integral") {
      if ((lower === undefined) !== (upper === undefined)) this.fail("an integral has both bounds or none", start);
      const body = this.next.kind === "differential" ? ({ kind: "number", text: "1" } satisfies Syntax) : this.expression();
      const end = this.next;
      if (end.kind !== "differential") return this.fail("the variable of integration (such as dx) was expected here");
      this.advance();
      return {
        kind: "iterated",
        operator,
        variable: end.variable,
        ...(lower && upper ? { lower, upper } : {}),
        body,
        span: { from: start.from, to: end.span.to },
      };
    }
    const index = lower?.kind === "group" ? lower.inner : lower;
    const [variable, first] = index?.kind === "relation" && index.comparisons[0] === "=" ? index.operands : [];
    if (variable?.kind !== "name" || !first || !upper) return this.fail(`the ${operator} needs its index and bounds, as in ${operator}_(k=1)^n`, start);
    const body = this.#term();
    return { kind: "iterated", operator, variable: variable.name, lower: first, upper, body, span: { from: start.from, to: body.span?.to ?? start.to } };
  }

  /** Whether “root” is followed by “of” or by a number and “of”. */
  #namesRoot(): boolean {
    const isOf = (lexeme: Lexeme | undefined): boolean => lexeme?.kind === "keyword" && lexeme.text === "of";
    const which = this.#lexemes[this.#at + 1];
    return isOf(which) || ((which?.kind === "number" || which?.kind === "name") && isOf(this.#lexemes[this.#at + 2]));
  }

  /** root k of P, root of E in [a, b], or root x of (E, E) in [a, b] × [c, d]. */
  #root(): Syntax {
    const start = this.advance().span;
    const which = this.next;
    if (which.kind === "number" || which.kind === "name") this.advance();
    this.advance();
    const body = this.expression();
    const at = (to: Span | undefined): Span => ({ from: start.from, to: to?.to ?? start.to });
    if (which.kind === "number") {
      if (!/^[1-9]\d*$/.test(which.text)) return this.fail("the number of a root is a whole number from 1", start);
      return { kind: "root", index: Number(which.text), body, span: at(body.span) };
    }
    if (!this.isKeyword("in")) return this.fail("“in” and the interval that holds the root were expected here");
    this.advance();
    const [first, ...more] = this.#intervals();
    if (which.kind !== "name") return { kind: "root", body, lower: first.lower, upper: first.upper, span: at(first.close) };
    const all = [first, ...more];
    return {
      kind: "root",
      coordinate: which.name,
      body,
      lower: { kind: "tuple", items: all.map(({ lower }) => lower) },
      upper: { kind: "tuple", items: all.map(({ upper }) => upper) },
      span: at(all.at(-1)?.close),
    };
  }

  /** [a, b], or several such intervals with × between them. */
  #intervals(): readonly [Interval, ...Interval[]] {
    this.expectMark("[", "the interval that holds the root was expected here, such as [0, 1]");
    const lower = this.expression();
    this.expectMark(",", "a comma between the ends of the interval was expected here");
    const upper = this.expression();
    const close = this.expectMark("]", "the closing bracket of the interval was expected here").span;
    if (!this.isMark("*")) return [{ lower, upper, close }];
    this.advance();
    return [{ lower, upper, close }, ...this.#intervals()];
  }

  #cases(): Syntax {
    const start = this.advance().span;
    this.expectMark("(", "an opening bracket was expected after “cases”");
    const branches: { value: Syntax; condition: Syntax }[] = [];
    let otherwise: Syntax | undefined;
    do {
      if (branches.length > 0) this.advance();
      const value = this.expression();
      if (this.isKeyword("otherwise")) {
        this.advance();
        otherwise = value;
        break;
      }
      if (!this.isKeyword("if")) this.fail("“if” and a condition, or “otherwise”, was expected here");
      this.advance();
      branches.push({ value, condition: this.statement() });
    } while (this.isMark(","));
    const close = this.expectMark(")", "a comma and the next case, or the closing bracket, was expected here");
    if (branches.length === 0) this.fail("at least one case with a condition was expected", { from: start.from, to: close.span.to });
    return { kind: "cases", branches, ...(otherwise ? { otherwise } : {}), span: { from: start.from, to: close.span.to } };
  }
}

function join(left: Syntax, right: Syntax): Span {
  return { from: left.span?.from ?? 0, to: right.span?.to ?? 0 };
}

function isMinusOne(e: Syntax): boolean {
  return e.kind === "sign" && e.sign === "-" && e.operand.kind === "number" && e.operand.text === "1";
}

function signedNumber(text: string, span: Span, parser: Parser): Syntax {
  const digits = text.replace(/^[-+]/, "");
  if (!/^\d+$/.test(digits)) return parser.fail("a whole exponent was expected here", span);
  const value: Syntax = { kind: "number", text: digits, span };
  return text.startsWith("-") ? { kind: "sign", sign: "-", operand: value, span } : value;
}
