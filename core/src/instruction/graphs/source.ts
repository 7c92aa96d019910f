import { bodyOf } from "../reading/line-body.ts";

/**
 * The text of a `graph` or `figure` line with one of its options changed, so that what is done with the hand on the bench stands in the
 * working as the author would have written it.
 */

interface Parts {
  /** Everything before “with” and “without”. */
  readonly head: string;
  readonly withs: readonly string[];
  readonly withouts: readonly string[];
  /** What says how it is printed, as it was written. */
  readonly behind: string;
}

/** A name that stands for the same thing in text and in an expression pattern. */
const escaped = (name: string): string => name.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");

/** Sets the value of a name: `with a = 2`; what it said of the slider's range stays. */
export function withValue(source: string, name: string, value: string): string {
  const parts = apart(source);
  const own = new RegExp(`^${escaped(name)}\\s*=`);
  const before = parts.withs.find((one) => own.test(one));
  const from = before?.search(/\sfrom\s/) ?? -1;
  const range = from < 0 ? "" : (before?.slice(from) ?? "");
  return together({ ...parts, withs: replaced(parts.withs, own, `${name} = ${value}${range}`) });
}

/** Puts the label of a mark somewhere: `with mark 2 at (1, 3)`. */
export function withLabelAt(source: string, number: number, [x, y]: readonly [string, string]): string {
  const parts = apart(source);
  return together({ ...parts, withs: replaced(parts.withs, new RegExp(`^mark\\s+${number}\\s+at\\b`), `mark ${number} at (${x}, ${y})`) });
}

/** Hides a mark or shows it again: `without mark 2`. */
export function withMarkShown(source: string, number: number, shown: boolean): string {
  const parts = apart(source);
  const others = parts.withouts.filter((one) => !new RegExp(`^mark\\s+${number}$`).test(one));
  return together({ ...parts, withouts: shown ? others : [...others, `mark ${number}`] });
}

/** A number typed in a line and where it stands. */
export interface TypedNumber {
  readonly text: string;
  readonly from: number;
}

/** The numbers typed in a line outside of quotes, each of which can become a slider; those of subscripts and line references are none. */
export function typedNumbers(source: string): readonly TypedNumber[] {
  const read = bodyOf(source).body.replace(/"[^"]*"/g, (words) => " ".repeat(words.length));
  return [...read.matchAll(/(?<![\w.])\d+(?:\.\d+)?(?!\.?\d)/g)].map((match) => ({ text: match[0], from: match.index }));
}

/** The line with a typed number replaced. */
export function withNumber(source: string, { text, from }: TypedNumber, value: string): string {
  const negative = value.startsWith("-") && /[\^*/+-]\s*$/.test(source.slice(0, from));
  return `${source.slice(0, from)}${negative ? `(${value})` : value}${source.slice(from + text.length)}`;
}

function replaced(options: readonly string[], own: RegExp, next: string): readonly string[] {
  return options.some((one) => own.test(one)) ? options.map((one) => (own.test(one) ? next : one)) : [...options, next];
}

function apart(source: string): Parts {
  const { body } = bodyOf(source);
  const withoutAt = wordAt(body, "without");
  const beforeWithout = withoutAt === undefined ? body : body.slice(0, withoutAt);
  const withAt = wordAt(beforeWithout, "with");
  return {
    head: (withAt === undefined ? beforeWithout : beforeWithout.slice(0, withAt)).trimEnd(),
    withs: withAt === undefined ? [] : listed(beforeWithout.slice(withAt + "with".length)),
    withouts: withoutAt === undefined ? [] : listed(body.slice(withoutAt + "without".length)),
    behind: source.slice(body.length),
  };
}

function together({ head, withs, withouts, behind }: Parts): string {
  return `${head}${withs.length > 0 ? ` with ${withs.join(", ")}` : ""}${withouts.length > 0 ? ` without ${withouts.join(", ")}` : ""}${behind}`;
}

/** Where a word stands outside of brackets and quotes. */
function wordAt(text: string, word: string): number | undefined {
  return outside(text).find(
    (at) => text.slice(at, at + word.length).toLowerCase() === word && !/\w/.test(text.charAt(at - 1)) && !/\w/.test(text.charAt(at + word.length)),
  );
}

/** What stands between commas outside of brackets and quotes. */
function listed(text: string): readonly string[] {
  const commas = outside(text).filter((at) => text.charAt(at) === ",");
  const ends = [...commas, text.length];
  return ends.map((end, k) => text.slice(k === 0 ? 0 : (ends[k - 1] ?? 0) + 1, end).trim()).filter((one) => one !== "");
}

/** Places of a text outside of brackets and quotes. */
function outside(text: string): readonly number[] {
  const found: number[] = [];
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < text.length; at += 1) {
    const letter = text.charAt(at);
    if (letter === '"') quoted = !quoted;
    else if ("([{".includes(letter)) depth += 1;
    else if (")]}".includes(letter)) depth -= 1;
    else if (!quoted && depth === 0) found.push(at);
  }
  return found;
}
