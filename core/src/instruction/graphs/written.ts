import { isNumber, sqrt, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import type { Summand } from "../../graph/complex-plane.ts";
import type { Domain } from "../../graph/items/item.ts";
import { type Inline, mathematics, words } from "../../notation/inline.ts";
import { writtenPlain } from "../../notation/plain.ts";
import { present } from "../../notation/present.ts";
import { partsOfKind, type Syntax } from "../../notation/syntax.ts";
import type { Sentence } from "../reading/sentence.ts";
import { NO_OPTIONS, type Options, readOptions } from "./options.ts";
import { summandsOf } from "./summands.ts";

/** What an item of a graph is, before it is known which names have values; a function also with the units of its numbers as factors. */
export type Written = { readonly label: string; readonly expression: Expression } & (
  | { readonly kind: "expression"; readonly measured: Expression; readonly on?: Domain; readonly summands: readonly Summand[] }
  | { readonly kind: "function"; readonly left: string; readonly measured: Expression; readonly on?: Domain }
  | { readonly kind: "equation" }
  | { readonly kind: "condition" }
  | { readonly kind: "pair"; readonly x: Expression; readonly y: Expression }
  | { readonly kind: "field"; readonly across: Expression; readonly up: Expression }
  | { readonly kind: "slopes" }
  /** An angle, to be drawn on the unit circle. */
  | { readonly kind: "angle" }
  | { readonly kind: "data"; readonly rows: readonly (readonly Expression[])[]; readonly error: Expression }
);

export interface AxisRange {
  readonly name: string;
  readonly from: Expression;
  readonly to: Expression;
}

/** Values of a name, for each of which the graph is drawn once. */
export interface States {
  readonly name: string;
  readonly values: readonly Expression[];
}

/** A sentence that asks for a graph. */
export interface WrittenGraph {
  readonly items: readonly Written[];
  readonly where: Expression | undefined;
  readonly ranges: readonly AxisRange[];
  readonly states: States | undefined;
  readonly options: Options;
}

/** Angles of polar coordinates, whose distance is r. */
export const ANGLES: ReadonlySet<string> = new Set(["theta", "phi"]);

const STOPS = ["for", "where", "with", "without", "in", "within", "from"];

/** Reads what stands after “graph”. @throws NotationError with the place and what was expected there. */
export function readGraph(sentence: Sentence): WrittenGraph {
  const items = [readItem(sentence)];
  while (sentence.takeComma()) items.push(readItem(sentence));
  const where = sentence.takeWords("where") ? sentence.expression("what bounds the region, such as x^2 + y^2 <= 4", ["for", "with", "without"]) : undefined;
  const ranges: AxisRange[] = sentence.takeWords("from") ? [readRange(sentence, variableOf(items))] : [];
  let states: States | undefined;
  while (sentence.takeWords("for")) {
    const name = sentence.name("the variable");
    if (!sentence.takeWords("in")) {
      sentence.expectWords("from");
      ranges.push(readRange(sentence, name));
    } else if (sentence.next.kind === "mark" && sentence.next.text === "[") {
      const { from, to } = sentence.interval();
      ranges.push({ name, from, to });
    } else {
      states = { name, values: sentence.list("a value", ["for", "with", "without"]).map((written) => sentence.mean(written)) };
    }
  }
  const options = sentence.atEnd ? NO_OPTIONS : readOptions(sentence);
  sentence.expectEnd();
  return { items, where, ranges, states, options };
}

/** What stands behind “from”: a to b. */
function readRange(sentence: Sentence, name: string): AxisRange {
  const from = sentence.expression("where the drawing begins", ["to"]);
  sentence.expectWords("to");
  return { name, from, to: sentence.expression("where the drawing ends", ["for", "with", "without"]) };
}

/** The variable of a range without its name: the only one that is drawn over, or x. */
function variableOf(items: readonly Written[]): string {
  const names = new Set(items.flatMap(({ expression }) => [...freeNames(expression)]));
  const [only = "x"] = names;
  return names.size === 1 ? only : "x";
}

/** Whether a word begins an item of its own kind, and is no name of the author's. */
function takesWord(sentence: Sentence, word: string): boolean {
  const { quantities, functions } = sentence.environment;
  return !quantities.has(word) && !functions.has(word) && sentence.takeWords(word);
}

function readItem(sentence: Sentence): Written {
  const item = bareItem(sentence);
  const on = sentence.takeWords("in") ? sentence.interval() : undefined;
  if (on && item.kind !== "function" && item.kind !== "expression") sentence.fail("only a function y = … is drawn on a part of the axis");
  const label = sentence.takeQuoted() ?? item.label;
  return on && (item.kind === "function" || item.kind === "expression") ? { ...item, label, on } : { ...item, label };
}

function bareItem(sentence: Sentence): Written {
  if (takesWord(sentence, "field")) {
    const written = sentence.written("the two components of the field, such as (-y, x)", STOPS, true);
    const expression = sentence.mean(written);
    const [across, up, ...more] = expression.kind === "tuple" ? expression.items : [];
    if (!across || !up || more.length > 0) return sentence.fail("a field in the plane has two components, such as (-y, x)", written.span);
    return { kind: "field", label: writtenPlain(written), expression, across, up };
  }
  if (takesWord(sentence, "slopes")) {
    const written = sentence.written("the slope at each point, such as x - y", STOPS, true);
    return { kind: "slopes", label: `slope ${writtenPlain(written)}`, expression: sentence.mean(written) };
  }
  if (takesWord(sentence, "data")) return dataItem(sentence);
  if (takesWord(sentence, "angle")) {
    const written = sentence.written("the angle, such as A or 5pi/6", STOPS, true);
    return { kind: "angle", label: `angle ${writtenPlain(written)}`, expression: sentence.mean(written) };
  }
  const written = sentence.written("something to draw, such as y = x^2", STOPS, true);
  return plainItem(written, sentence);
}

/** `data ((x, y), …) [within e]`; a third entry of a row is the error of that point. */
function dataItem(sentence: Sentence): Written {
  const written = sentence.written("the measured points, such as ((0, 1.2), (1, 2.9))", STOPS, true);
  const expression = sentence.mean(written);
  // Many points in a matrix would fill the page: they stand in the line.
  if (expression.kind === "tuple") {
    sentence.pieces.pop();
    sentence.pieces.push(...expression.items.flatMap((row, k): readonly Inline[] => [...(k > 0 ? [words(",")] : []), mathematics(present(row))]));
  }
  const rows = expression.kind === "tuple" ? expression.items.map((row) => (row.kind === "tuple" ? row.items : [])) : [];
  if (rows.length === 0 || rows.some(({ length }) => length < 2 || length > 3))
    return sentence.fail("points are rows of two numbers, or three where the third is the error: ((0, 1.2), (1, 2.9))", written.span);
  const error = sentence.takeWords("within") ? sentence.expression("the error of each point", STOPS, true) : ZERO;
  return { kind: "data", label: "data", expression, rows, error };
}

function plainItem(written: Syntax, sentence: Sentence): Written {
  const label = writtenPlain(written);
  const expression = sentence.mean(written);
  if (expression.kind === "tuple") {
    const [x, y, ...more] = expression.items;
    if (!x || !y || more.length > 0) return sentence.fail("a point or a path in the plane has two coordinates", written.span);
    return { kind: "pair", label, expression, x, y };
  }
  if (expression.kind === "logic") return { kind: "condition", label, expression };
  if (expression.kind !== "relation")
    return { kind: "expression", label, expression, measured: sentence.measured(written), summands: summandsOf(written, (part) => sentence.mean(part)) };
  if (expression.comparisons.some((comparison) => comparison !== "=")) return { kind: "condition", label, expression };
  const [left, right, ...more] = expression.operands;
  if (!left || !right || more.length > 0) return sentence.fail("one “=” was expected in what is drawn, or an inequality", written.span);
  // r² = f(θ) is r = √f(θ): the other root is the same curve from the opposite direction.
  const isSquare = left.kind === "power" && left.base.kind === "name" && left.base.name === "r" && isNumber(left.exponent, 2);
  if (isSquare && [...freeNames(right)].some((letter) => ANGLES.has(letter)) && !freeNames(right).has("r"))
    return { kind: "function", label, expression: sqrt(right), left: "r", measured: sqrt(right) };
  const isFunction = left.kind === "name" && !freeNames(right).has(left.name);
  const [, measured = right] = partsOfKind(written, "relation")[0]?.operands.map((side) => sentence.measured(side)) ?? [];
  return isFunction
    ? { kind: "function", label, expression: right, left: left.name, measured }
    : { kind: "equation", label, expression: subtract(left, right) };
}
