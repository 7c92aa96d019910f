import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { blocksOf, type PublishedSet } from "@nail-down/core/composition/document";
import { documentLatex } from "@nail-down/core/document/latex";
import { documentMarkdown } from "@nail-down/core/document/markdown";
import { pageHtml } from "./page.ts";

/** A form in which a set goes out as a file. */
interface Format {
  readonly ending: string;
  readonly type: string;
  /** Writes the document; `pageFiles` is the folder of the page's own styles. */
  readonly write: (set: PublishedSet, page: { readonly handsIn: boolean; readonly pageFiles: URL }) => string;
}

/** The forms of a published set, by their name in addresses. */
export const FORMATS = {
  html: { ending: "html", type: "text/html", write: (set, { handsIn, pageFiles }) => pageHtml(set, { handsIn, styles: ownStyles(pageFiles) }) },
  latex: { ending: "tex", type: "application/x-tex", write: (set) => documentLatex(set.details, blocksOf(set)) },
  markdown: { ending: "md", type: "text/markdown", write: (set) => documentMarkdown(set.details, blocksOf(set)) },
} as const satisfies Readonly<Record<string, Format>>;

export type FormatName = keyof typeof FORMATS;

/** All styles with their fonts in them, so that a page opens without a network. */
function ownStyles(pageFiles: URL): string {
  const own = readFileSync(fileURLToPath(new URL("page.css", pageFiles)), "utf8");
  return `<style>\n${[sheet("@fontsource-variable/source-serif-4", "index.css"), sheet("katex", "dist/katex.min.css"), own].join("\n")}\n</style>`;
}

function sheet(name: string, file: string): string {
  const path = join(dirname(createRequire(import.meta.url).resolve(`${name}/package.json`)), file);
  return withFonts(readFileSync(path, "utf8"), dirname(path));
}

/** Subsets of the text font that are put into a page: letters of western languages. Others fall back to fonts of the reader. */
const SUBSETS = /-(?:latin|latin-ext)-/;

/** A style sheet with its woff2 fonts as data; other forms of the same fonts are left out, and so are subsets for other scripts. */
function withFonts(css: string, folder: string): string {
  return css.replace(/@font-face\s*\{[^}]*\}/g, (face) => {
    const file = /url\(["']?([^"')]+\.woff2)["']?\)/.exec(face)?.[1];
    if (file === undefined || (file.includes("source-serif") && !SUBSETS.test(file))) return "";
    const data = readFileSync(join(folder, file)).toString("base64");
    return face.replace(/src:[^;}]*/, `src:url(data:font/woff2;base64,${data}) format("woff2")`);
  });
}
