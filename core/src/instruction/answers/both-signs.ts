import { weakest } from "../../check/verdict.ts";
import type { Case, Row } from "../../document/block.ts";
import { type Line, large } from "../../notation/inline.ts";
import { ungrouped } from "../../notation/latex.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { plus, type Syntax, signedTerms, withOtherSign } from "../../notation/syntax.ts";
import { writtenText } from "../../notation/text.ts";

const same = (a: Syntax, b: Syntax): boolean => writtenText(a) === writtenText(b);

/** One written form for two that differ in the sign of one term: π/3 + 2πn and 2πn − π/3 as ±π/3 + 2πn; undefined for any other two. */
export function withBothSigns(a: Syntax, b: Syntax): Syntax | undefined {
  const [own, other] = [signedTerms(a), signedTerms(b)];
  const [onlyA, onlyB] = [own.filter((term) => !other.some((one) => same(one, term))), other.filter((term) => !own.some((one) => same(one, term)))];
  const [p, q] = [onlyA[0], onlyB[0]];
  if (!p || !q || onlyA.length > 1 || onlyB.length > 1 || own.length !== other.length) return undefined;
  if (same(p, withOtherSign(q))) return p.kind === "sign" ? sumWithBothSigns(other, q) : sumWithBothSigns(own, p);
  return own.length === 1 ? insideQuotient(p, q) : undefined;
}

/** A quotient whose numerators differ in a sign. */
function insideQuotient(a: Syntax, b: Syntax): Syntax | undefined {
  if (a.kind !== "fraction" || b.kind !== "fraction" || !same(a.denominator, b.denominator)) return undefined;
  const numerator = withBothSigns(ungrouped(a.numerator), ungrouped(b.numerator));
  return numerator && { ...a, numerator };
}

/** A sum in the order of its terms, one of them with both signs. */
function sumWithBothSigns(terms: readonly Syntax[], both: Syntax): Syntax {
  const [first = both, ...rest] = terms;
  const start: Syntax = first === both ? { kind: "sign", sign: "±", operand: both } : first;
  return rest.reduce<Syntax>((left, term) => (term === both ? { kind: "binary", operator: "±", left, right: term } : plus(left, term)), start);
}

/** The only thing that stands in a line, if it is mathematics. */
const onlyWritten = ([first, ...more]: Line): Syntax | undefined => (first?.kind === "mathematics" && more.length === 0 ? first.written : undefined);

/** Two cases that differ by a sign all along, as the rows of both; undefined for any other two. */
function asOne(a: Case, b: Case): readonly Row[] | undefined {
  const rows = a.items.map((one, k): Row | undefined => {
    const other = b.items[k];
    if (one.kind !== "row" || other?.kind !== "row") return undefined;
    const isAlike = [one, other].every(({ right }) => right.length === 1) && one.sign === other.sign;
    const [left, right] = [one.right[0], other.right[0]].map((line) => line && onlyWritten(line));
    const written = isAlike && left && right ? withBothSigns(left, right) : undefined;
    const isSaidAlike = linePlain(one.left) === linePlain(other.left) && linePlain(one.reason) === linePlain(other.reason);
    return written && isSaidAlike ? { ...one, right: [[large(written)]], verdict: weakest([one.verdict, other.verdict]) } : undefined;
  });
  return a.items.length === b.items.length && rows.every((row) => row !== undefined) ? rows : undefined;
}

/** Cases that follow a row with both signs, and differ by that sign all along, go on as one. */
export function withCasesJoined(items: readonly (Row | Case)[]): readonly (Row | Case)[] {
  const at = items.findIndex((one, k) => {
    const [next, before] = [items[k + 1], items[k - 1]];
    const areTwo = one.kind === "case" && next?.kind === "case" && items[k + 2]?.kind !== "case";
    return areTwo && before?.kind === "row" && linePlain(before.right[0] ?? []).includes("±");
  });
  const [one, next] = [items[at], items[at + 1]];
  const rows = one?.kind === "case" && next?.kind === "case" ? asOne(one, next) : undefined;
  return rows ? [...items.slice(0, at), ...rows, ...withCasesJoined(items.slice(at + 2))] : items;
}
