import type { MatrixOperation } from "../../derivation/step.ts";
import { type Comparison, type Expression, equal } from "../../expression/expression.ts";
import { applied, combined, isCalculation } from "../../matrix/arithmetic.ts";
import type { Calculated } from "../../matrix/steps.ts";
import { elaborate, type VectorArithmetic } from "../../notation/elaborate.ts";
import { type Inline, mathematics, words as said, together } from "../../notation/inline.ts";
import { parseTokens } from "../../notation/parse.ts";
import { fillIn, NotationError, partsOfKind, type Span, type Syntax, UnknownWord } from "../../notation/syntax.ts";
import { type Token, tokenize, wordName } from "../../notation/tokens.ts";
import { asUnit, unitRuns, withUnits } from "../../notation/unit-tokens.ts";
import { isFunctionName } from "../../notation/words.ts";
import type { Dimension } from "../../units/dimension.ts";
import { readUnit } from "../../units/read.ts";
import type { Unit } from "../../units/unit.ts";
import type { Digits } from "../answer.ts";
import { declarations, type Environment, meanings, measuredMeanings } from "../environment.ts";
import { knownDimensions } from "../units.ts";
import { readDigits } from "./digits.ts";
import { type ReadingNote, slashNotes } from "./reading-note.ts";
import { swallowedBrackets } from "./swallowed-brackets.ts";
import { type TypedNumber, typedNumbers } from "./typed-numbers.ts";
import { type Beside, dimensionsOf, measuredWith, NOTHING_BESIDE, readWithUnits } from "./units-read.ts";

/** An interval with its ends, open or closed. */
export interface Interval {
  readonly from: Expression;
  readonly to: Expression;
  readonly fromOpen: boolean;
  readonly toOpen: boolean;
}

/** Words that may be products of two letters, as in a x + by = c. */
const DOUBTFUL: ReadonlySet<string> = new Set(["by", "in", "at", "as"]);

/** Words before which a name ends. */
const NAME_ENDS: readonly string[] = ["in", "near", "over", "numerically", "from", "with", "by", "into", "and", "subject"];

const BRACKETS: Readonly<Record<string, 1 | -1>> = { "(": 1, "[": 1, "{": 1, ")": -1, "]": -1, "}": -1 };

/**
 * Reads one instruction from left to right: keywords where the sentence allows them, mathematics between them. What was
 * read is kept as pieces for typesetting.
 */
export class Sentence {
  readonly source: string;
  readonly pieces: Inline[] = [];
  /** The digits to which numbers are wanted, where the sentence ends with that. */
  digits: Digits | undefined;
  /** Earlier lines the sentence refers to. */
  readonly references = new Set<number>();
  /** How something was read that could have been meant otherwise. */
  readonly notes: ReadingNote[] = [];
  /** What was calculated with vectors and matrices. */
  readonly calculated: Calculated[] = [];
  readonly #mathematics: { readonly syntax: Syntax; readonly beside: Beside }[] = [];
  readonly #environment: Environment;
  readonly #tokens: readonly Token[];
  #at = 0;

  /** @param tokens those of the source, in the words of the notation. */
  constructor(source: string, environment: Environment, tokens: readonly Token[] = tokenize(source)) {
    this.source = source;
    this.#environment = environment;
    this.#tokens = tokens;
  }

  /** What is known before the line. */
  get environment(): Environment {
    return this.#environment;
  }

  get next(): Token {
    return this.#tokens[this.#at] ?? { kind: "end", span: { from: this.source.length, to: this.source.length } };
  }

  /** Whether the author writes angles in degrees, on this line or in a declaration above. */
  get inDegrees(): boolean {
    return this.environment.inDegrees || this.#tokens.some((token) => (token.kind === "mark" && token.text === "°") || this.#isWord(token, "deg"));
  }

  /** The decimal numbers as they were typed. */
  get typedNumbers(): readonly TypedNumber[] {
    return typedNumbers(this.#tokens);
  }

  get atEnd(): boolean {
    return this.next.kind === "end";
  }

  fail(message: string, span: Span = this.next.span): never {
    throw new NotationError(message, span);
  }

  #isWord(token: Token | undefined, word: string): boolean {
    return token?.kind === "word" && token.subscript === undefined && token.text.toLowerCase() === word;
  }

  /** Whether the next words are these. */
  peekWords(...words: readonly string[]): boolean {
    return words.every((word, k) => this.#isWord(this.#tokens[this.#at + k], word));
  }

  /** Takes these words if they come next. */
  takeWords(...words: readonly string[]): boolean {
    if (!this.peekWords(...words)) return false;
    this.#at += words.length;
    this.pieces.push(said(words.join(" ")));
    return true;
  }

  /** Takes these words, commas or “and” between them left out, if the sentence ends after them; `shown` is how they are typeset. */
  takeLast(words: readonly string[], shown: string): boolean {
    let at = this.#at;
    for (const word of words) {
      const token = this.#tokens[at];
      if ((token?.kind === "mark" && token.text === ",") || this.#isWord(token, "and")) at += 1;
      if (!this.#isWord(this.#tokens[at], word)) return false;
      at += 1;
    }
    if ((this.#tokens[at]?.kind ?? "end") !== "end") return false;
    this.#at = at;
    this.pieces.push(said(shown));
    return true;
  }

  expectWords(...words: readonly string[]): void {
    if (!this.takeWords(...words)) this.fail(`“${words.join(" ")}” was expected here`);
  }

  /** Whether a mark comes next. */
  peekMark(mark: string): boolean {
    return this.next.kind === "mark" && this.next.text === mark;
  }

  /** Whether a single word comes next, and behind it one of some marks or words, or the end. */
  peekDeclaration(marks: readonly string[], words: readonly string[]): boolean {
    const [token, after] = [this.#tokens[this.#at], this.#tokens[this.#at + 1]];
    if (token?.kind !== "word") return false;
    if (after === undefined || after.kind === "end") return true;
    return after.kind === "mark" ? marks.includes(after.text) : words.some((word) => this.#isWord(after, word));
  }

  takeMark(mark: string): boolean {
    if (this.next.kind !== "mark" || this.next.text !== mark) return false;
    this.#at += 1;
    return true;
  }

  /** Words in quotes, if they come next. */
  takeQuoted(): string | undefined {
    if (this.next.kind !== "quoted") return undefined;
    const { text } = this.next;
    this.#at += 1;
    this.pieces.push(said(`“${text}”`));
    return text;
  }

  /** Takes a number, if it comes next. */
  takeNumber(): void {
    const { next } = this;
    if (next.kind !== "number") return;
    this.#at += 1;
    this.pieces.push(mathematics({ kind: "number", text: next.text }));
  }

  /** Takes words and marks if they come next, and typesets them as `shown`. */
  takeShown(words: readonly string[], shown: string): boolean {
    const comes = words.every((word, k) => {
      const token = this.#tokens[this.#at + k];
      return this.#isWord(token, word) || (token?.kind === "mark" && token.text === word);
    });
    if (!comes) return false;
    this.#at += words.length;
    this.pieces.push(said(shown));
    return true;
  }

  /** The unit that stands behind a word further on, such as the one after “in”, up to one of the stop words or the end. */
  unitAhead(word: string, stops: readonly string[]): Unit | undefined {
    const at = this.#tokens.findLastIndex((token) => this.#isWord(token, word));
    if (at < this.#at) return undefined;
    const end = this.#tokens.findIndex((token, k) => k > at && (token.kind === "end" || stops.some((stop) => this.#isWord(token, stop))));
    const token = asUnit(this.#tokens.slice(at + 1, end));
    return token && readUnit(token.text);
  }

  /** A comma (or semicolon) between two things of the same kind, if it comes next. */
  takeComma(): boolean {
    if (!this.takeMark(",") && !this.takeMark(";")) return false;
    this.pieces.push(said(","));
    return true;
  }

  /** Whether mathematics ends at a word: `by` may be two letters too, and is a word only where something can follow it. */
  #stops(token: Token, stops: readonly string[]): boolean {
    if (!stops.some((stop) => this.#isWord(token, stop))) return false;
    const after = this.#tokens[this.#at + 1];
    const opens = after?.kind !== "mark" || ["(", "[", "-", "+", "|", "√", "∞", "°"].includes(after.text);
    return token.kind !== "word" || !DOUBTFUL.has(token.text) || (after?.kind !== "end" && opens && !this.#isWord(after, "for"));
  }

  /** The tokens from here to the first of the stop words outside brackets, or to a comma where that ends the piece. */
  #until(stops: readonly string[], atComma: boolean): readonly Token[] {
    let depth = 0;
    const start = this.#at;
    for (;;) {
      const token = this.next;
      if (token.kind === "end") break;
      if (token.kind === "quoted") break;
      if (token.kind === "mark") {
        const change = BRACKETS[token.text] ?? 0;
        if (depth === 0 && atComma && (token.text === "," || token.text === ";")) break;
        depth += change;
      }
      if (depth <= 0 && (this.#stops(token, stops) || this.#digitsFollow())) break;
      this.#at += 1;
    }
    const end = this.next.span.from;
    return [...this.#tokens.slice(start, this.#at), { kind: "end", span: { from: end, to: end } }];
  }

  /**
   * Mathematics up to one of the stop words (or a comma); `what` says what was expected where there is none, `beside` what the whole is compared with,
   * which tells units from letters.
   */
  written(what: string, stops: readonly string[] = [], atComma = false, beside: Beside = NOTHING_BESIDE): Syntax {
    const tokens = this.#stretch(what, stops, atComma);
    const alone = this.#functionAlone(tokens);
    const { syntax, notes } = alone ? { syntax: alone, notes: [] } : readWithUnits(tokens, this.#environment, beside);
    this.notes.push(...notes, ...swallowedBrackets(tokens, this.source), ...slashNotes(tokens, this.source));
    this.#mathematics.push({ syntax, beside });
    return this.#noted(syntax);
  }

  /** A declared function that stands by itself is meant at the names of its arguments. */
  #functionAlone([only, end, ...more]: readonly Token[]): Syntax | undefined {
    if (only?.kind !== "word" || end?.kind !== "end" || more.length > 0) return undefined;
    const title = wordName(only);
    const definition = this.#environment.functions.get(title);
    if (!definition || !("parameters" in definition)) return undefined;
    const args = definition.parameters.map((parameter): Syntax => ({ kind: "name", name: parameter, span: only.span }));
    return { kind: "apply", name: title, primes: 0, args, span: only.span };
  }

  /** As `written`, where units need no brackets: they win over letters. */
  quantity(what: string, stops: readonly string[] = [], atComma = false): Syntax {
    const tokens = this.#stretch(what, stops, atComma);
    const syntax = this.#withUnits(tokens);
    this.#mathematics.push({ syntax, beside: NOTHING_BESIDE });
    return this.#noted(syntax);
  }

  #withUnits(tokens: readonly Token[]): Syntax {
    try {
      return parseTokens(
        withUnits(
          tokens,
          unitRuns(tokens, () => false, true),
        ),
        declarations(this.#environment),
      );
    } catch (error) {
      // Behind a number a unit was meant.
      const at = error instanceof UnknownWord ? tokens.findIndex(({ span }) => span.from === error.span.from) : -1;
      if (error instanceof UnknownWord && tokens[at - 1]?.kind === "number")
        return this.fail(`“${error.word}” is no unit, and no name or function`, error.span);
      throw error;
    }
  }

  /** As `written`, for a name or a reference to a line, of which no dimension is asked. */
  #pointing(what: string, stops: readonly string[] = []): Syntax {
    return this.#noted(parseTokens(this.#stretch(what, stops, true), declarations(this.#environment)));
  }

  #stretch(what: string, stops: readonly string[], atComma: boolean): readonly Token[] {
    const tokens = this.#until(stops, atComma);
    return tokens.length === 1 ? this.fail(`${what} was expected here`) : tokens;
  }

  /** A unit up to one of the stop words, a comma or the end, in square brackets or without. */
  unit(stops: readonly string[] = []): Unit {
    const start = this.#at;
    const rest = this.#until(stops, true).slice(0, -1);
    const end = this.#at;
    this.#at = start;
    const bracketed = rest[0]?.kind === "mark" && rest[0].text === "[" && rest.at(-1)?.kind === "mark";
    const token = asUnit(bracketed ? rest.slice(1, -1) : rest);
    const unit = token && readUnit(token.text);
    if (!token || !unit) return this.fail("a unit was expected here, such as m/s^2", { from: this.next.span.from, to: this.source.length });
    this.#at = end;
    this.pieces.push({ kind: "unit", unit: unit.text });
    return unit;
  }

  #noted(syntax: Syntax): Syntax {
    for (const { line } of partsOfKind(syntax, "line")) this.references.add(line);
    this.pieces.push(mathematics(this.#owned(syntax)));
    return syntax;
  }

  /** The same with the names that the author has declared marked as such, where they have the letter of a constant. */
  #owned(syntax: Syntax): Syntax {
    return fillIn(syntax, new Map([...this.environment.quantities].map((letter) => [letter, { kind: "name", name: letter, own: true }])));
  }

  /** Puts a name and a sign before what was read last, so that both stand as one relation. */
  relate(left: Syntax, comparison: Comparison): void {
    const last = this.pieces.pop();
    if (last?.kind !== "mathematics") throw new RangeError("only mathematics stands in a relation");
    const { written } = last;
    const [operands, comparisons] = written.kind === "relation" ? [written.operands, written.comparisons] : [[written], []];
    this.pieces.push(mathematics({ kind: "relation", comparisons: [comparison, ...comparisons], operands: [left, ...operands] }));
  }

  expression(what: string, stops: readonly string[] = [], atComma = false, beside: Beside = NOTHING_BESIDE): Expression {
    return this.mean(this.written(what, stops, atComma, beside));
  }

  /** All mathematics of the sentence with units as factors, as far as something is known of units. */
  get measuredParts(): readonly Expression[] {
    const { units, measured } = this.#environment;
    const isKnown = units.size + measured.definitions.size + measured.functions.size > 0;
    // A line alone, as after “with”, is compared with nothing and may stand for no single value, unless it states something.
    const isCompared = (syntax: Syntax): boolean => syntax.kind !== "line" || this.#environment.outcomes.get(syntax.line)?.measured !== undefined;
    return this.#mathematics
      .filter(({ syntax }) => isCompared(syntax))
      .filter(({ syntax, beside }) => isKnown || beside !== NOTHING_BESIDE || partsOfKind(syntax, "quantity").length > 0)
      .map(({ syntax, beside }) => measuredWith(syntax, this.#environment, beside));
  }

  /** The dimensions of names as far as they are given, or known from what the sentence is held against. */
  get dimensions(): ReadonlyMap<string, Dimension> {
    return new Map([...this.#mathematics.flatMap(({ beside }) => dimensionsOf(beside)), ...knownDimensions(this.#environment)]);
  }

  /** The same with units as factors, for questions about dimensions. */
  measured(syntax: Syntax): Expression {
    return elaborate(syntax, measuredMeanings(this.environment));
  }

  /** What the mathematics means, with these vectors and matrices for names; what is calculated with them while it is read is kept in `calculated`. */
  mean(syntax: Syntax, own: ReadonlyMap<string, Expression> = new Map()): Expression {
    const vectors: VectorArithmetic = {
      combined: (operation, left, right) => this.#kept(operation, [left, right], combined(operation, left, right)),
      applied: (title, args) => {
        const value = applied(title, args);
        return value !== undefined && isCalculation(title) ? this.#kept(title, args, value) : value;
      },
    };
    const known = meanings(this.environment);
    return elaborate(syntax, { ...known, vectors, tuples: new Map([...(known.tuples ?? []), ...own]) });
  }

  #kept(operation: MatrixOperation, operands: readonly Expression[], value: Expression | string): Expression | string {
    const isKnown = this.calculated.some((one) => one.operation === operation && one.operands.every((operand, k) => equal(operand, operands[k] ?? operand)));
    if (typeof value !== "string" && !isKnown) this.calculated.push({ operation, operands, value });
    return value;
  }

  /** Several expressions between commas. */
  list(what: string, stops: readonly string[] = []): readonly Syntax[] {
    const items = [this.written(what, stops, true)];
    while (this.takeComma()) items.push(this.written(what, stops, true));
    return items;
  }

  /** A single name, such as the unknown after “for”. */
  name(what: string): string {
    const span = this.next.span;
    const syntax = this.#pointing(what, NAME_ENDS);
    if (syntax.kind !== "name") return this.fail(`${what} was expected here: one name`, { from: span.from, to: syntax.span?.to ?? span.to });
    return syntax.name;
  }

  /** One name or several with commas between them. */
  names(what: string): readonly string[] {
    const found = [...this.#nameOrTuple(what)];
    while (this.takeComma() || this.takeWords("and")) found.push(...this.#nameOrTuple(what));
    return found;
  }

  /** One name, or several as a vector: (x_1, …, x_5). */
  #nameOrTuple(what: string): readonly string[] {
    if (!this.peekMark("(")) return [this.name(what)];
    const span = this.next.span;
    const syntax = this.#pointing(what, NAME_ENDS);
    const items = syntax.kind === "tuple" ? syntax.items : [syntax];
    return items.map((item) => (item.kind === "name" ? item.name : this.fail(`${what} was expected here: names in the bracket`, item.span ?? span)));
  }

  /** A name that is being declared: a whole word, which from then on is one name. */
  declaredName(what: string): string {
    const token = this.next;
    if (token.kind !== "word") return this.fail(`${what} was expected here`);
    const whole = wordName(token);
    if (isFunctionName(whole)) this.fail(`${whole} is a function of the notation and cannot be declared`);
    if (whole === "pi" || whole === "infinity") this.fail(`${whole} is a constant and cannot be declared`);
    this.#at += 1;
    return whole;
  }

  /** A reference (n) to an earlier line. */
  reference(what: string, stops: readonly string[] = []): number {
    const span = this.next.span;
    const syntax = this.#pointing(what, stops);
    if (syntax.kind === "line") return syntax.line;
    const inner = syntax.kind === "group" ? syntax.inner : syntax;
    if (inner.kind === "number" && /^\d+$/.test(inner.text))
      return this.fail(`there is no line ${inner.text} before this one`, { from: span.from, to: syntax.span?.to ?? span.to });
    return this.fail(`${what} was expected here, such as (3)`, { from: span.from, to: syntax.span?.to ?? span.to });
  }

  /** [a, b], (a, b] and so on; brackets say whether the ends belong to it. */
  interval(): Interval {
    const open = this.next;
    if (open.kind !== "mark" || (open.text !== "(" && open.text !== "[")) return this.fail("an interval was expected here, such as [0, 2 pi]");
    this.#at += 1;
    const from = this.#intervalEnd();
    if (!this.takeMark(",")) this.fail("a comma between the ends of the interval was expected here");
    const to = this.#intervalEnd();
    const close = this.next;
    if (close.kind !== "mark" || (close.text !== ")" && close.text !== "]")) return this.fail("the closing bracket of the interval was expected here");
    this.#at += 1;
    const [lower, upper] = [from, to].map((end) => mathematics(this.#owned(end)));
    if (lower && upper) this.pieces.push(together(said(open.text), lower, said(", "), upper, said(close.text)));
    return { from: this.mean(from), to: this.mean(to), fromOpen: open.text === "(", toOpen: close.text === ")" };
  }

  #intervalEnd(): Syntax {
    let depth = 0;
    const start = this.#at;
    while (this.next.kind !== "end") {
      const token = this.next;
      if (token.kind === "mark") {
        if (depth === 0 && (token.text === "," || token.text === ")" || token.text === "]")) break;
        depth += BRACKETS[token.text] ?? 0;
      }
      this.#at += 1;
    }
    const end = this.next.span.from;
    if (this.#at === start) this.fail("an end of the interval was expected here");
    return parseTokens([...this.#tokens.slice(start, this.#at), { kind: "end", span: { from: end, to: end } }], declarations(this.environment));
  }

  /** Whether `to N figures` or the like comes next. */
  #digitsFollow(): boolean {
    const [to, count, unit] = this.#tokens.slice(this.#at, this.#at + 3);
    return this.#isWord(to, "to") && count?.kind === "number" && unit?.kind === "word" && /^(?:significant|figures?|digits|decimals?|places)$/i.test(unit.text);
  }

  /** The end of the sentence; the digits that are asked for may stand before it. */
  expectEnd(): void {
    if (this.#digitsFollow() && this.takeWords("to")) this.digits = readDigits(this);
    if (!this.atEnd) this.fail("the end of the instruction was expected here");
  }
}
