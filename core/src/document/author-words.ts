import MarkdownIt from "markdown-it";
import { writtenLatex } from "../notation/latex.ts";
import { parse } from "../notation/parse.ts";
import { fillLines, NotationError, type Syntax } from "../notation/syntax.ts";

/** What the author wrote: CommonMark with `$…$`, and what that may speak of. */
export interface AuthorWords {
  readonly markdown: string;
  readonly known?: Known;
}

/** What formulas in the author's words may hold: what lines came to, which stands for `(3)`, and declared names and functions with how many arguments. */
export interface Known {
  readonly values: Readonly<Record<number, Syntax>>;
  readonly names: readonly string[];
  readonly functions: Readonly<Record<string, number>>;
}

const NOTHING: Known = { values: {}, names: [], functions: {} };

/** Typesets LaTeX as HTML; `display` for a formula on its own line. */
export type Typeset = (latex: string, display: boolean) => string;

/** The same typesetting for LaTeX that nests deeper than it can follow, such as a thousand brackets: then that is said in its place. */
export const guarded =
  (typeset: Typeset): Typeset =>
  (latex, display) => {
    try {
      return typeset(latex, display);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      return typeset("\\text{this formula is nested too deeply to be typeset}", display);
    }
  };

/** What stands between dollar signs, as it was read: the notation where it can be read as that, else LaTeX as it stands. */
export function mathOf(source: string, { values, names, functions }: Known = NOTHING): Syntax | string {
  const tooDeep = placeTooDeep(source);
  if (tooDeep !== undefined) return `\\text{this formula is nested too deeply at its character ${tooDeep + 1}}`;
  if (source.includes("\\")) return source;
  const lines = Math.max(0, ...Object.keys(values).map(Number)) + 1;
  try {
    return fillLines(parse(source, { names: new Set(names), functions: new Map(Object.entries(functions)), lines }), values);
  } catch (error) {
    if (error instanceof NotationError) return source;
    throw error;
  }
}

/** How many groups may stand inside each other in LaTeX. */
const MOST_GROUPS = 50;

/** What opens and closes something in LaTeX. */
const OPENING_AND_CLOSING = /(?<opens>\{|\\(?:left|begin)(?![A-Za-z]))|\}|\\(?:right|end)(?![A-Za-z])/g;

/** The first place in LaTeX that stands in more groups than that. */
function placeTooDeep(source: string): number | undefined {
  let depth = 0;
  for (const { groups, index } of source.matchAll(OPENING_AND_CLOSING)) {
    depth += groups?.["opens"] === undefined ? -1 : 1;
    if (depth > MOST_GROUPS) return index;
  }
  return undefined;
}

/** The LaTeX of what stands between dollar signs. */
export function mathLatex(source: string, known?: Known): string {
  const math = mathOf(source, known);
  return typeof math === "string" ? math : writtenLatex(math);
}

/** The lines whose values stand in the words: (3) between dollar signs. */
export function linesIn(markdown: string): readonly number[] {
  return [...markdown.matchAll(/\$[^$]*\$/g)].flatMap(([math]) => [...math.matchAll(/\((\d{1,4})\)/g)].map(([, line]) => Number(line)));
}

/** Mathematics in the author's words: its dollar signs, and what stands between them. */
export const MATH = String.raw`(\$\$?)(?=\S)([^$]*?\S)\1(?!\d)`;
const MATH_HERE = new RegExp(`^${MATH}`);

/** CommonMark with `$…$` and `$$…$$`; raw HTML in the source is text, links are checked by the parser. */
function authorParser(): InstanceType<typeof MarkdownIt> {
  const parser = new MarkdownIt("commonmark", { html: false });
  parser.inline.ruler.after("escape", "math", (state, silent) => {
    const match = MATH_HERE.exec(state.src.slice(state.pos));
    const [whole, fence, source] = match ?? [];
    if (whole === undefined || source === undefined) return false;
    if (!silent) {
      const token = state.push("math", "", 0);
      token.content = source;
      token.markup = fence ?? "$";
    }
    state.pos += whole.length;
    return true;
  });
  parser.renderer.rules["math"] = (tokens, index, _, env) => {
    const token = tokens[index];
    const { typeset, known } = env as unknown as HtmlSetting;
    return token ? typeset(mathLatex(token.content, known), token.markup === "$$") : "";
  };
  return parser;
}

/** What the parser is told of when it makes HTML. */
interface HtmlSetting {
  readonly typeset: Typeset;
  readonly known: Known | undefined;
}

const PARSER = authorParser();

/** The words taken apart, for renderings other than HTML. */
export const authorTokens = (markdown: string): ReturnType<typeof PARSER.parse> => PARSER.parse(markdown, {});

/** The words as HTML. */
export const statementHtml = ({ markdown, known }: AuthorWords, typeset: Typeset): string => PARSER.render(markdown, { typeset, known });

/** Words in one line, such as the reason of a line, as HTML. */
export const wordsHtml = (words: AuthorWords, typeset: Typeset): string => statementHtml(words, typeset).replace(/^<p>|<\/p>\s*$/g, "");
