import type { Expression } from "../expression/expression.ts";
import { writtenLatex } from "../notation/latex.ts";
import { parse } from "../notation/parse.ts";
import { present } from "../notation/present.ts";
import { fillIn, NotationError, type Syntax } from "../notation/syntax.ts";
import { text } from "../notation/text.ts";
import { type Said, wording } from "./rules.ts";
import type { Step } from "./step.ts";

/** A piece of a sentence as it is typeset: words or mathematics. */
export type Piece = { readonly kind: "words"; readonly text: string } | { readonly kind: "math"; readonly latex: string };

/** The words of a step in plain text, mathematics between dollar signs in the notation. */
export function stepText({ rule, pieces, side }: Step): string {
  return besides(wording(rule, pieces.map(asText)), side);
}

function asText(said: Said): string {
  if (typeof said === "string") return said;
  return isList(said) ? said.map(text).join(", ") : text(said);
}

const isList = (said: Said): said is readonly Expression[] => Array.isArray(said);

/** The words of a step for a reader: the pieces go into the wording as they are, and nothing that was printed is read again. */
export function stepWords({ rule, pieces, side }: Step): readonly Piece[] {
  const written = besides(
    wording(
      rule,
      pieces.map((_, k) => placeholder(k)),
    ),
    side,
  );
  return written.split("$").flatMap((part, k) => (k % 2 === 1 ? [mathematics(part, pieces)] : wordsAround(part, pieces)));
}

/** Words with the side of an identity before them. */
function besides(words: string, side: Step["side"]): string {
  return side ? `${side}: ${words.replace(/^[A-Z](?=[a-z])/, (letter) => letter.toLowerCase())}` : words;
}

/** A name that no wording uses, for the piece with this number. */
const placeholder = (place: number): string => `Q_${FIRST_PLACE + place}`;
const FIRST_PLACE = 900;
const PLACE = /(Q_9\d\d)/;

function placeOf(part: string): number | undefined {
  return PLACE.test(part) ? Number(part.slice(2)) - FIRST_PLACE : undefined;
}

/** Words outside of mathematics: an expression among them is mathematics by itself. */
function wordsAround(part: string, pieces: readonly Said[]): readonly Piece[] {
  return part.split(PLACE).flatMap((stretch): readonly Piece[] => {
    const place = placeOf(stretch);
    const said = place === undefined ? stretch : (pieces[place] ?? "");
    if (typeof said === "string") return said === "" ? [] : [{ kind: "words", text: said }];
    const all = isList(said) ? said : [said];
    return all.flatMap((one, k): readonly Piece[] => [
      ...(k > 0 ? [{ kind: "words", text: ", " } as const] : []),
      { kind: "math", latex: writtenLatex(present(one)) },
    ]);
  });
}

const templates = new Map<string, Syntax | undefined>();

/** The written form of a stretch of mathematics in a wording, with names in the places of its pieces; undefined for one that is typeset as it stands. */
function templateOf(part: string): Syntax | undefined {
  if (!templates.has(part)) templates.set(part, readTemplate(part));
  return templates.get(part);
}

function readTemplate(part: string): Syntax | undefined {
  try {
    return parse(part);
  } catch (error) {
    if (error instanceof NotationError) return undefined;
    throw error;
  }
}

function mathematics(part: string, pieces: readonly Said[]): Piece {
  const alone = pieces[placeOf(part) ?? -1];
  if (alone !== undefined && isList(alone)) return { kind: "math", latex: alone.map((one) => writtenLatex(present(one))).join(",\\; ") };
  const values = new Map(pieces.map((said, k) => [placeholder(k), asSyntax(said)]));
  const template = templateOf(part);
  return { kind: "math", latex: template ? writtenLatex(fillIn(template, values)) : part };
}

/** A piece inside of mathematics: a name or a number where it is said in words. */
function asSyntax(said: Said): Syntax {
  if (typeof said === "string") return /^-?[\d.]+$/.test(said) ? { kind: "number", text: said } : { kind: "name", name: said };
  return isList(said) ? { kind: "tuple", items: said.map(present) } : present(said);
}
