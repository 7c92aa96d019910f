import { textLatex } from "../notation/latex-text.ts";
import type { AuthorWords } from "./author-words.ts";
import { authorTokens, mathLatex } from "./author-words.ts";

type Token = ReturnType<typeof authorTokens>[number];

/** What CommonMark's elements become, by the kind of their token. */
const ELEMENTS: Readonly<Record<string, string>> = {
  paragraph_open: "",
  paragraph_close: "\n\n",
  heading_open: "\\paragraph{",
  heading_close: "}\n",
  bullet_list_open: "\\begin{itemize}\n",
  bullet_list_close: "\\end{itemize}\n",
  ordered_list_open: "\\begin{enumerate}\n",
  ordered_list_close: "\\end{enumerate}\n",
  list_item_open: "\\item ",
  list_item_close: "",
  blockquote_open: "\\begin{quote}\n",
  blockquote_close: "\\end{quote}\n",
  em_open: "\\emph{",
  em_close: "}",
  strong_open: "\\textbf{",
  strong_close: "}",
  softbreak: "\n",
  hardbreak: "\\\\\n",
  hr: "\\medskip\\hrule\\medskip\n",
};

/** The author's words as LaTeX. */
export function authorLatex({ markdown, known }: AuthorWords): string {
  const rendered = (token: Token): string => {
    if (token.type === "inline") return (token.children ?? []).map(rendered).join("");
    if (token.type === "math") {
      const math = mathLatex(token.content, known);
      return token.markup === "$$" ? `\\[ ${math} \\]` : `$${math}$`;
    }
    if (token.type === "link_open") return `\\href{${String(token.attrGet("href") ?? "").replace(/[%#&{}\\]/g, (letter) => `\\${letter}`)}}{`;
    if (token.type === "link_close") return "}";
    if (token.type === "fence" || token.type === "code_block") return `\\begin{verbatim}\n${token.content.replaceAll("\\end{verbatim}", "")}\\end{verbatim}\n`;
    if (token.type === "code_inline") return `\\texttt{${textLatex(token.content)}}`;
    return ELEMENTS[token.type] ?? textLatex(token.content);
  };
  return authorTokens(markdown).map(rendered).join("").trimEnd();
}
