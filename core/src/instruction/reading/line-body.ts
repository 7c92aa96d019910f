import type { Detail } from "../../document/derivation.ts";

/** How a line is printed, where its author says so. */
export interface Printing {
  /** The author's words for the margin. */
  readonly because?: string;
  /** The author's words under a graph, a figure or a table. */
  readonly caption?: string;
  /** Worked and checked, but left out of what is published. */
  readonly hidden?: true;
  /** The final answer of the problem, or of its part. */
  readonly isAnswer?: true;
  /** How much of its way is shown. */
  readonly detail?: Detail;
  /** Next to the figure or table before it. */
  readonly beside?: true;
}

/** A line taken apart: the sentence itself, and how it is printed. */
export interface LineBody {
  /** The sentence, from the first character on, without what stands behind it. */
  readonly body: string;
  readonly printing: Printing;
  /** What says how it is printed, as it is written. */
  readonly ending: string;
}

/** What may stand behind a comma at the end of a line. */
const ENDINGS: Readonly<Record<string, Printing>> = {
  "not printed": { hidden: true },
  "the answer": { isAnswer: true },
  "every step": { detail: "every step" },
  "main steps": { detail: "main steps" },
  "answer only": { detail: "answer" },
  beside: { beside: true },
};

/** The endings that stand behind a comma. */
export const WORDED_ENDINGS: readonly string[] = Object.keys(ENDINGS);

/** The endings of lines, for their documentation. */
export const LINE_ENDINGS: readonly string[] = ['because "REASON"', 'caption "WORDS"', ...WORDED_ENDINGS.map((ending) => `, ${ending}`)];

const QUOTED = /\b(because|caption)\s+"([^"]*)"$/i;

/** Takes the reason, the caption and the other endings, a closing full stop or semicolon, and a remark after # from a line. */
export function bodyOf(source: string): LineBody {
  const sentence = closed(source.slice(0, remarkAt(source)));
  let body = sentence;
  let printing: Printing = {};
  for (;;) {
    const taken = quotedEnding(body) ?? wordedEnding(body);
    if (!taken) return { body, printing, ending: sentence.slice(body.length) };
    body = closed(taken.before);
    printing = { ...taken.printing, ...printing };
  }
}

interface Ending {
  readonly before: string;
  readonly printing: Printing;
}

function quotedEnding(body: string): Ending | undefined {
  const [whole, word, words] = QUOTED.exec(body) ?? [];
  if (whole === undefined || word === undefined || words === undefined || body.length === whole.length) return undefined;
  const before = body.slice(0, -whole.length);
  return { before, printing: word.toLowerCase() === "because" ? { because: words } : { caption: words } };
}

function wordedEnding(body: string): Ending | undefined {
  const comma = body.lastIndexOf(",");
  const printing =
    comma > 0
      ? ENDINGS[
          body
            .slice(comma + 1)
            .trim()
            .toLowerCase()
        ]
      : undefined;
  return printing && { before: body.slice(0, comma), printing };
}

/** Where the remark of a line begins: at the first # outside of quotes. */
export function remarkAt(source: string): number {
  let quoted = false;
  for (const [at, character] of [...source].entries()) {
    if (character === '"') quoted = !quoted;
    else if (character === "#" && !quoted) return [...source].slice(0, at).join("").length;
  }
  return source.length;
}

/** A sentence without the spaces and the marks that close it. */
function closed(sentence: string): string {
  let end = sentence.length;
  while (end > 0 && /[\s.;?]/.test(sentence.charAt(end - 1))) end -= 1;
  return sentence.slice(0, end);
}
