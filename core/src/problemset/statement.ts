import MarkdownIt from "markdown-it";
import { writtenLatex } from "../notation/latex.ts";
import { parse } from "../notation/parse.ts";
import { NotationError } from "../notation/syntax.ts";

/** Typesets LaTeX as HTML; `display` for a formula on its own line. */
export type Typeset = (latex: string, display: boolean) => string;

/** The LaTeX of what stands between dollar signs: the notation where it can be read as that, else LaTeX as it stands. */
export function mathLatex(source: string): string {
  if (source.includes("\\")) return source;
  try {
    return writtenLatex(parse(source));
  } catch (error) {
    if (error instanceof NotationError) return source;
    throw error;
  }
}

const parsers = new WeakMap<Typeset, InstanceType<typeof MarkdownIt>>();

/** CommonMark with `$…$` and `$$…$$` as HTML. Raw HTML in the source is shown as text, links are checked by the parser. */
export function statementHtml(markdown: string, typeset: Typeset): string {
  const known = parsers.get(typeset);
  if (known) return known.render(markdown);
  const parser = new MarkdownIt("commonmark", { html: false });
  parser.inline.ruler.after("escape", "math", (state, silent) => {
    const match = /^(\$\$?)(?=\S)([^$]*?\S)\1(?!\d)/.exec(state.src.slice(state.pos));
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
  parser.renderer.rules["math"] = (tokens, index) => {
    const token = tokens[index];
    return token ? typeset(mathLatex(token.content), token.markup === "$$") : "";
  };
  parsers.set(typeset, parser);
  return parser.render(markdown);
}

/** Words with `$…$` in one line, such as the reason of a step, as HTML. */
export function wordsHtml(words: string, typeset: Typeset): string {
  return statementHtml(words, typeset).replace(/^<p>|<\/p>\s*$/g, "");
}
