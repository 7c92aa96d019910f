import { guarded } from "@nail-down/core/document/author-words";
import katex from "katex";

/** No rule or space may be larger, in ems: a page is not for one formula. */
const LARGEST = 100;

/** LaTeX as HTML with MathML for screen readers; what KaTeX cannot read is shown as it stands. */
export const typeset = guarded((latex, display) =>
  katex.renderToString(latex, { displayMode: display, throwOnError: false, output: "htmlAndMathml", strict: "ignore", trust: false, maxSize: LARGEST }),
);
