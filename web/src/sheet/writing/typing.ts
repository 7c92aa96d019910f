import { PLACE } from "@nail-down/core/instruction/completion/form";
import type { Completion } from "@nail-down/core/instruction/completion/scope";

/** A text under the hand, with what is selected of it; nothing is where both ends are the same. */
export interface Typed {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

const CLOSING: Readonly<Record<string, string>> = { "(": ")", "[": "]", '"': '"' };

/** Puts text in the place of what is selected; the caret comes behind it. */
export function put({ text, from, to }: Typed, added: string): Typed {
  const at = from + added.length;
  return { text: text.slice(0, from) + added + text.slice(to), from: at, to: at };
}

/** What a key does beyond what it would do by itself: brackets and quotes close themselves, and one that is there already is stepped over. */
export function typedKey(typed: Typed, key: string): Typed | undefined {
  const { text, from, to } = typed;
  const next = text.charAt(to);
  if (key === "Backspace") {
    const closes = CLOSING[text.charAt(from - 1)];
    return from === to && closes !== undefined && closes === next ? put({ text, from: from - 1, to: to + 1 }, "") : undefined;
  }
  if (key === next && from === to && Object.values(CLOSING).includes(key)) return { text, from: from + 1, to: from + 1 };
  // An interval may close with the other bracket: [0, 5).
  if ((key === ")" || key === "]") && (next === ")" || next === "]") && from === to && isInterval(text.slice(0, from)))
    return put({ text, from, to: to + 1 }, key);
  const closing = CLOSING[key];
  if (closing === undefined) return undefined;
  if (from !== to) return { text: `${text.slice(0, from)}${key}${text.slice(from, to)}${closing}${text.slice(to)}`, from: from + 1, to: to + 1 };
  // Before a letter a bracket is meant to enclose what follows, and a quote behind a letter closes.
  if (/[\p{L}\d(["√]/u.test(next) || (key === '"' && /\S/.test(text.charAt(from - 1)))) return undefined;
  return { text: `${text.slice(0, from)}${key}${closing}${text.slice(to)}`, from: from + 1, to: from + 1 };
}

/** Whether the innermost bracket that is open holds a comma. */
function isInterval(before: string): boolean {
  let depth = 0;
  let comma = false;
  for (let at = before.length - 1; at >= 0; at -= 1) {
    const character = before.charAt(at);
    if (")]".includes(character)) depth += 1;
    else if ("([".includes(character)) {
      if (depth === 0) return comma;
      depth -= 1;
    } else if (character === "," && depth === 0) comma = true;
  }
  return false;
}

/** The next place to fill in, selected: the first behind the caret, or from the beginning; undefined where there is none. */
export function nextPlace({ text, to }: Typed, backwards = false): Typed | undefined {
  const at = backwards ? lastBefore(text, to - PLACE.length) : text.indexOf(PLACE, to);
  const found = at >= 0 ? at : backwards ? text.lastIndexOf(PLACE) : text.indexOf(PLACE);
  return found < 0 ? undefined : { text, from: found, to: found + PLACE.length };
}

const lastBefore = (text: string, at: number): number => (at > 0 ? text.lastIndexOf(PLACE, at - 1) : -1);

/** Takes what is offered, and goes to its first place to fill in. */
export function take({ text }: Typed, { text: offered, from, to }: Completion): Typed {
  const place = offered.indexOf(PLACE);
  const behind = text.slice(to);
  // Words are followed by a space, unless one is there.
  const needsSpace = /[\p{L}\d]$/u.test(offered) && !/^[\s,)\]]/.test(behind);
  const added = needsSpace && behind === "" ? `${offered} ` : offered;
  const whole = text.slice(0, from) + added + behind;
  return place < 0 ? { text: whole, from: from + added.length, to: from + added.length } : { text: whole, from: from + place, to: from + place + PLACE.length };
}
