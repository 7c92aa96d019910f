import { number } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { holdsAt, type Point, samplePoints } from "../../truth/index.ts";
import { without } from "./compare.ts";
import { solutionsOf } from "./found.ts";
import type { Scope } from "./question.ts";

const MOST_POINTS = 3;
const MOST_TURNED = 4;
const FRIENDLY = [2, 3, 1, 5];

/** Values of the letters at which two statements certainly have other solutions, with a solution of one that is none of the other. */
export function refutation(
  before: Expression,
  after: Expression,
  unknown: string,
  scope: Scope,
  assumptions: readonly Expression[],
): ReadonlyMap<string, Expression> | undefined {
  const letters = [...new Set([before, after].flatMap((e) => [...freeNames(e)]))].filter((letter) => letter !== unknown).sort();
  if (letters.length === 0) return undefined;
  const known = assumptions.filter((fact) => !freeNames(fact).has(unknown));
  // All of one sign, then each in its turn of the other one.
  const turned = [-1, ...letters.map((_, k) => k)].slice(0, MOST_TURNED);
  const friendly = [...turned, letters.length].map(
    (turn): Point =>
      new Map(letters.map((letter, k) => [letter, number((turn === k || turn === letters.length ? -1 : 1) * (FRIENDLY[k % FRIENDLY.length] ?? 2))])),
  );
  const others = samplePoints([before, after], known, MOST_POINTS).map((point) => new Map([...point].filter(([letter]) => letter !== unknown)));
  for (const point of [...friendly, ...others]) {
    if (!known.every((fact) => holdsAt(fact, point))) continue;
    const at = (e: Expression): Expression => substitute(e, point);
    const there: Scope = { ...scope, facts: scope.facts.map(at) };
    const own = assumptions.map(at);
    const [was, is] = [before, after].map((e) => solutionsOf(at(e), unknown, there, own, undefined));
    if (!was || !is || was.letter !== undefined || is.letter !== undefined) continue;
    const [wrong] = [...without(was, is, unknown, own).missing, ...without(is, was, unknown, own).missing];
    if (wrong) return new Map([...point, [unknown, wrong]]);
  }
  return undefined;
}
