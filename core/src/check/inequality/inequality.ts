import { equation, name, number, relation, subtract, sum } from "../../expression/construct.ts";
import { realDomain, relationsIn } from "../../expression/domain.ts";
import { statedLinks } from "../../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { jumpingParts } from "../../expression/functions/kinds.ts";
import { substitute } from "../../expression/substitute.ts";
import { plain } from "../../notation/plain.ts";
import { constantSign, decide, simplify, zeroTest } from "../../truth/index.ts";
import type { ClaimedSolution } from "../answer.ts";
import type { Check, EvidenceLine, Verdict } from "../verdict.ts";

/** An equation whose solutions were found, with the verdict on these being all. */
export interface ClaimedBorder {
  readonly equation: Expression & { readonly kind: "relation" };
  readonly solutions: readonly ClaimedSolution[];
  readonly verdict: Verdict;
}

/** An inequality in one real unknown with everything that is claimed of it. */
export interface ClaimedInequality {
  readonly statement: Expression;
  readonly unknown: string;
  readonly facts: readonly Expression[];
  readonly solutions: readonly ClaimedSolution[];
  readonly borders: readonly ClaimedBorder[];
  readonly places: readonly Expression[];
  readonly samples: readonly Expression[];
  readonly period?: Expression;
}

/**
 * The checks of an inequality: its truth at one number of each interval and at each place between them agrees with what is claimed, and between the
 * places nothing can change, since there every comparison has continuous sides that are not equal (intermediate value theorem).
 */
export function inequalityChecks(claimed: ClaimedInequality): readonly Check[] {
  const lines = [...claimed.samples, ...claimed.places].map((at) => putIn(claimed, at));
  const wrong = lines.find(({ outcome }) => outcome !== "nailed");
  const detail = wrong ? wrong.line.note : `tried at ${lines.length} numbers: it holds at those that belong to the answer, and at no other`;
  const fault = openPlace(claimed);
  const reason = fault ?? "where the sides are equal, or their domain ends, is known completely; between these places the truth cannot change";
  return [
    { kind: "substitution", outcome: wrong?.outcome ?? "nailed", detail, lines: lines.map(({ line }) => line) },
    { kind: "comparison", outcome: wrong ? "loose" : "tacked", detail: "the signs of the differences were taken from error bounds", lines: [] },
    { kind: "completeness", outcome: fault === undefined ? "nailed" : "loose", detail: reason, lines: [{ note: reason }] },
  ];
}

function putIn(claimed: ClaimedInequality, at: Expression): { readonly outcome: Verdict; readonly line: EvidenceLine } {
  const { statement, facts, unknown } = claimed;
  const holds = [statement, ...facts].map((one) => truthAt(one, at, claimed));
  const truth = holds.includes(false) ? false : holds.includes(undefined) ? undefined : true;
  const own = belongs(claimed, at);
  const words = truth === undefined ? "it was not decided whether it holds there" : truth ? "it holds there" : "it does not hold there";
  const agrees = truth === undefined || own === undefined ? "loose" : truth === own ? "nailed" : "bent";
  return { outcome: agrees, line: { subject: equation(name(unknown), at), note: agrees === "bent" ? `${words}, other than claimed` : words } };
}

function truthAt(statement: Expression, value: Expression, claimed: ClaimedInequality): boolean | undefined {
  if (statement.kind === "logic") {
    const all = statement.items.map((item) => truthAt(item, value, claimed));
    const deciding = statement.operator === "or";
    return all.includes(deciding) ? deciding : all.includes(undefined) ? undefined : !deciding;
  }
  const at = (one: Expression): boolean | undefined => decide(simplify(substitute(one, new Map([[claimed.unknown, value]]))).expression, []);
  const links = statedLinks([statement]).map(({ left, comparison, right }) => {
    // At a root that is known by its bounds alone the sides are equal, as the judge of that equation found.
    const isRoot = claimed.borders.some((one) => isBorder(one, left, right) && one.solutions.some((found) => !found.everywhere && equal(found.value, value)));
    return isRoot ? comparison !== "!=" && comparison.endsWith("=") : at(relation(left, comparison, right));
  });
  const all = [...realDomain(statement).map(at), ...links];
  return all.includes(false) ? false : all.includes(undefined) ? undefined : true;
}

/** Whether a number is one of the claimed solutions; of what repeats, the neighbours of the first period are looked at. */
function belongs({ solutions, unknown }: ClaimedInequality, at: Expression): boolean | undefined {
  const truths = solutions.flatMap(({ value, everywhere, conditions, integers }) =>
    (integers.length > 0 ? [-1, 0, 1] : [0]).map((count): boolean | undefined => {
      const member = new Map(integers.map((letter) => [letter, number(count)]));
      if (!everywhere) return zeroTest(subtract(substitute(value, member), at)).kind === "zero";
      const holds = conditions.map((one) => decide(simplify(substitute(one, new Map([...member, [unknown, at]]))).expression, []));
      return holds.includes(false) ? false : holds.includes(undefined) ? undefined : true;
    }),
  );
  return truths.includes(true) ? true : truths.includes(undefined) ? undefined : false;
}

/** What is not shown of the places; undefined where all is. */
function openPlace(claimed: ClaimedInequality): string | undefined {
  const { statement, unknown, facts, borders, places } = claimed;
  if ([...freeNames(statement)].some((letter) => letter !== unknown)) return "letters stand in it";
  const [jump] = [...jumpingParts(statement), ...findAll(statement, ({ kind }) => kind === "iterated")];
  if (jump) return `${plain(jump)} may jump`;
  const needed = relationsIn(statement).flatMap((link) => [link, ...realDomain(link)]);
  if (needed.some(({ kind }) => kind !== "relation")) return "where it is defined is not told by comparisons";
  const unsolved = statedLinks(needed).find(
    ({ left, right }) => contains(equation(left, right), unknown) && !borders.some((one) => isBorder(one, left, right)),
  );
  if (unsolved) return `it was not proven where ${plain(unsolved.left)} and ${plain(unsolved.right)} are equal`;
  const ends = [...borders.flatMap(({ solutions }) => solutions.flatMap((one) => endsOf(one, unknown))), ...facts.flatMap((fact) => boundsIn(fact, unknown))];
  const missing = ends.find((end) => !places.some((place) => equal(place, end) || zeroTest(subtract(place, end)).kind === "zero"));
  if (missing) return `${plain(missing)} is no place that was looked at`;
  return inOrder(claimed) ? undefined : "the numbers tried do not lie between the places one by one";
}

function isBorder({ equation: one, verdict }: ClaimedBorder, left: Expression, right: Expression): boolean {
  return verdict === "nailed" && equal(one, equation(left, right));
}

function endsOf({ value, everywhere, conditions }: ClaimedSolution, unknown: string): readonly Expression[] {
  return everywhere ? conditions.flatMap((one) => boundsIn(one, unknown)) : [value];
}

function boundsIn(condition: Expression, unknown: string): readonly Expression[] {
  return statedLinks([condition]).map(({ left, right }) => (contains(left, unknown) ? right : left));
}

/** Whether one number was tried between each two neighbouring places, and on both sides of all; in one period where it repeats. */
function inOrder({ places, samples, period, statement, unknown }: ClaimedInequality): boolean {
  const [first, last] = [places[0], places.at(-1)];
  const isPeriod = period !== undefined && first !== undefined && last !== undefined && zeroTest(subtract(last, sum(first, period))).kind === "zero";
  if (period !== undefined && !(isPeriod && repeats(statement, unknown, period))) return false;
  const all =
    period === undefined ? [...samples.slice(0, 1), ...places.flatMap((place, k) => [place, ...samples.slice(k + 1, k + 2)])] : interleaved(places, samples);
  const isFull = samples.length === places.length + (period === undefined ? 1 : -1);
  return isFull && all.every((one, k) => k === 0 || constantSign(subtract(one, all[k - 1] ?? one)) === 1);
}

function interleaved(places: readonly Expression[], samples: readonly Expression[]): readonly Expression[] {
  return places.flatMap((place, k) => [place, ...samples.slice(k, k + 1)]);
}

/** Whether the differences of the sides repeat; of a condition ≠ 0 also with the other sign. */
function repeats(statement: Expression, unknown: string, period: Expression): boolean {
  const on = (side: Expression): Expression => substitute(side, new Map([[unknown, sum(name(unknown), period)]]));
  return statedLinks(relationsIn(statement).flatMap((link) => [link, ...realDomain(link)])).every(({ left, comparison, right }) => {
    const difference = subtract(left, right);
    const isSame = zeroTest(subtract(on(difference), difference)).kind === "zero";
    return isSame || (comparison === "!=" && zeroTest(sum(on(difference), difference)).kind === "zero");
  });
}
