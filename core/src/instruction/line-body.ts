/** A line taken apart: the sentence itself, and the author's reason for the margin. */
export interface LineBody {
  /** The sentence, from the first character on, without what stands behind it. */
  readonly body: string;
  readonly because?: string;
}

const BECAUSE = /\bbecause\s+"([^"]*)"$/i;

/** Takes the reason, a closing full stop or semicolon, and a remark after # from a line. */
export function bodyOf(source: string): LineBody {
  const sentence = closed(source.slice(0, remarkAt(source)));
  const because = BECAUSE.exec(sentence)?.[1];
  return because === undefined ? { body: sentence } : { body: closed(sentence.replace(BECAUSE, "")), because };
}

/** Where the remark of a line begins: at the first # outside of quotes. */
function remarkAt(source: string): number {
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
