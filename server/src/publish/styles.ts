import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { basename, dirname, extname, join } from "node:path";
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
  /** The fonts that it names, by their names beside it, which change with what is in them, and where they are. */
  readonly files: ReadonlyMap<string, string>;
  /** The same with its fonts inside, for a page that opens without a network. */
  readonly embedded: () => string;
}

/** The packages whose sheets it is made of, and the sheet in each. */
const SHEETS = [
  { name: "@fontsource-variable/source-serif-4", file: "index.css" },
  { name: "katex", file: "dist/katex.min.css" },
] as const;

const HASH_LENGTH = 10;
const hashOf = (content: Buffer): string => createHash("sha256").update(content).digest("base64url").slice(0, HASH_LENGTH);

/** A file that a sheet names. */
const URL_IN_SHEET = /url\(["']?([^"')]{1,500})["']?\)/g;

/** Reads the sheets once; `pageFiles` is the folder of the page's own. */
export function pageStyles(pageFiles: URL): PageStyles {
  const sheets = SHEETS.map(({ name, file }) => {
    const path = join(dirname(createRequire(import.meta.url).resolve(`${name}/package.json`)), file);
    return { css: readFileSync(path, "utf8"), folder: dirname(path) };
  });
  const files = new Map<string, string>();
  const named = ({ css, folder }: { readonly css: string; readonly folder: string }): string =>
    css.replace(URL_IN_SHEET, (_, file: string) => {
      const path = join(folder, file);
      const ending = extname(path);
      const name = `fonts/${basename(path, ending)}.${hashOf(readFileSync(path))}${ending}`;
      files.set(name, path);
      return `url(${name})`;
    });
  const own = readFileSync(fileURLToPath(new URL("document.css", pageFiles)), "utf8");
  const curves = `@media (prefers-color-scheme: dark) { :root { ${DARK_CURVES.map(([name, colour]) => `${name}: ${colour};`).join(" ")} } }`;
  const whole = Buffer.from([...sheets.map(named), own, curves].join("\n"));
  const name = hashOf(whole);
  let embedded: string | undefined;
  return {
    name,
    href: `/typesetting/page-${name}.css`,
    forms: { br: brotliCompressSync(whole), gzip: gzipSync(whole, { level: 9 }), identity: whole },
    files,
    embedded: () => {
      embedded ??= [...sheets.map(({ css, folder }) => withFonts(css, folder)), own, curves].join("\n");
      return embedded;
    },
  };
}

/** Subsets of the text font that are put into a page: letters of western languages. Others fall back to fonts of the reader. */
const SUBSETS = /-(?:latin|latin-ext)-/;

/** A style sheet with its woff2 fonts as data; other forms of the same fonts are left out, and so are subsets for other scripts. */
function withFonts(css: string, folder: string): string {
  return css.replace(/@font-face\s*\{[^}]*\}/g, (face) => {
    const file = [...face.matchAll(URL_IN_SHEET)].map(([, name]) => name).find((name) => name?.endsWith(".woff2"));
    if (file === undefined || (file.includes("source-serif") && !SUBSETS.test(file))) return "";
    const data = readFileSync(join(folder, file)).toString("base64");
    return face.replace(/src:[^;}]*/, `src:url(data:font/woff2;base64,${data}) format("woff2")`);
  });
}
