import { strictly } from "../calculus/constant-pieces.ts";
import { differentiate } from "../calculus/derivative.ts";
import { boundsOfPiece, insidePiece, piecesWhere } from "../calculus/pieces-where.ts";
import { type Step, step } from "../derivation/step.ts";
import { derivative, equation, HALF, isNumber, MINUS_ONE, name, number, ONE, subtract, sum, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Expression, equal, freeNames, termsOf } from "../expression/expression.ts";
import { present, presentInOrder } from "../notation/present.ts";
import { equality, type Syntax } from "../notation/syntax.ts";
import { decide, holdsAt, simplify } from "../truth/index.ts";

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
  const derivatives = letters.map((variable) => {
    const written = writtenOut(of, variable);
    return step("differentiate", [of, variable], { kind: "derivative", of, variable, after: ZERO }, { conditions, ...(written ? { written } : {}) });
  });
  const places = placesIn(of, letters, assumptions);
  if (places.length === 0) return undefined;
  const said = places.flatMap((place) => [...place].map(([letter, value]) => equation(name(letter), value)));
  return [...derivatives, step("constant, as there", [said], { kind: "value at", of, places, after: ZERO })];
}

/** The derivative term by term, where it comes to 0 as it is written. */
function writtenOut(of: Expression, variable: string): Syntax | undefined {
  const terms = termsOf(of).flatMap((term) => (freeNames(term).has(variable) ? [simplify(differentiate(term, variable)).expression] : []));
  if (terms.length < 2 || !isNumber(sum(...terms), 0)) return undefined;
  return equality([present(derivative(of, variable, 1)), presentInOrder(terms), present(ZERO)]);
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
