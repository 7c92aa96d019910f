import type { StepVerdict } from "../../check/step.ts";
import { isRoutine, type RuleName } from "../../derivation/rules/catalogue.ts";
import { type Claim, resultOf, type Step } from "../../derivation/step.ts";
import { stepWords } from "../../derivation/words.ts";
import type { Case, Row } from "../../document/block.ts";
import { equation, name } from "../../expression/construct.ts";
import { sidesOf as sidesOfEquation } from "../../expression/equations.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { type Inline, type Line, large, mathematics, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { partsOfKind, type Syntax } from "../../notation/syntax.ts";
import { writtenText } from "../../notation/text.ts";
import type { Solution } from "../../solve/solution.ts";
import { equalityTest } from "../../truth/index.ts";
import type { Answer, Outcome } from "../answer.ts";
import { withBothSigns, withCasesJoined } from "./both-signs.ts";
import { shownValue, valueLine } from "./expression.ts";
import { listedValue, rightSides } from "./solutions.ts";

/** The way to an answer, and whether its last row says the answer, so that this need not be said once more. */
export interface Way {
  readonly items: readonly (Row | Case)[];
  readonly saysAnswer: boolean;
}

/** A step with what was found of it. */
interface Judged {
  readonly step: Step;
  readonly verdict: StepVerdict | undefined;
}

/** Claims that a value is equal to another one: their rows go on from the one above. */
const OF_VALUES: ReadonlySet<Claim["kind"]> = new Set([
  "equal",
  "put in",
  "limit",
  "same limit",
  "derivative",
  "antiderivative",
  "sum over the roots",
  "integral",
  "symmetric integral",
  "mirrored integral",
  "periodic integral",
  "shifted integral",
  "known integral",
  "integral by terms",
  "integral in pieces",
  "with integrals",
]);

/** Rules of which only the result is written: it is no other form of what stands above. */
const STANDING_ALONE: ReadonlySet<RuleName> = new Set<RuleName>(["only stationary point"]);

/** Rules by which candidates are held against the equation. */
const PUT_BACK: ReadonlySet<RuleName> = new Set<RuleName>(["put back and it holds", "put back in vain", "not as given", "not defined there"]);

/** The steps as rows, those within a case together; of an equation that may have gained solutions, the candidates put back. */
export function composeWay({ answer, steps, stepVerdicts }: Outcome): Way {
  const saysNothing = ({ claim, written }: Step): boolean => claim.kind === "equal" && equal(claim.before, claim.after) && written === undefined;
  if (steps.length === 1 && steps.every(saysNothing)) return { items: [], saysAnswer: false };
  const judged = steps.map((step, k): Judged => ({ step, verdict: stepVerdicts[k] }));
  const items = fromAsked(itemsOf(judged, 0), answer, steps[0]);
  const last = steps.at(-1);
  if (!answer || !last) return { items, saysAnswer: false };
  const end = items.at(-1);
  if (answer.kind === "solutions" && last.rule === "put numbers in") return { items: withResults(items, steps, answer), saysAnswer: false };
  const right = answerSides(answer, last);
  if (!right || end?.kind !== "row") return { items, saysAnswer: false };
  const isSaid = answer.kind === "expression" && answer.written !== undefined && sameWritten(answer.written, last.written);
  if (isSaid) return { items, saysAnswer: true };
  // Where numbers were put into a formula, what they come to stands below it.
  const isFormula =
    answer.kind === "expression" && ((last.written !== undefined && last.written.kind !== "relation") || !equal(shownValue(answer), answer.value));
  if (isFormula) return { items: [...items, { ...end, left: [], reason: [], right }], saysAnswer: true };
  return { items: [...items.slice(0, -1), { ...end, right }], saysAnswer: true };
}

/** The last rows, in which numbers were put into formulas, with what these come to. */
function withResults(items: readonly (Row | Case)[], steps: readonly Step[], answer: Answer & { readonly kind: "solutions" }): readonly (Row | Case)[] {
  const formulas = steps.slice(steps.findLastIndex(({ rule }) => rule !== "put numbers in") + 1);
  const rows = items.slice(-formulas.length).map((item, k): Row | Case => {
    const result = valueStatedBy(formulas[k]);
    if (item.kind !== "row" || !result) return item;
    return { ...item, right: item.right.map((line) => [...line, words(" = "), ...listedValue(answer, ...result)]) };
  });
  return [...items.slice(0, -formulas.length), ...rows];
}

/** The name and the value of the equation that a step comes to. */
function valueStatedBy(one: Step | undefined): readonly [string, Expression] | undefined {
  const [left, right] = one ? sidesOfEquation(resultOf(one.claim)) : [];
  return left?.kind === "name" && right ? [left.name, right] : undefined;
}

/** The rows of a value begin with what it is the value of, as the author wrote it; where that stands for a formula, with the formula. */
function fromAsked(items: readonly (Row | Case)[], answer: Answer | undefined, first: Step | undefined): readonly (Row | Case)[] {
  const [row, ...rest] = items;
  if (answer?.kind !== "expression") return items;
  const { asked, value } = answer;
  if (!asked || row?.kind !== "row" || row.left.length === 0 || row.sign !== "=" || first?.under) return items;
  // The first step may find another value, which is used below: sin A on the way to sin 2A.
  const isOther = first?.claim.kind === "equal" && equalityTest(first.claim.before, value).kind !== "zero";
  if (isOther) return items;
  if (partsOfKind(asked, "apply").length === 0) return [{ ...row, left: [large(asked)] }, ...rest];
  const start: Row = { ...row, routine: false, reason: [], left: [large(asked)], right: [row.left], why: "this is how it is declared" };
  return [start, { ...row, left: [] }, ...rest];
}

/** Rows of steps that stand equally deep in cases. */
function itemsOf(judged: readonly Judged[], depth: number): readonly (Row | Case)[] {
  const items: (Row | Case)[] = [];
  let at = 0;
  while (at < judged.length) {
    const current = judged[at];
    if (!current) break;
    const alternative = current.step.cases?.[depth];
    if (!alternative) {
      items.push(rowOf(current, judged[at - 1]));
      at += 1;
      continue;
    }
    const end = judged.findIndex(({ step }, k) => k > at && step.cases?.[depth] !== alternative);
    const own = judged.slice(at, end < 0 ? undefined : end);
    items.push({ kind: "case", title: [mathematics(present(alternative))], items: itemsOf(own, depth + 1) });
    at += own.length;
  }
  return withCasesJoined(items);
}

function rowOf({ step, verdict }: Judged, before: Judged | undefined): Row {
  const written = step.written ?? present(resultOf(step.claim));
  return {
    kind: "row",
    routine: isRoutine(step.rule),
    reason: stepWords(step),
    ...sidesOf(step, written, before?.step),
    verdict: verdict?.verdict ?? "loose",
    why: verdict?.why ?? "this step was not checked",
    ...(PUT_BACK.has(step.rule) ? { isPutBack: true } : {}),
  };
}

type Sides = Pick<Row, "left" | "sign" | "right">;

function sidesOf(step: Step, written: Syntax, before: Step | undefined): Sides {
  const limit = limitOf(step);
  if (written.kind === "relation") {
    const left = written.operands[0];
    const goesOn =
      OF_VALUES.has(step.claim.kind) && before !== undefined && !isOneOfSeveral(step, before) && left !== undefined && sameWritten(left, leftOf(before));
    return { left: goesOn || !left ? [] : [...limit, large(left)], ...signed(written.comparisons[0]), right: [[large(rightOf(written))]] };
  }
  const alternatives = written.kind === "logic" && written.operator === "or" ? sharedLeft(written.items) : undefined;
  const [first, second, ...more] = alternatives?.right ?? [];
  const both = alternatives && first && second && more.length === 0 ? withBothSigns(first, second) : undefined;
  if (alternatives && both) return { left: [large(alternatives.left)], sign: "=", right: [[large(both)]] };
  if (alternatives) return { left: [large(alternatives.left)], sign: "=", right: alternatives.right.map((one) => [large(one)]) };
  const { claim } = step;
  if (step.named) return { left: [large(step.named)], sign: "=", right: [[large(written)]] };
  if (STANDING_ALONE.has(step.rule)) return { left: [], right: [[large(written)]] };
  if (claim.kind === "equal" || claim.kind === "put in" || claim.kind === "limit" || claim.kind === "same limit" || claim.kind === "with integrals") {
    // What was found to be so already says nothing more on its left.
    const isStatement = claim.before.kind === "relation" || claim.before.kind === "logic";
    if (isStatement || sameWritten(written, present(claim.before))) return { left: [], right: [[...limit, large(underSign(written, limit))]] };
    const goesOn = before !== undefined && OF_VALUES.has(before.claim.kind) && equal(valueSaidBy(before.claim), claim.before);
    const start = claim.kind === "limit" || claim.kind === "same limit" ? limitSign(claim.place) : limit;
    return { left: goesOn ? [] : [...start, large(underSign(present(claim.before), start))], sign: "=", right: [[...limit, large(underSign(written, limit))]] };
  }
  return { left: [], right: [[...limit, large(underSign(written, limit))]] };
}

const signed = (sign: Row["sign"]): Pick<Row, "sign"> => (sign ? { sign } : {});

/** Whether numbers are put into one of several formulas, which then says for what it stands. */
const isOneOfSeveral = (step: Step, before: Step): boolean =>
  step.rule === "put numbers in" && (before.rule === "put numbers in" || resultOf(before.claim).kind === "logic");

/** What is equal to the value in question after a step. */
function valueSaidBy(claim: Claim): Expression {
  const result = resultOf(claim);
  return result.kind === "relation" ? (result.operands.at(-1) ?? result) : result;
}

/** All of a relation but its first side. */
function rightOf({ comparisons, operands }: Syntax & { readonly kind: "relation" }): Syntax {
  const [, second, ...more] = operands;
  if (more.length === 0 && second) return second;
  return { kind: "relation", comparisons: comparisons.slice(1), operands: operands.slice(1) };
}

function leftOf({ written, claim }: Step): Syntax | undefined {
  const own = written ?? present(resultOf(claim));
  return own.kind === "relation" ? own.operands[0] : undefined;
}

const sameWritten = (a: Syntax, b: Syntax | undefined): boolean => b !== undefined && writtenText(a) === writtenText(b);

/** The right sides of equations for one and the same left side. */
function sharedLeft(items: readonly Syntax[]): { readonly left: Syntax; readonly right: readonly Syntax[] } | undefined {
  const [first] = items;
  const left = first?.kind === "relation" ? first.operands[0] : undefined;
  if (!left || items.length < 2) return undefined;
  const right = items.flatMap((item) => {
    const own = item.kind === "relation" && item.comparisons.join() === "=" && sameWritten(left, item.operands[0]) ? item.operands[1] : undefined;
    return own ? [own] : [];
  });
  return right.length === items.length ? { left, right } : undefined;
}

const limitOf = ({ under }: Step): Line => (under ? limitSign(under) : []);

/** A sum behind the sign of a limit stands in brackets. */
const underSign = (written: Syntax, limit: Line): Syntax =>
  limit.length > 0 && (written.kind === "binary" || written.kind === "sign") ? { kind: "group", inner: written } : written;

const limitSign = ({ variable, at, side }: NonNullable<Step["under"]>): Line => [
  { kind: "limit", variable, at: present(at), ...(side ? { side } : {}) } satisfies Inline,
];

/** The right sides of the last row where it is the answer itself: one for each solution, or the value with its decimal. */
function answerSides(answer: Answer, last: Step): readonly Line[] | undefined {
  if (answer.kind === "expression") return saysValue(answer, last) ? [[...between(last), ...valueLine(answer)]] : undefined;
  if (answer.kind !== "solutions") return undefined;
  const { set } = answer;
  const [unknown] = set.variables;
  if (unknown === undefined || set.variables.length > 1 || set.solutions.length === 0) return undefined;
  const result = resultOf(last.claim);
  const said = result.kind === "logic" && result.operator === "or" ? result.items : [result];
  const isSaid = ({ free, values }: Solution): boolean => {
    const value = values.get(unknown);
    return free.length === 0 && value !== undefined && said.some((one) => equal(one, equation(name(unknown), value)));
  };
  return said.length === set.solutions.length && set.solutions.every(isSaid) ? rightSides(answer, unknown) : undefined;
}

/** What stands between the first and the last side of a chain, with the sign behind it. */
function between({ written }: Step): Line {
  const sides = written?.kind === "relation" ? written.operands.slice(1, -1) : [];
  return sides.flatMap((side) => [large(side), words(" = ")]);
}

/** Whether a step comes to the value that is the answer. */
function saysValue(answer: Answer & { readonly kind: "expression" }, { claim }: Step): boolean {
  return OF_VALUES.has(claim.kind) && equal(valueSaidBy(claim), answer.value);
}
