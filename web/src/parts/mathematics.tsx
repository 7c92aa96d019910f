import { type AuthorWords, guarded, statementHtml, wordsHtml } from "@nail-down/core/document/author-words";
import katex from "katex";
import { type MouseEvent, memo } from "react";

/** No rule or space may be larger, in ems: a page is not for one formula. */
const LARGEST = 100;
const HOW = { throwOnError: false, output: "htmlAndMathml", strict: "ignore", maxSize: LARGEST } as const;

/** LaTeX as HTML with MathML beside it, for those who listen. */
export const typeset = guarded((latex, display) => katex.renderToString(latex, { ...HOW, displayMode: display, trust: false }));

/** Typeset mathematics. The HTML comes from KaTeX alone, which escapes what it is given. */
export const Mathematics = memo(function Mathematics({ latex, large = false }: { readonly latex: string; readonly large?: boolean }) {
  return <span dangerouslySetInnerHTML={{ __html: typeset(large ? `\\displaystyle ${latex}` : latex, false) }} />;
});

/** As `typeset`, for LaTeX in which the core has marked parts: only its own part numbers get through. */
const typesetParts = guarded((latex, display) =>
  katex.renderToString(latex, {
    ...HOW,
    displayMode: display,
    trust: (context) => context.command === "\\htmlData" && /^data-part$/.test(Object.keys(context.attributes)[0] ?? ""),
  }),
);

/** Mathematics whose parts can be chosen by a click; the number of the innermost part is told. */
export const PartedMathematics = memo(function PartedMathematics({
  latex,
  chosen,
  choose,
}: {
  readonly latex: string;
  readonly chosen: number | undefined;
  readonly choose: (part: number) => void;
}) {
  const html = typesetParts(`\\displaystyle ${latex}`, false);
  const marked = chosen === undefined ? html : html.replace(`data-part="${chosen}"`, `data-part="${chosen}" data-chosen="true"`);
  const pick = (event: MouseEvent<HTMLElement>): void => {
    const part = event.target instanceof Element ? event.target.closest("[data-part]")?.getAttribute("data-part") : undefined;
    if (part) choose(Number(part));
  };
  // biome-ignore lint/a11y/useKeyWithClickEvents: every part can be named in the writing line as well
  // biome-ignore lint/a11y/noStaticElementInteractions: the parts inside are what is clicked
  return <span className="parted" onClick={pick} dangerouslySetInnerHTML={{ __html: marked }} />;
});

/** A line of words with $…$. */
export const Words = memo(function Words({ words }: { readonly words: AuthorWords }) {
  return <span dangerouslySetInnerHTML={{ __html: wordsHtml(words, typeset) }} />;
});

/** CommonMark with $…$; raw HTML in it is shown as text. */
export const Prose = memo(function Prose({ words }: { readonly words: AuthorWords }) {
  return <div dangerouslySetInnerHTML={{ __html: statementHtml(words, typeset) }} />;
});
