import type { Block } from "@nail-down/core/document/block";
import type { Details } from "@nail-down/core/document/details";
import { documentLatex, partLatex } from "@nail-down/core/document/latex";
import { blocksMarkdown, documentMarkdown } from "@nail-down/core/document/markdown";
import { htmlWithPictures, type PageFrame, type PagePart, pageHtml, wholeHtml } from "./page.ts";

/** Where the pictures of a part are, for a form that keeps them by themselves: their address, and the number of the first. */
export interface PicturePlaces {
  readonly address: string;
  readonly first: number;
}

/** A form in which a set goes out: how one part of it is written, and the document around the parts. */
interface Format {
  readonly ending: string;
  readonly type: string;
  readonly part: (blocks: readonly Block[], pictures: PicturePlaces) => PagePart;
  readonly document: (details: Details, parts: readonly string[], frame: PageFrame) => string;
}

const withoutPictures = (text: string): PagePart => ({ text, pictures: [] });

/** The forms of a set; those that can be saved as files are named in addresses. */
export const FORMATS = {
  /** What readers are served. */
  page: { ending: "html", type: "text/html", part: (blocks, { address, first }) => htmlWithPictures(blocks, address, first), document: pageHtml },
  /** One file with everything in it. */
  html: { ending: "html", type: "text/html", part: wholeHtml, document: pageHtml },
  latex: { ending: "tex", type: "application/x-tex", part: (blocks) => withoutPictures(partLatex(blocks)), document: documentLatex },
  markdown: { ending: "md", type: "text/markdown", part: (blocks) => withoutPictures(blocksMarkdown(blocks)), document: documentMarkdown },
} as const satisfies Readonly<Record<string, Format>>;

export type FormatName = keyof typeof FORMATS;
