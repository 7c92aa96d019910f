import { SENTENCE_WORDS } from "../../notation/keywords.ts";
import type { Token } from "../../notation/tokens.ts";
import { isFunctionName } from "../../notation/words.ts";
import type { Instruction } from "../instruction.ts";
import { WORDED_ENDINGS } from "../reading/line-body.ts";
import type { Caret } from "./caret.ts";
import { type Clause, clauseLabel, clauseText, type Form, PLACE, parseForm } from "./form.ts";
import type { Completion, Scope } from "./scope.ts";

/** A form of an instruction, with what the instruction says of the places in it. */
interface Known {
  readonly instruction: Instruction;
  readonly form: Form;
  readonly written: string;
}

let parsed: ReadonlyMap<Instruction, readonly Known[]> | undefined;

/** The forms of all instructions, taken apart once. */
function knownForms(instructions: readonly Instruction[]): readonly Known[] {
  parsed ??= new Map(
    instructions.map((instruction) => [instruction, instruction.forms.map((written) => ({ instruction, written, form: parseForm(written) }))]),
  );
  return [...parsed.values()].flat();
}

const wordOf = (token: Token | undefined): string | undefined =>
  token?.kind === "word" && token.subscript === undefined ? token.text.toLowerCase() : undefined;

/** The words with which a clause begins. */
const headOf = ({ pieces }: Clause): readonly string[] => {
  const start = pieces.findIndex(({ kind }) => kind === "word");
  const end = pieces.findIndex(({ kind }, k) => k > start && kind !== "word");
  return pieces.slice(start, end < 0 ? undefined : end).flatMap((piece) => (piece.kind === "word" ? [piece.text] : []));
};

/** Instructions that begin with the words before the caret and the letters of the word under it. */
export function instructionsAt(instructions: readonly Instruction[], { before, prefix, from }: Caret, to: number): readonly Completion[] {
  const typed = before.map(wordOf);
  if (typed.some((word) => word === undefined)) return [];
  const start = before[0]?.span.from ?? from;
  const wanted = [...typed, prefix.toLowerCase()];
  const found = knownForms(instructions).flatMap(({ instruction, form, written }): readonly Completion[] => {
    const [first, ...others] = form;
    if (first?.pieces[0]?.kind !== "word") return [];
    const head = headOf(first);
    const fits = wanted.every((word, k) => (k === wanted.length - 1 ? head[k]?.toLowerCase().startsWith(word ?? "") : head[k]?.toLowerCase() === word));
    if (!fits || head.length < wanted.length) return [];
    const needed = [first, ...others.filter(({ required }) => required)];
    return [{ kind: "instruction", text: sentenceText(needed), from: start, to, label: written, about: instruction.purpose }];
  });
  // As long as several instructions are possible, one form of each will do.
  const isOne = new Set(found.map(({ about }) => about)).size <= 1;
  return isOne ? found : found.filter((one, k) => found.findIndex(({ about }) => about === one.about) === k);
}

const sentenceText = (clauses: readonly Clause[]): string => {
  const [only, second] = clauses;
  if (only && !second) return clauseText(only);
  return clauses.map((clause) => clauseText(clause).replace(/ $/, ` ${PLACE}`)).join(" ");
};

/** Where the clauses of a form stand in what was typed: the first that is not there yet, and whether the form fits at all. */
function reached(form: Form, tokens: readonly Token[]): { readonly after: number; readonly last: Clause | undefined; readonly lastAt: number } | undefined {
  const top = topLevel(tokens);
  let at = 0;
  let after = 0;
  let last: Clause | undefined;
  let lastAt = 0;
  for (const [k, clause] of form.entries()) {
    const head = headOf(clause);
    const found = k === 0 ? 0 : top.findIndex((_, j) => j >= at && head.every((word, i) => wordOf(top[j + i]) === word));
    const isThere = found >= 0 && head.every((word, i) => wordOf(top[found + i]) === word.toLowerCase());
    if (k === 0 && !isThere) return undefined;
    if (!isThere) continue;
    at = found + head.length;
    [after, last, lastAt] = [k + 1, clause, at];
  }
  return { after, last, lastAt };
}

/** The tokens that stand in no brackets. */
function topLevel(tokens: readonly Token[]): readonly Token[] {
  let depth = 0;
  return tokens.filter((token) => {
    if (token.kind === "mark" && "([{".includes(token.text)) depth += 1;
    if (token.kind === "mark" && ")]}".includes(token.text)) depth -= 1;
    return depth === 0;
  });
}

/** What may follow at the caret: the words of the clauses that are not there yet, and what may stand in the place that is to be filled. */
export function clausesAt(instructions: readonly Instruction[], caret: Caret, to: number, scope: Scope): readonly Completion[] {
  if (caret.depth > 0) return [];
  const found = knownForms(instructions).flatMap(({ instruction, form }): readonly Completion[] => {
    const place = reached(form, caret.before);
    if (!place) return [];
    const isFilled = place.lastAt < topLevel(caret.before).length;
    return [
      ...(isFilled ? following(form, place, caret, to) : []),
      ...(isFilled && caret.afterOperand ? [] : filling(place.last, caret, to, instruction, scope)),
    ];
  });
  return found.filter((one, k) => found.findIndex((other) => other.text === one.text) === k);
}

function following(
  form: Form,
  { after, last }: { readonly after: number; readonly last: Clause | undefined },
  { before, prefix, from, afterOperand }: Caret,
  to: number,
): readonly Completion[] {
  const rest = form.slice(after).filter(({ place }) => place !== last?.place || last === form[0]);
  const needed = rest.findIndex(({ required }) => required);
  return (needed < 0 ? rest : rest.slice(0, needed + 1)).flatMap((clause): readonly Completion[] => {
    const begun = begunBy(headOf(clause), before, prefix);
    const text = clauseText(clause);
    if (begun === undefined || (begun === 0 && !afterOperand) || text === prefix) return [];
    const start = before.at(before.length - begun)?.span.from ?? from;
    return [{ kind: "clause", text, from: start, to, label: clauseLabel(clause), about: CLAUSES[clauseLabel(clause)] ?? "" }];
  });
}

/** How many words of a clause stand before the caret, if the word under it may be the next one: 1 for “only t”. */
function begunBy(head: readonly string[], before: readonly Token[], prefix: string): number | undefined {
  for (let count = head.length - 1; count >= 0; count -= 1) {
    const isThere = head.slice(0, count).every((word, k) => wordOf(before.at(k - count)) === word);
    if (isThere && head[count]?.startsWith(prefix.toLowerCase()) && (prefix !== "" || count === 0)) return count;
  }
  return undefined;
}

/** What clauses are for, where their words alone do not say it. */
const CLAUSES: Readonly<Record<string, string>> = {
  "for x": "the unknown",
  "for x, y,": "the unknowns",
  "in INTERVAL": "what lies there, its ends included or, with round brackets, not",
  "near NUMBER": "the solution next to a number, to proven digits",
  "over DOMAIN": "reals, complex, integers or rationals",
  numerically: "proven digits instead of exact forms",
  "with x = E": "puts values in",
  "in UNIT": "the unit of the decimal",
  "in degrees": "angles in degrees",
  "to N figures": "how far the decimal goes",
  "to N decimals": "how far the decimal goes",
  "subject to Q": "a condition",
  "from (3)": "the line whose solutions are meant",
  "only powers": "e^(a + b) is e^a e^b, and nothing else is multiplied out",
  "only trig": "sums and multiples of angles",
  "only logs": "logarithms of products and powers",
  "only products": "products, and nothing else",
  "for N points": "what the part is worth",
  twice: "the second derivative",
};

/** What may stand behind every sentence. */
export function endingsAt({ before, prefix, from, depth, afterOperand }: Caret, to: number): readonly Completion[] {
  const last = before.at(-1);
  if (depth > 0) return [];
  const put = (text: string, label: string, about: string): Completion => ({ kind: "clause", text, from, to, label, about });
  if (last?.kind === "mark" && last.text === "," && before.length > 1)
    return WORDED_ENDINGS.filter((ending) => ending.startsWith(prefix.toLowerCase())).map((ending) => put(ending, ending, ENDING_MEANINGS[ending] ?? ""));
  if (!afterOperand || prefix === "") return [];
  return QUOTED_ENDINGS.filter(({ word }) => word.startsWith(prefix.toLowerCase())).map(({ word, about }) =>
    put(`${word} "${PLACE}"`, `${word} "WORDS"`, about),
  );
}

const QUOTED_ENDINGS = [
  { word: "because", about: "your reason, in the margin" },
  { word: "caption", about: "your words under a graph, a figure or a table" },
] as const;

const ENDING_MEANINGS: Readonly<Record<string, string>> = {
  "not printed": "worked and checked, and left out of what is published",
  "the answer": "the final answer of the problem or its part",
  "every step": "its whole way is published",
  "main steps": "what is done in passing is joined",
  "answer only": "its way is not published",
  beside: "next to the figure or table before it",
};

const DOMAINS: readonly string[] = ["reals", "complex", "integers", "rationals"];

/** What may stand in the place behind the last words of a clause. */
function filling(clause: Clause | undefined, { before, prefix, from }: Caret, to: number, { slots }: Instruction, scope: Scope): readonly Completion[] {
  const place = clause?.pieces.find(({ kind }) => kind === "slot");
  if (place?.kind !== "slot" || before.length === 0) return [];
  const put = (kind: Completion["kind"], text: string, about = ""): Completion => ({ kind, text, from, to, label: text, about });
  const listed = slots?.[place.name] ?? (place.name === "DOMAIN" ? DOMAINS : undefined);
  const all = listed
    ? listed.map((text) => put("clause", text))
    : /^\(\d\)$/.test(place.name)
      ? scope.lines.map(({ number, holds }) => put("line", `(${number})`, holds))
      : /^[a-z]$/.test(place.name)
        ? lettersOf(before).map((letter) => put("name", letter))
        : [];
  return all.filter(({ text }) => text.startsWith(prefix) && text !== prefix);
}

/** The letters that what was typed speaks of. */
function lettersOf(tokens: readonly Token[]): readonly string[] {
  const words = tokens.flatMap((token) => (token.kind === "word" ? [token.subscript === undefined ? token.text : `${token.text}_${token.subscript}`] : []));
  return [...new Set(words.filter((word) => !SENTENCE_WORDS.has(word.toLowerCase()) && !isFunctionName(word) && !["e", "pi", "i", "d"].includes(word)))];
}
