import { equation, name } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { family } from "../../expression/functions/registry.ts";
import { elaborate } from "../../notation/elaborate.ts";
import { SENTENCE_WORDS } from "../../notation/keywords.ts";
import { parseTokens } from "../../notation/parse.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { type Token, wordName } from "../../notation/tokens.ts";
import { asUnit, type UnitRun, unitRuns, withUnits } from "../../notation/unit-tokens.ts";
import { type Dimension, equal, multiply, SOUGHT } from "../../units/dimension.ts";
import { type Measured, measure, unitName, unitOfFactor } from "../../units/dimension-of.ts";
import { readUnit } from "../../units/read.ts";
import { declarations, type Environment, measuredMeanings } from "../environment.ts";
import { knownDimensions } from "../units.ts";
import { productNotes, type ReadingNote } from "./reading-note.ts";

/** What a piece of mathematics is compared with: the unit of the whole, and of names that are not given. */
export interface Beside {
  readonly unit?: string | undefined;
  readonly names?: ReadonlyMap<string, Dimension>;
}

export const NOTHING_BESIDE: Beside = {};

/** The name under which what is compared with stands in questions about dimensions. */
const BESIDE = unitName("");

/** The units of the nearest answer above, for a line that is held against it. */
export function besideAbove({ outcomes, line }: Environment): Beside {
  for (let above = line - 1; above >= 1; above -= 1) {
    const answer = outcomes.get(above)?.answer;
    if (answer?.kind === "expression") return { unit: answer.units?.value, names: answer.units?.certain ?? new Map() };
    if (answer?.kind === "solutions") return { names: answer.units?.certain ?? new Map(), unit: onlyUnit(answer.set.variables, answer.units?.names) };
  }
  return NOTHING_BESIDE;
}

/** The unit of the only unknown: its value may be given without its name. */
function onlyUnit([unknown, ...others]: readonly string[], names: ReadonlyMap<string, string> | undefined): string | undefined {
  return unknown !== undefined && others.length === 0 ? names?.get(unknown) : undefined;
}

interface Read {
  readonly syntax: Syntax;
  readonly notes: readonly ReadingNote[];
}

/**
 * Reads mathematics in which units may stand behind numbers without brackets. A symbol is a unit where it is no name of the problem and the
 * dimensions of the line tell it: they come out right with it, and would not with another unit in its place. In a problem with units
 * a symbol that is no letter anywhere needs no such proof; where both could be meant, a note says how it was read and how the other is written.
 */
export function readWithUnits(tokens: readonly Token[], environment: Environment, beside: Beside): Read {
  const read = (runs: readonly UnitRun[]): Syntax => parseTokens(withUnits(tokens, runs), declarations(environment));
  const found = unitRuns(tokens, () => false, false);
  const isLetter = lettersOf(tokens, found, environment);
  const isMixed = ({ from, to }: UnitRun): boolean => tokens.slice(from, to).some(isLetter);
  // Behind a unit, a letter of the problem may be one too, as the second of m/s where s is a distance: then the dimensions must tell.
  const mixed = unitRuns(tokens, (word) => isLetter(word) && !followsUnit(tokens, word, found, isLetter), false);
  const isName = (word: string): boolean => environment.quantities.has(word) || environment.functions.has(word);
  const products = (units: readonly UnitRun[]): readonly ReadingNote[] =>
    productNotes(
      tokens.filter((_, at) => !units.some(({ from, to }) => from <= at && at < to)),
      isName,
    );
  if (mixed.length === 0) return { syntax: read([]), notes: products([]) };
  const tried = told(read(mixed), mixed, isMixed, environment, beside);
  const isTold = mixed.every((run) => !isMixed(run) || tried.units.includes(run));
  const runs = isTold ? mixed : unitRuns(tokens, isLetter, false);
  const { units, unproven } = isTold ? tried : told(read(runs), runs, isMixed, environment, beside);
  const letters = runs.filter((run) => !units.includes(run));
  return {
    syntax: read(units),
    notes: [...letters.map((run) => asLetters(run, tokens)), ...unproven.map((run) => asUnitNote(run, tokens)), ...products(runs)],
  };
}

/** Whether a word stands in what may be a unit, behind a symbol that is no letter of the problem. */
function followsUnit(tokens: readonly Token[], word: Token, runs: readonly UnitRun[], isLetter: (word: Token) => boolean): boolean {
  const at = tokens.indexOf(word);
  const run = runs.find(({ from, to }) => from < at && at < to);
  return run !== undefined && tokens.slice(run.from, at).some((before) => before.kind === "word" && !isLetter(before));
}

function asLetters({ unit: { text, span }, from }: UnitRun, tokens: readonly Token[]): ReadingNote {
  const value = valueBefore(tokens[from - 1]);
  return { text: `“${text}” behind ${value} is read as letters here; for the unit write ${value} [${text}]`, instead: { span, text: `[${text}]` } };
}

function asUnitNote({ unit: { text, span }, from }: UnitRun, tokens: readonly Token[]): ReadingNote {
  const value = valueBefore(tokens[from - 1]);
  return { text: `“${text}” behind ${value} is read as the unit; for a letter write ${value}*${text}`, instead: { span, text: `*${text}` } };
}

function valueBefore(before: Token | undefined): string {
  return before?.kind === "number" ? before.text : "…";
}

/** The words that are names of the problem: declared, letters of another line, or letters elsewhere on this one. */
function lettersOf(tokens: readonly Token[], runs: readonly UnitRun[], { quantities, letters }: Environment): (word: Token) => boolean {
  const inRun = (at: number): boolean => runs.some(({ from, to }) => from <= at && at < to);
  const isFunction = (token: Token & { readonly kind: "word" }): boolean => family(token.text) !== undefined && !quantities.has(token.text);
  const own = new Set(tokens.flatMap((token, at) => (token.kind === "word" && !inRun(at) && !isFunction(token) ? namesIn(token) : [])));
  const isName = (name: string): boolean => quantities.has(name) || letters.has(name) || own.has(name);
  return (token) => token.kind === "word" && (isName(wordName(token)) || namesIn(token).every(isName));
}

/** The names that a word holds when it is read as letters. */
function namesIn(token: Token & { readonly kind: "word" }): readonly string[] {
  return token.greek || token.subscript !== undefined ? [wordName(token)] : [...token.text];
}

/** The names that stand as letters in a line, for the other lines: those that are no units there for certain. */
export function lettersIn(tokens: readonly Token[]): readonly string[] {
  const runs = unitRuns(tokens, () => false, true);
  const isUnit = (at: number): boolean => runs.some(({ from, to }) => from <= at && at < to) || isBracketed(tokens, at) || isAskedFor(tokens, at);
  const isLetters = (token: Token & { readonly kind: "word" }): boolean =>
    token.greek || (token.text.length <= 2 && !SENTENCE_WORDS.has(token.text.toLowerCase()));
  return tokens.flatMap((token, at) => (token.kind === "word" && !isUnit(at) && isLetters(token) ? namesIn(token) : []));
}

/** Whether a token stands in square brackets. */
function isBracketed(tokens: readonly Token[], at: number): boolean {
  const last = tokens.slice(0, at).findLast((token) => token.kind === "mark" && (token.text === "[" || token.text === "]"));
  return last?.kind === "mark" && last.text === "[";
}

/** Whether a token belongs to the unit in which a value is asked for: in km/h. */
function isAskedFor(tokens: readonly Token[], at: number): boolean {
  const word = tokens.slice(0, at).findLastIndex((token) => token.kind === "word" && token.text === "in");
  const end = tokens.findIndex((token, k) => k > at && (token.kind === "end" || (token.kind === "word" && ["to", "with"].includes(token.text))));
  return word >= 0 && asUnit(tokens.slice(word + 1, end)) !== undefined;
}

/** Those of the runs that are units by the dimensions of what was read, and which of them are so for want of another meaning alone. */
function told(
  syntax: Syntax,
  runs: readonly UnitRun[],
  isMixed: (run: UnitRun) => boolean,
  environment: Environment,
  beside: Beside,
): { readonly units: readonly UnitRun[]; readonly unproven: readonly UnitRun[] } {
  const whole = measuredWith(syntax, environment, beside);
  const known = new Map([...knownDimensions(environment), ...dimensionsOf(beside)]);
  const measured = (changed: ReadonlyMap<string, Dimension>): Measured => measure(whole, new Map([...known, ...changed]));
  const fits = ({ pairs }: Measured): boolean => pairs.every(({ dimensions: [a, b] }) => equal(a, b));
  const own = measured(new Map());
  // Beside a value with a unit, a wrong unit is a wrong unit and no letter.
  const isHeld = (beside.unit !== undefined || (beside.names?.size ?? 0) > 0) && environment.units.size > 0;
  if (!fits(own)) return { units: runs.filter((run) => (isWritten(run) || isHeld) && !isMixed(run)), unproven: [] };
  const isProven = (run: UnitRun): boolean => {
    const dimension = readUnit(run.unit.text)?.dimension;
    const another = dimension && new Map([[unitName(run.unit.text), multiply(dimension, SOUGHT)]]);
    return isWritten(run) || (another !== undefined && !fits(measured(another)));
  };
  const isAllKnown = environment.units.size > 0 && [...freeNames(whole)].every((name) => known.has(name) || unitOfFactor(name) !== undefined);
  const proven = runs.filter(isProven);
  const plain = environment.units.size > 0 || isCalculation(whole, runs) ? runs : proven;
  const units = plain.filter((run) => !isMixed(run) || proven.includes(run));
  return { units, unproven: isAllKnown ? [] : units.filter((run) => !proven.includes(run) && !(environment.units.size > 0 && isLong(run.unit.text))) };
}

/** Whether a unit can be nothing else: a sign, a word such as metres, or a symbol of three letters such as mol, which would be a word. */
function isWritten({ unit: { text, span } }: UnitRun): boolean {
  return /[°%‰Ω]|[A-Za-z]{3}/.test(text) || span.to - span.from > text.length + 1;
}

/** Whether nothing but numbers with units stands in a line, and more than one letter behind them: 100 km / 2 h. */
function isCalculation(whole: Expression, runs: readonly UnitRun[]): boolean {
  const isQuantities = whole.kind !== "relation" && [...freeNames(whole)].every((name) => unitOfFactor(name) !== undefined);
  // Letters side by side, as in 2 g h, are symbols rather than grams times hours.
  const isLikely = runs.every(({ unit: { text } }) => isLong(text) || !text.includes(" "));
  return (
    isQuantities && isLikely && (new Set(runs.map(({ unit }) => unit.text)).size > 1 || runs.some(({ unit: { text } }) => isLong(text) || text.includes("/")))
  );
}

/** Whether a unit has a symbol of several letters. */
function isLong(text: string): boolean {
  return /[A-Za-zµμ]{2}/.test(text);
}

/** A piece of mathematics with units as factors, held against the unit of what it is compared with. */
export function measuredWith(syntax: Syntax, environment: Environment, { unit }: Beside): Expression {
  const whole = elaborate(syntax, measuredMeanings(environment));
  return unit === undefined || whole.kind === "relation" || whole.kind === "logic" ? whole : equation(name(BESIDE), whole);
}

/** The dimensions of the names whose units are known beside. */
export function dimensionsOf({ unit, names = new Map() }: Beside): readonly (readonly [string, Dimension])[] {
  const dimension = unit === undefined ? undefined : readUnit(unit)?.dimension;
  return [...names, ...(dimension ? [[BESIDE, dimension] as const] : [])];
}
