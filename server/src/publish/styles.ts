import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { brotliCompressSync, gzipSync } from "node:zlib";
import { DARK_CURVES } from "@nail-down/core/graph/palette";

/** The styles of published pages in one sheet: fewer ways for a phone to wait. */
export interface PageStyles {
  /** Changes with what is in it. */
  readonly name: string;
  /** Where it is served. */
  readonly href: string;
  readonly forms: Readonly<Record<"br" | "gzip" | "identity", Buffer>>;
  /** The same with its fonts inside, for a page that opens without a network. */
  readonly embedded: () => string;
}

/** The packages whose sheets it is made of, and the sheet in each; their fonts are served beside it, under the same relative names. */
const SHEETS = [
  { name: "@fontsource-variable/source-serif-4", file: "index.css" },
  { name: "katex", file: "dist/katex.min.css" },
] as const;

/** Reads the sheets once; `pageFiles` is the folder of the page's own. */
export function pageStyles(pageFiles: URL): PageStyles {
  const sheets = SHEETS.map(({ name, file }) => {
    const path = join(dirname(createRequire(import.meta.url).resolve(`${name}/package.json`)), file);
    return { css: readFileSync(path, "utf8"), folder: dirname(path) };
  });
  const own = readFileSync(fileURLToPath(new URL("document.css", pageFiles)), "utf8");
  const curves = `@media (prefers-color-scheme: dark) { :root { ${DARK_CURVES.map(([name, colour]) => `${name}: ${colour};`).join(" ")} } }`;
  const whole = Buffer.from([...sheets.map(({ css }) => css), own, curves].join("\n"));
  const name = createHash("sha256").update(whole).digest("base64url").slice(0, 10);
  return {
    name,
    href: `/typesetting/page-${name}.css`,
    forms: { br: brotliCompressSync(whole), gzip: gzipSync(whole, { level: 9 }), identity: whole },
    embedded: () => [...sheets.map(({ css, folder }) => withFonts(css, folder)), own, curves].join("\n"),
  };
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
