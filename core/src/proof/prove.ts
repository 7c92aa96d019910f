import type { Pieces } from "../derivation/rules/catalogue.ts";
import { onSide, type Step, step } from "../derivation/step.ts";
import type { Expression } from "../expression/expression.ts";
import { complexity, lostConditions } from "../truth/index.ts";
import { anglesIn } from "./angles.ts";
import type { Move } from "./move.ts";
import { movesFrom } from "./moves.ts";
import type { Setting } from "./rule.ts";
import { AS_QUOTIENT } from "./rules/definitions.ts";
import { type Meeting, type MovesOf, meeting } from "./search.ts";
import { areSame } from "./tidy.ts";

/**
 * A proof of an identity as a book has it: from one side to the other, or from both to one form. Undefined where the search finds none.
 * @param assumptions what is known of the letters
 */
export function proof(left: Expression, right: Expression, assumptions: readonly Expression[]): readonly Step[] | undefined {
  if (areSame(left, right)) return collected(left, right);
  const setting = { angles: anglesIn(left, right), assumptions };
  const found = meeting(left, right, setting, movesFrom, LENGTH);
  if (!found) return undefined;
  const back = inOneDirection(left, right, found, setting) ?? found;
  const [ofLeft, ofRight] = [stepsFrom(left, foldedLast(left, back.ofLeft, setting)), stepsFrom(right, foldedLast(right, back.ofRight, setting))];
  if (ofLeft.length === 0 || ofRight.length === 0) return [...ofLeft, ...ofRight];
  return [...onSide("Left side", ofLeft), ...onSide("Right side", ofRight)];
}

/** Of two ways the one with shorter forms is preferred. */
const LENGTH = 0.004;

/** Sides that differ in the way their terms are written alone. */
function collected(left: Expression, right: Expression): readonly Step[] {
  const [before, after] = complexity(left) >= complexity(right) ? [left, right] : [right, left];
  return [step("collect like terms", [], { kind: "equal", before, after })];
}

/** From one side to the other, where the way of one of them can also be gone backwards; the shorter one is tried first. */
function inOneDirection(left: Expression, right: Expression, { ofLeft, ofRight }: Meeting, setting: Setting): Meeting | undefined {
  if (ofLeft.length === 0 || ofRight.length === 0) return undefined;
  const ways = [
    () => joined(ofLeft, backwards(right, ofRight, setting, movesFrom), (moves) => ({ ofLeft: moves, ofRight: [] })),
    () => joined(ofRight, backwards(left, ofLeft, setting, movesFrom), (moves) => ({ ofLeft: [], ofRight: moves })),
  ];
  const [first, second] = ofRight.length <= ofLeft.length ? ways : ways.reverse();
  return first?.() ?? second?.();
}

const joined = (there: readonly Move[], back: readonly Move[] | undefined, made: (moves: readonly Move[]) => Meeting): Meeting | undefined =>
  back && made([...there, ...back]);

/** The moves from the end of a way to its start, where each step has one that undoes it. */
export function backwards(start: Expression, moves: readonly Move[], setting: Setting, movesOf: MovesOf): readonly Move[] | undefined {
  const forms = [start, ...moves.map(({ after }) => after)];
  const undoing = moves.map((_, k) => {
    const [before, after] = [forms[k] ?? start, forms[k + 1] ?? start];
    const move = movesOf(after, setting).find((one) => areSame(one.after, before));
    return move && { ...move, after: before };
  });
  return undoing.every((move) => move !== undefined) ? undoing.reverse() : undefined;
}

/** Quotients are given their names, 1/cos u that of sec u, after everything else that can be done before. */
function foldedLast(start: Expression, moves: readonly Move[], setting: Setting): readonly Move[] {
  let ordered = moves;
  for (let k = 0; k + 1 < ordered.length; k += 1) {
    const [fold, next] = [ordered[k], ordered[k + 1]];
    if (!fold || !next || fold.rule !== AS_QUOTIENT.rule || fold.cost !== AS_QUOTIENT.cost || next.rule === fold.rule) continue;
    const before = ordered[k - 1]?.after ?? start;
    const swapped = movesFrom(before, setting)
      .filter(({ rule }) => rule === next.rule)
      .flatMap((first) =>
        movesFrom(first.after, setting)
          .filter(({ rule, after }) => rule === fold.rule && areSame(after, next.after))
          .slice(0, 1)
          .map((second) => [first, second]),
      )[0];
    if (swapped) ordered = [...ordered.slice(0, k), ...swapped, ...ordered.slice(k + 2)];
  }
  return ordered;
}

function stepsFrom(start: Expression, moves: readonly Move[]): readonly Step[] {
  let before = start;
  return moves.map(({ rule, pieces, after }) => {
    const conditions = lostConditions(before, after);
    const one = step(rule, pieces as Pieces<typeof rule>, { kind: "equal", before, after }, { conditions });
    before = after;
    return one;
  });
}
