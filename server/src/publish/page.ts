import { blocksOf, type PublishedSet } from "@nail-down/core/composition/document";
import { blocksHtml, escapeHtml } from "@nail-down/core/document/html";
import { nailSymbols } from "@nail-down/core/document/nail";
import { typeset } from "./typeset.ts";

/** On paper, for whoever hands it in. */
const NAME_LINE = `<p class="name-line" aria-hidden="true">Name</p>`;

/** A text as a string of a style sheet. */
const cssString = (text: string): string => `"${text.replace(/["\\\n\r\f]/g, (character) => `\\${character.charCodeAt(0).toString(16)} `)}"`;

/** The styles of the served page. */
const LINKED = ["/typesetting/index.css", "/typesetting/katex.min.css", "/page.css"].map((href) => `<link rel="stylesheet" href="${href}">`).join("\n");

/** The published page: one static HTML document that needs no script; its styles are linked, or stand in it. */
export function pageHtml(set: PublishedSet, { handsIn, styles = LINKED }: { readonly handsIn: boolean; readonly styles?: string }): string {
  const { title, author, kind, date } = set.details;
  const hasEvidence = blocksOf(set).some(({ kind: block }) => block === "evidence");
  return `<!doctype html>
<html lang="en" style="${escapeHtml(`--running-title: ${cssString(`${title} – ${kind}`)}`)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="robots" content="noindex">
<title>${escapeHtml(title)} – ${kind}</title>
${styles}
</head>
<body>
${hasEvidence ? nailSymbols() : ""}
<main>
<header><p class="kind">${kind}</p><h1>${escapeHtml(title)}</h1><p class="by">${escapeHtml(author)}, <time datetime="${date}">${date}</time></p></header>
${handsIn ? NAME_LINE : ""}
${blocksHtml(set.introduction, typeset)}
${set.problems.map((blocks, index) => `<article aria-label="problem ${index + 1}">${blocksHtml(blocks, typeset)}</article>`).join("\n")}
<footer>Every line was run and checked again when this page was made: put back, compared, counted. Made with Nail Down.</footer>
</main>
</body>
</html>
`;
}
