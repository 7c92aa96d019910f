import type { Comparison } from "../expression/expression.ts";
import type { Block, Case, Row } from "./block.ts";

/** How relation signs are printed in their column. */
export const SIGNS: Readonly<Record<Comparison, string>> = { "=": "=", "!=": "≠", "<": "<", "<=": "≤", ">": ">", ">=": "≥" };

/** The name of a case among those beside it. */
export function caseLabel(item: Case, items: readonly (Row | Case)[]): string {
  const cases = items.filter(({ kind }) => kind === "case");
  return cases.length > 1 ? `Case ${cases.indexOf(item) + 1}` : "Case";
}

/** The rows of a derivation, those of its cases included. */
export const rowsOf = (items: readonly (Row | Case)[]): readonly Row[] => items.flatMap((item) => (item.kind === "row" ? [item] : rowsOf(item.items)));

/** How much of the way to an answer is shown. */
export type Detail = "answer" | "main steps" | "every step";

/**
 * The way with as much of it as is wanted: of two steps that are taken in passing, one after the other, only the second is shown, with
 * what was done in both.
 */
export function inDetail(items: readonly (Row | Case)[], detail: Detail): readonly (Row | Case)[] {
  if (detail === "every step") return items;
  if (detail === "answer") return [];
  const shown: (Row | Case)[] = [];
  // Two at a time: more in one row could not be followed.
  let isJoined = false;
  for (const item of items) {
    const last = shown.at(-1);
    const joinsLast: boolean = !isJoined && item.kind === "row" && last?.kind === "row" && joins(last, item);
    isJoined = joinsLast;
    if (item.kind === "case") shown.push({ ...item, items: inDetail(item.items, detail) });
    else if (joinsLast && last?.kind === "row") shown[shown.length - 1] = joined(last, item);
    else shown.push(item);
  }
  return shown;
}

/** Steps are joined where both are routine and neither says more than its own result: the later one must stand by itself. */
function joins(before: Row, after: Row): boolean {
  return before.routine && after.routine && before.verdict === "nailed" && after.verdict === "nailed" && after.left.length > 0 && before.right.length < 2;
}

function joined(before: Row, after: Row): Row {
  return { ...after, reason: [...before.reason, { kind: "words", text: ", then " }, ...lowerCase(after.reason)] };
}

/** Words that went first in a sentence and now do not. */
function lowerCase(line: Row["reason"]): Row["reason"] {
  const [first, ...rest] = line;
  return first?.kind === "words" ? [{ ...first, text: first.text.replace(/^[A-Z](?=[a-z ])/, (letter) => letter.toLowerCase()) }, ...rest] : line;
}

/** A derivation as a block; none where nothing of it is shown. */
export function derivationBlock(items: readonly (Row | Case)[], detail: Detail): readonly Block[] {
  const shown = inDetail(items, detail);
  return shown.length > 0 ? [{ kind: "derivation", items: shown }] : [];
}
