import type { EvidenceLine } from "../../check/verdict.ts";
import type { EvidenceLine as EvidenceWords } from "../../document/block.ts";
import { type Expression, equal, findAll } from "../../expression/expression.ts";
import { decimal, type Line, mathematics, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { equality, type Syntax } from "../../notation/syntax.ts";
import { decimals } from "./decimals.ts";
import { decimalSyntax } from "./written-decimal.ts";

const FIGURES = 12;

/** A line of evidence: what was put in, what both sides came to, and what that shows. */
export function composeEvidence({ subject, left, right, leftBefore, rightBefore, note, grounds, digits }: EvidenceLine): EvidenceWords {
  return {
    ...(subject ? { subject: subjectLine(subject) } : {}),
    ...(left && right ? { sides: { left: sideLine(left, leftBefore), right: sideLine(right, rightBefore) } } : {}),
    note,
    ...(grounds === undefined ? {} : { grounds }),
    ...(digits === undefined ? {} : { digits }),
  };
}

/** The decimal of a number that is only known by the interval it lies in, which says more than that. */
function decimalOfBounded(e: Expression): Syntax | undefined {
  const isBounded = findAll(e, (part) => part.kind === "iterated" && part.operator === "root" && part.index === undefined).length > 0;
  const found = isBounded ? decimals(e, FIGURES) : undefined;
  return found && decimalSyntax(found.re, found.im, undefined);
}

function subjectLine(subject: Expression): Line {
  if (subject.kind === "logic") return subject.items.flatMap((item, k) => [...(k > 0 ? [words(", ")] : []), ...subjectLine(item)]);
  const [left, right] = subject.kind === "relation" ? subject.operands : [];
  const value = right && decimalOfBounded(right);
  return left && value ? [mathematics(present(left)), decimal(value)] : [mathematics(present(subject))];
}

function sideLine(side: Expression, before: Expression | undefined): Line {
  const value = decimalOfBounded(side);
  if (value) return [decimal(value)];
  const written = present(side);
  return [mathematics(before && !equal(before, side) ? equality([present(before), written]) : written)];
}
