import { blocksOf, type PublishedSet } from "@nail-down/core/composition/document";
import { documentLatex } from "@nail-down/core/document/latex";
import { documentMarkdown } from "@nail-down/core/document/markdown";
import { pageHtml } from "./page.ts";
import type { PageStyles } from "./styles.ts";

/** A form in which a set goes out as a file. */
interface Format {
  readonly ending: string;
  readonly type: string;
  readonly write: (set: PublishedSet, page: { readonly handsIn: boolean; readonly styles: PageStyles }) => string;
}

/** The forms of a published set, by their name in addresses. */
export const FORMATS = {
  html: {
    ending: "html",
    type: "text/html",
    write: (set, { handsIn, styles }) => pageHtml(set, { handsIn, styles: `<style>\n${styles.embedded()}\n</style>` }),
  },
  latex: { ending: "tex", type: "application/x-tex", write: (set) => documentLatex(set.details, blocksOf(set)) },
  markdown: { ending: "md", type: "text/markdown", write: (set) => documentMarkdown(set.details, blocksOf(set)) },
} as const satisfies Readonly<Record<string, Format>>;

export type FormatName = keyof typeof FORMATS;
