import type { Row } from "./block.ts";
import { linePlain } from "./plain.ts";

/** Characters beyond which a left side, or a row, does not stand in columns. */
const WIDEST_LEFT = 30;
const WIDEST_ROW = 50;

/** Whether a row is too wide for columns. */
export function isWide({ left, right }: Row): boolean {
  const before = linePlain(left).length;
  return before > WIDEST_LEFT || before + Math.max(0, ...right.map((one) => linePlain(one).length)) > WIDEST_ROW;
}
