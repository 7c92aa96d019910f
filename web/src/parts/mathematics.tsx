import { statementHtml, wordsHtml } from "@nail-down/core/problemset/statement";
import katex from "katex";
import { memo } from "react";

/** LaTeX as HTML with MathML beside it, for those who listen. */
export function typeset(latex: string, display: boolean): string {
  return katex.renderToString(latex, { displayMode: display, throwOnError: false, output: "htmlAndMathml", strict: "ignore", trust: false });
}

/** Typeset mathematics. The HTML comes from KaTeX alone, which escapes what it is given. */
export const Mathematics = memo(function Mathematics({ latex, large = false }: { readonly latex: string; readonly large?: boolean }) {
  return <span dangerouslySetInnerHTML={{ __html: typeset(large ? `\\displaystyle ${latex}` : latex, false) }} />;
});

/** A line of words with $…$. */
export const Words = memo(function Words({ text }: { readonly text: string }) {
  return <span dangerouslySetInnerHTML={{ __html: wordsHtml(text, typeset) }} />;
});

/** CommonMark with $…$; raw HTML in it is shown as text. */
export const Prose = memo(function Prose({ markdown }: { readonly markdown: string }) {
  return <div dangerouslySetInnerHTML={{ __html: statementHtml(markdown, typeset) }} />;
});
