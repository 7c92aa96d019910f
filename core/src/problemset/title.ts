import { withoutEnd } from "./source-lines.ts";

/** Characters that a heading cannot hold as they are, by their numbers: ends of lines anywhere; at its ends, spaces, and hashes at the last. */
const reference = (character: string): string => `&#${character.codePointAt(0)};`;
const REFERENCE = /&((?:amp;)*)#(\d{1,5});/g;

/** A title as it stands in a heading: what the heading would lose is written as character references (CommonMark 2.5). */
export function headingOf(title: string): string {
  const marked = title.replace(REFERENCE, (_, amps: string, digits: string) => `&amp;${amps}#${digits};`).replace(/[\r\n]/g, reference);
  const start = marked.length - marked.trimStart().length;
  const end = withoutLast(marked, (character) => /[\s#]/.test(character));
  if (end <= start) return [...marked].map(reference).join("");
  return [...marked.slice(0, start)].map(reference).join("") + marked.slice(start, end) + [...marked.slice(end)].map(reference).join("");
}

/** The title in a heading. */
export function titleOf(heading: string): string {
  const text = withoutEnd(heading).trim();
  const words = text.slice(text.length - text.replace(/^#+/, "").length).trim();
  // Hashes that close the heading stand apart from its words.
  const end = withoutLast(words, (character) => character === "#");
  const own = end === 0 || /\s/.test(words.charAt(end - 1)) ? words.slice(0, end).trimEnd() : words;
  return own.replace(REFERENCE, (_, amps: string, digits: string) =>
    amps === "" ? String.fromCodePoint(Number(digits)) : `&${amps.slice("amp;".length)}#${digits};`,
  );
}

/** How long a text is without those of its last characters that are of a kind. */
function withoutLast(text: string, isOne: (character: string) => boolean): number {
  let end = text.length;
  while (end > 0 && isOne(text.charAt(end - 1))) end -= 1;
  return end;
}
