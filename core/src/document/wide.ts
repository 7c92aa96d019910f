import { linePlain } from "../notation/line-plain.ts";
import type { Row } from "./block.ts";

/** The room of a derivation's columns, in characters: for the left side, and for both sides together. */
interface Columns {
  readonly left: number;
  readonly both: number;
}

export const PAGE_COLUMNS: Columns = { left: 30, both: 50 };
export const BENCH_COLUMNS: Columns = { left: 22, both: 36 };

/** Whether a row is too wide for its columns, so that it stands across. */
export function isWide({ left, right }: Row, columns: Columns = PAGE_COLUMNS): boolean {
  const before = linePlain(left).length;
  return before > columns.left || before + Math.max(0, ...right.map((one) => linePlain(one).length)) > columns.both;
}
