import type { Case, Row } from "../src/document/block.ts";
import { SIGNS } from "../src/document/derivation.ts";
import { linePlain } from "../src/notation/line-plain.ts";

/** A row as it reads: left sign right, and the reason in brackets. */
const read = ({ left, sign, right, reason }: Row): string =>
  `${[linePlain(left), sign && SIGNS[sign], right.map(linePlain).join(" or ")].filter((part) => part).join(" ")} [${linePlain(reason)}]`;

/** The rows of a derivation as they read, those of a case below it. */
export const outline = (items: readonly (Row | Case)[]): readonly string[] =>
  items.flatMap((item) => (item.kind === "row" ? [read(item)] : [`case ${linePlain(item.title)}`, ...outline(item.items).map((one) => `  ${one}`)]));
