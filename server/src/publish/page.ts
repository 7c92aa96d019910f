import { blocksOf, type PublishedSet } from "@nail-down/core/composition/document";
import { blocksHtml, escapeHtml } from "@nail-down/core/document/html";
import { nailSymbols } from "@nail-down/core/document/nail";
import type { Picture } from "@nail-down/core/graph/picture";
import { drawSvg, planeSize } from "@nail-down/core/graph/svg";
import { DEFAULT_SIZE } from "@nail-down/core/graph/svg-elements";
import type { PageStyles } from "./styles.ts";
import { typeset } from "./typeset.ts";

/** On paper, for whoever hands it in. */
const NAME_LINE = `<p class="name-line" aria-hidden="true">Name</p>`;

/** Fonts of signs that may stand far down the page only: they are asked for at once, or print would not have them. */
const FONTS = ["Main", "Math", "AMS", "Size1", "Size2", "Size3", "Size4"];
const FONTS_ASKED_FOR = `<p class="fonts" aria-hidden="true">${FONTS.map((name) => `<span style="font-family: KaTeX_${name}">x∫(</span>`).join("")}</p>`;

/** A text as a string of a style sheet. */
const cssString = (text: string): string => `"${text.replace(/["\\\n\r\f]/g, (character) => `\\${character.charCodeAt(0).toString(16)} `)}"`;

/** The styles of a page that is served. */
export const linked = ({ href }: PageStyles): string => `<link rel="stylesheet" href="${href}">`;

interface Setting {
  readonly handsIn: boolean;
  /** The styles as they stand in the head. */
  readonly styles: string;
  /** What stands for a picture of the evidence; drawn in the page where nothing is told. */
  readonly evidencePicture?: (picture: Picture) => string;
}

/** The page, and the pictures of its evidence by themselves, which stand at the address that is told: only readers who open the evidence load them. */
export function pageWithPictures(
  set: PublishedSet,
  { handsIn, styles }: Pick<Setting, "handsIn" | "styles">,
  pictures: string,
): { readonly html: string; readonly pictures: readonly string[] } {
  const drawn: string[] = [];
  const evidencePicture = (picture: Picture): string => {
    const { width, height } = planeSize(picture, DEFAULT_SIZE);
    drawn.push(drawSvg(picture));
    return `<img loading="lazy" width="${width}" height="${height}" src="${pictures}evidence-${drawn.length - 1}.svg" alt="${escapeHtml(picture.description)}">`;
  };
  return { html: pageHtml(set, { handsIn, styles, evidencePicture }), pictures: drawn };
}

/** The published page: one static HTML document that needs no script; its styles are linked, or stand in it. */
export function pageHtml(set: PublishedSet, { handsIn, styles, evidencePicture }: Setting): string {
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
${set.problems.map((blocks, index) => `<article aria-label="problem ${index + 1}">${blocksHtml(blocks, typeset, evidencePicture)}</article>`).join("\n")}
<footer>Every line was run and checked again when this page was made: put back, compared, counted. Made with Nail Down.</footer>
</main>
${FONTS_ASKED_FOR}
</body>
</html>
`;
}
