import type { Block } from "@nail-down/core/document/block";
import type { Details } from "@nail-down/core/document/details";
import { blocksHtml, escapeHtml } from "@nail-down/core/document/html";
import { nailSymbols } from "@nail-down/core/document/nail";
import type { Picture } from "@nail-down/core/graph/picture";
import { drawSvg, planeSize } from "@nail-down/core/graph/svg";
import { DEFAULT_SIZE } from "@nail-down/core/graph/svg-elements";
import { typeset } from "./typeset.ts";

/** On paper, for whoever hands it in. */
const NAME_LINE = `<p class="name-line" aria-hidden="true">Name</p>`;

/** Fonts of signs that may stand far down the page only: they are asked for at once, or print would not have them. */
const FONTS = ["Main", "Math", "AMS", "Size1", "Size2", "Size3", "Size4"];
const FONTS_ASKED_FOR = `<p class="fonts" aria-hidden="true">${FONTS.map((name) => `<span style="font-family: KaTeX_${name}">x∫(</span>`).join("")}</p>`;

/** A text as a string of a style sheet. */
const cssString = (text: string): string => `"${text.replace(/["\\\n\r\f]/g, (character) => `\\${character.charCodeAt(0).toString(16)} `)}"`;

/** A part of a page, and the pictures of its evidence where they are kept by themselves. */
export interface PagePart {
  readonly text: string;
  readonly pictures: readonly string[];
}

/** Blocks with the pictures of their evidence in them. */
export const wholeHtml = (blocks: readonly Block[]): PagePart => ({ text: blocksHtml(blocks, typeset), pictures: [] });

/** Blocks whose evidence refers to its pictures, which stand at `address` and are numbered from `first`: only readers who open it load them. */
export function htmlWithPictures(blocks: readonly Block[], address: string, first: number): PagePart {
  const drawn: string[] = [];
  const evidencePicture = (picture: Picture): string => {
    const { width, height } = planeSize(picture, DEFAULT_SIZE);
    drawn.push(drawSvg(picture));
    const source = `${address}evidence-${first + drawn.length - 1}.svg`;
    return `<img loading="lazy" width="${width}" height="${height}" src="${source}" alt="${escapeHtml(picture.description)}">`;
  };
  return { text: blocksHtml(blocks, typeset, evidencePicture), pictures: drawn };
}

export interface PageFrame {
  readonly handsIn: boolean;
  /** The styles as they stand in the head. */
  readonly styles: string;
}

/** The published page around its introduction and its problems: one static HTML document that needs no script. */
export function pageHtml({ title, author, kind, date }: Details, [introduction, ...problems]: readonly string[], { handsIn, styles }: PageFrame): string {
  const hasNails = problems.some((problem) => problem.includes('href="#nail-'));
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
${hasNails ? nailSymbols() : ""}
<main>
<header><p class="kind">${kind}</p><h1>${escapeHtml(title)}</h1><p class="by">${escapeHtml(author)}, <time datetime="${date}">${date}</time></p></header>
${handsIn ? NAME_LINE : ""}
${introduction ?? ""}
${problems.map((problem, index) => `<article aria-label="problem ${index + 1}">${problem}</article>`).join("\n")}
<footer>Every line was run and checked again when this page was made: put back, compared, counted. Made with Nail Down.</footer>
</main>
${FONTS_ASKED_FOR}
</body>
</html>
`;
}
