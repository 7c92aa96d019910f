import { strictly } from "../calculus/constant-pieces.ts";
import { boundsOfPiece, insidePiece, piecesWhere } from "../calculus/pieces-where.ts";
import { type Step, step } from "../derivation/step.ts";
import { equation, HALF, MINUS_ONE, name, number, ONE, subtract, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { decide, holdsAt } from "../truth/index.ts";

/** Places at which values are easily seen. */
const EASY = [ONE, ZERO, MINUS_ONE, HALF, number(2), number(-2)];

/**
 * The steps of a proof that the difference of two sides does not change: its derivatives are 0, and so is its value at one place of every piece
 * of its domain (the mean value theorem; O. Forster, Analysis 1, § 16). Undefined where no such place is found.
 */
export function byTheDerivative(left: Expression, right: Expression, assumptions: readonly Expression[]): readonly Step[] | undefined {
  const of = subtract(left, right);
  const letters = [...freeNames(of)].sort();
  // Up to the ends of an interval the difference is continuous: its derivative is asked for inside alone.
  const own = assumptions.filter((fact) => letters.some((letter) => freeNames(fact).has(letter)));
  const conditions = own.map(strictly).filter((fact) => !own.some((known) => equal(known, fact)));
  const derivatives = letters.map((variable) => step("differentiate", [of, variable], { kind: "derivative", of, variable, after: ZERO }, { conditions }));
  const places = placesIn(of, letters, assumptions);
  if (places.length === 0) return undefined;
  const said = places.flatMap((place) => [...place].map(([letter, value]) => equation(name(letter), value)));
  return [...derivatives, step("constant, as there", [said], { kind: "value at", of, places, after: ZERO })];
}

/** A place in every piece of the domain of one name; for several names, one place. */
function placesIn(of: Expression, letters: readonly string[], assumptions: readonly Expression[]): readonly ReadonlyMap<string, Expression>[] {
  const [letter, ...more] = letters;
  const domain = realDomain(of);
  if (letter === undefined) return [];
  if (more.length > 0) {
    const all = [0, 1, 2].flatMap((apart) => EASY.map((_, k) => new Map(letters.map((one, j) => [one, EASY[(k + apart * j) % EASY.length] ?? ONE]))));
    return all.filter((place) => [...domain, ...assumptions].every((condition) => holdsAt(condition, place))).slice(0, 1);
  }
  const own = assumptions.filter((fact) => freeNames(fact).has(letter) && freeNames(fact).size === 1);
  const pieces = piecesWhere([...domain.filter((condition) => decide(condition, own) !== true), ...own], letter) ?? [];
  return pieces.map((piece) => {
    const bounds = boundsOfPiece(piece, letter);
    const easy = EASY.find((value) => [...bounds, ...domain].every((condition) => holdsAt(condition, new Map([[letter, value]]))));
    return new Map([[letter, easy ?? insidePiece(piece)]]);
  });
}
