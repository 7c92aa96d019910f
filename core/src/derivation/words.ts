import type { Expression } from "../expression/expression.ts";
import { type Line, listed, mathematics, words } from "../notation/inline.ts";
import { parse } from "../notation/parse.ts";
import { present } from "../notation/present.ts";
import { fillIn, NotationError, type Syntax } from "../notation/syntax.ts";
import { text } from "../notation/text.ts";
import { type Said, wording } from "./rules/catalogue.ts";
import type { Step } from "./step.ts";

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
export function stepWords({ rule, pieces, side }: Step): Line {
  const written = besides(
    wording(
      rule,
      // A wording may depend on a number: the square root, the cube root.
      pieces.map((said, k) => (typeof said === "string" && /^\d+$/.test(said) ? said : placeholder(k))),
    ),
    side,
  );
  return written.split("$").flatMap((part, k) => (k % 2 === 1 ? formula(part, pieces) : wordsAround(part, pieces)));
}

/** Words with the side of an identity before them. */
function besides(words: string, side: Step["side"]): string {
  return side ? `${side}: ${midSentence(words)}` : words;
}

/** The words of a step where they do not begin a sentence. */
export const midSentence = (words: string): string => words.replace(/^[A-Z](?=[a-z ])/, (letter) => letter.toLowerCase());

/** A name that no wording uses, for the piece with this number. */
const placeholder = (place: number): string => `Q_${FIRST_PLACE + place}`;
const FIRST_PLACE = 900;
const PLACE = /(Q_9\d\d)/;

function placeOf(part: string): number | undefined {
  return PLACE.test(part) ? Number(part.slice(2)) - FIRST_PLACE : undefined;
}

/** Words outside of mathematics: an expression among them is mathematics by itself. */
function wordsAround(part: string, pieces: readonly Said[]): Line {
  return part.split(PLACE).flatMap((stretch): Line => {
    const place = placeOf(stretch);
    const said = place === undefined ? stretch : (pieces[place] ?? "");
    if (typeof said === "string") return said === "" ? [] : [words(said)];
    return listed(isList(said) ? said : [said], ", ");
  });
}

/** Names that no wording uses for derivatives, which are no mathematics of the notation by themselves: u′ and v′. */
const PRIMED: Readonly<Record<string, string>> = { u: "Q_800", v: "Q_801" };
const DERIVATIVES: ReadonlyMap<string, Syntax> = new Map(
  Object.entries(PRIMED).map(([letter, placeholder]) => [placeholder, { kind: "apply", name: letter, primes: 1, args: [] } as const]),
);

const templates = new Map<string, Syntax | undefined>();

/** The written form of a stretch of mathematics in a wording, with names in the places of its pieces; undefined for one that is said as it stands. */
function templateOf(part: string): Syntax | undefined {
  if (!templates.has(part)) templates.set(part, readTemplate(part));
  return templates.get(part);
}

function readTemplate(part: string): Syntax | undefined {
  try {
    return fillIn(parse(part.replace(/([a-z])'/g, (_, letter: string) => PRIMED[letter] ?? letter)), DERIVATIVES);
  } catch (error) {
    if (error instanceof NotationError) return undefined;
    throw error;
  }
}

function formula(part: string, pieces: readonly Said[]): Line {
  const alone = pieces[placeOf(part) ?? -1];
  if (alone !== undefined && isList(alone)) return listed(alone, ", ");
  const values = new Map(pieces.map((said, k) => [placeholder(k), asSyntax(said)]));
  const template = templateOf(part);
  return [template ? mathematics(fillIn(template, values)) : words(part.replaceAll("'", "′"))];
}

/** A piece inside of mathematics: a name or a number where it is said in words. */
function asSyntax(said: Said): Syntax {
  if (typeof said === "string") return /^-?[\d.]+$/.test(said) ? signed(said) : { kind: "name", name: said };
  return isList(said) ? { kind: "tuple", items: said.map(present) } : present(said);
}

/** A number with its sign. */
function signed(decimal: string): Syntax {
  const size: Syntax = { kind: "number", text: decimal.replace("-", "") };
  return decimal.startsWith("-") ? { kind: "sign", sign: "-", operand: size } : size;
}
