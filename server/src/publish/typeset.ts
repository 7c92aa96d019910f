import katex from "katex";

/** LaTeX as HTML with MathML for screen readers; what KaTeX cannot read is shown as it stands. */
export function typeset(latex: string, display: boolean): string {
  return katex.renderToString(latex, { displayMode: display, throwOnError: false, output: "htmlAndMathml", strict: "ignore", trust: false });
}
