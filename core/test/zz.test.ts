import { readFileSync, writeFileSync } from "node:fs";
import { it } from "vitest";
import type { Case, Row } from "../src/document/block.ts";
import { SIGNS } from "../src/document/derivation.ts";
import { linePlain } from "../src/notation/line-plain.ts";
import { answered } from "./oracle.ts";
const read = ({ left, sign, right, reason }: Row): string =>
  `${[linePlain(left), sign && SIGNS[sign], right.map(linePlain).join(" or ")].filter((part) => part).join(" ")} [${linePlain(reason)}]`;
const outline = (items: readonly (Row | Case)[]): readonly string[] =>
  items.flatMap((item) => (item.kind === "row" ? [read(item)] : [`case ${linePlain(item.title)}`, ...outline(item.items).map((one) => `  ${one}`)]));
it("x", () => {
  const out: [string[], readonly string[]][] = [];
  for (const l of readFileSync("/tmp/w/c20/d.txt", "utf8").split("\n").concat(readFileSync("/tmp/w/c20/extra.txt","utf8").split("\n"))) {
    if (!l.trim() || l.startsWith("##")) continue;
    const lines = l.split(" ; ");
    try { const a = answered(...lines); out.push([lines, outline(a.way).map((r) => r.replaceAll(" · ", "·"))]); }
    catch (e) { out.push([lines, ["ERR " + String(e).slice(0, 200)]]); }
  }
  writeFileSync("/tmp/w/c20/rows.json", JSON.stringify(out));
}, 600000);
