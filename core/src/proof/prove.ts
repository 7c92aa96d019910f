import type { Pieces } from "../derivation/rules/catalogue.ts";
import { onSide, type Step, step } from "../derivation/step.ts";
import type { Expression } from "../expression/expression.ts";
import { complexity, lostConditions } from "../truth/index.ts";
import { anglesIn } from "./angles.ts";
import type { Move } from "./move.ts";
import { movesFrom } from "./moves.ts";
import type { Setting } from "./rule.ts";
import { type Meeting, type MovesOf, meeting } from "./search.ts";
import { areSame } from "./tidy.ts";

/**
 * A proof of an identity as a book has it: from one side to the other, or from both to one form. Undefined where the search finds none.
 * @param assumptions what is known of the letters
 */
export function proof(left: Expression, right: Expression, assumptions: readonly Expression[]): readonly Step[] | undefined {
  if (areSame(left, right)) return collected(left, right);
  const setting = { angles: anglesIn(left, right), assumptions };
  const found = meeting(left, right, setting, movesFrom);
  if (!found) return undefined;
  const back = inOneDirection(left, right, found, setting) ?? found;
  const [ofLeft, ofRight] = [stepsFrom(left, back.ofLeft), stepsFrom(right, back.ofRight)];
  if (ofLeft.length === 0 || ofRight.length === 0) return [...ofLeft, ...ofRight];
  return [...onSide("Left side", ofLeft), ...onSide("Right side", ofRight)];
}

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

function stepsFrom(start: Expression, moves: readonly Move[]): readonly Step[] {
  let before = start;
  return moves.map(({ rule, pieces, after }) => {
    const conditions = lostConditions(before, after);
    const one = step(rule, pieces as Pieces<typeof rule>, { kind: "equal", before, after }, { conditions });
    before = after;
    return one;
  });
}
