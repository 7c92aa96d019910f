import type { Expression } from "../../expression/expression.ts";
import type { Part } from "../../graph/figure/figure.ts";
import { mathematics, together, words } from "../../notation/inline.ts";
import { name as nameSyntax } from "../../notation/syntax.ts";
import type { Sentence } from "../reading/sentence.ts";
import { readValues } from "../reading/values-read.ts";

/** A sentence that draws a figure. */
export interface WrittenFigure {
  readonly parts: readonly Part[];
  /** Values for names that have none, or those of a line's solution, to see the figure with them. */
  readonly values: ReadonlyMap<string, Expression>;
}

const WORDS = ["point", "segment", "line", "length", "polygon", "circle", "angle", "force", "label"] as const;
const STOPS = ["with", "radius", "through", "at"];

/** `point A = (0, 0), segment A B, polygon A B C, circle A radius 2, angle A B C, length A B, force W at A = (0, -3), label A "mast" [with x = 2]`. */
export function readFigure(sentence: Sentence, points: ReadonlySet<string>): WrittenFigure {
  const known = new Set(points);
  const parts: Part[] = [];
  do {
    const part = readPart(sentence, known);
    if (part.kind === "point") known.add(part.name);
    parts.push(part);
  } while (sentence.takeComma());
  const values = sentence.takeWords("with") ? readValues(sentence, []) : new Map<string, Expression>();
  sentence.expectEnd();
  return { parts, values };
}

function readPart(sentence: Sentence, known: ReadonlySet<string>): Part {
  const kind = WORDS.find((word) => sentence.takeWords(word));
  switch (kind) {
    case undefined:
      return sentence.fail(`a part of the figure was expected here: ${WORDS.join(", ")}`);
    case "point":
      return { kind, ...placed(sentence, newName(sentence, "the name of the point, such as A")) };
    case "segment":
    case "line":
    case "length": {
      const [from = "", to = ""] = pointNames(sentence, known, 2, 2);
      return { kind, ends: [from, to] };
    }
    case "polygon":
      return { kind, corners: pointNames(sentence, known, 3, Number.POSITIVE_INFINITY) };
    case "circle":
      return circle(sentence, known);
    case "angle": {
      const [from = "", corner = "", to = ""] = pointNames(sentence, known, 3, 3);
      return { kind, corner, arms: [from, to] };
    }
    case "force": {
      const name = newName(sentence, "the name of the force, such as W");
      sentence.expectWords("at");
      const [at = ""] = pointNames(sentence, known, 1, 1);
      return { kind, at, ...placed(sentence, name) };
    }
    case "label": {
      const [at = ""] = pointNames(sentence, known, 1, 1);
      return { kind, at, words: sentence.takeQuoted() ?? sentence.fail("the words of the label in quotes were expected here") };
    }
  }
}

function newName(sentence: Sentence, what: string): string {
  const name = sentence.declaredName(what);
  sentence.pieces.push(mathematics(nameSyntax(name)));
  return name;
}

/** `= (x, y)` after a name. */
function placed(sentence: Sentence, name: string): { readonly name: string; readonly x: Expression; readonly y: Expression } {
  if (!sentence.takeMark("=")) sentence.fail("“=” and two coordinates were expected here, such as = (0, 2)");
  sentence.pieces.push(words("="));
  const from = sentence.next.span.from;
  const value = sentence.expression("two coordinates, such as (0, 2)", STOPS, true);
  const [x, y, ...more] = value.kind === "tuple" ? value.items : [];
  if (!x || !y || more.length > 0) return sentence.fail("two coordinates were expected here, such as (0, 2)", { from, to: sentence.next.span.from });
  return { name, x, y };
}

function circle(sentence: Sentence, known: ReadonlySet<string>): Part {
  const [centre = ""] = pointNames(sentence, known, 1, 1);
  if (sentence.takeWords("through")) {
    const [through = ""] = pointNames(sentence, known, 1, 1);
    return { kind: "circle", centre, through };
  }
  sentence.expectWords("radius");
  return { kind: "circle", centre, radius: sentence.expression("the radius", STOPS, true) };
}

/** Names of points one after the other; AB stands for A B where there is no point AB. */
function pointNames(sentence: Sentence, known: ReadonlySet<string>, least: number, most: number): readonly string[] {
  const found: string[] = [];
  while (sentence.next.kind === "word" && !STOPS.some((stop) => sentence.peekWords(stop)) && found.length < most) {
    const { span } = sentence.next;
    const name = sentence.declaredName("the name of a point");
    const letters = known.has(name) ? [name] : [...name];
    const stranger = letters.find((letter) => !known.has(letter));
    if (stranger !== undefined) sentence.fail(`there is no point ${known.size > 0 && letters.length > 1 ? name : stranger} yet`, span);
    found.push(...letters);
  }
  if (found.length < least || found.length > most) {
    const wanted =
      least === most ? (least === 1 ? "the name of a point was" : `the names of ${least} points were`) : `the names of at least ${least} points were`;
    sentence.fail(`${wanted} expected here`);
  }
  sentence.pieces.push(together(...found.flatMap((point, k) => [...(k > 0 ? [words(" ")] : []), mathematics(nameSyntax(point))])));
  return found;
}
