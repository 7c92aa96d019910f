import { inSineAndCosine } from "../../canonical/angles.ts";
import { quadraticSurdOfTurns } from "../../canonical/cyclotomic-field.ts";
import { type Step, step } from "../../derivation/step.ts";
import { call, decimalLiteral, HALF, MINUS_ONE, name, negate, number, ONE, PI, power, product, sum, ZERO } from "../../expression/construct.ts";
import { distinct, type Expression, equal, factorsOf, findAll, freeNames, isEvenPower, isReciprocal, termsOf } from "../../expression/expression.ts";
import { piMultiple } from "../../expression/functions/arguments.ts";
import { CIRCULAR } from "../../expression/functions/kinds.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import { equality, fillIn, type Syntax } from "../../notation/syntax.ts";
import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { equalityTest, simplify } from "../../truth/index.ts";
import { inOne } from "./angle-forms.ts";
import { type Rewriting, Way } from "./way.ts";

/**
 * A number made of circular functions of parts of a turn that is rational, or p + q√d, worked out: cos 20° cos 40° cos 80° is 1/8. By acute
 * angles, by squares, by sums of waves at equal distances around the circle; where none of these shows it, as a root of its polynomial.
 * Undefined for any other number. Steps are written in degrees where their author writes degrees.
 */
export function turnsWorkedOut(e: Expression, inDegrees = false): Rewriting | undefined {
  if (freeNames(e).size > 0 || circularParts(e).length === 0) return undefined;
  const value = quadraticSurdOfTurns(e, (candidate) => equalityTest(candidate, e).kind === "zero");
  if (!value || equal(value, e)) return undefined;
  const way = new Way(e);
  const shown = WAYS.find((one) => one(way, value, inDegrees));
  if (!shown) way.to("recognise a surd", [], value);
  const found = way.end();
  if (!inDegrees) return found;
  const written = (one: Step): Step =>
    one.written || one.claim.kind !== "equal" || freeOfWaves(one.claim.after) ? one : { ...one, written: writtenInDegrees(one.claim.after) };
  return { ...found, steps: found.steps.map(written) };
}

/** An expression with its parts of a turn in degrees. */
function writtenInDegrees(e: Expression): Syntax {
  const angles = distinct(circularParts(e).flatMap((part) => (part.kind === "call" ? part.args : []))).filter((angle) => piMultiple(angle));
  const letters = new Map(angles.map((angle, k) => [angle, `q_${k + 1}`] as const));
  const lettered = (part: Expression): Expression => {
    const [angle] = part.kind === "call" && CIRCULAR.has(part.name) ? part.args : [];
    const letter = [...letters].find(([own]) => angle && equal(own, angle))?.[1];
    return part.kind === "call" && letter ? call(part.name, name(letter)) : mapChildren(part, lettered);
  };
  const degrees = ([angle, letter]: readonly [Expression, string]): readonly [string, Syntax] => {
    const value = rational.multiply(piMultiple(angle) ?? rational.ZERO, rational.rational(180));
    return [letter, { kind: "degrees", operand: present(number(value, decimalLiteral(rational.abs(value)))) }];
  };
  return fillIn(present(lettered(e)), new Map([...letters].map(degrees)));
}

const circularParts = (e: Expression): readonly Expression[] => findAll(e, (part) => part.kind === "call" && CIRCULAR.has(part.name));

/** Ways that show the value, in the order in which they are tried; each leaves alone what it does not show. */
const WAYS: readonly ((way: Way, value: Expression, inDegrees: boolean) => boolean)[] = [byAcuteAngles, bySquares, byWaves, byQuotient];

function byAcuteAngles(way: Way, value: Expression): boolean {
  const acute = inAcuteAngles(way.current);
  const isSeen = equal(simplify(acute).expression, value);
  if (isSeen) way.to("acute angles", [], value);
  return isSeen;
}

function bySquares(way: Way, value: Expression): boolean {
  if (findAll(way.current, (part) => isEvenPower(part) && circularParts(part).length > 0).length === 0) return false;
  const isSeen = ([inOne(way.current, "cos"), inOne(inAcuteAngles(way.current), "cos")] as const).some((form) => equal(simplify(form).expression, value));
  if (isSeen) way.to("Pythagorean identity", [], value);
  return isSeen;
}

/** Products as sums of cosines, which cancel where they stand at equal distances around the circle. */
function byWaves(way: Way, value: Expression): boolean {
  const waves = sumOfCosines(way.current);
  // Waves that stay add up to a number at equal distances alone, and that number is rational.
  const isPlain = waves?.every(({ turn, coefficient }) => rational.isZero(turn) || equal(coefficient, ZERO)) === true;
  if (!waves || !(isPlain || value.kind === "number")) return false;
  const isSum = termsOf(way.current).every((term) =>
    factorsOf(term)
      .filter((factor) => freeOfWaves(factor) === undefined)
      .every(isOnlyWave),
  );
  if (!isSum) {
    for (const form of pairByPair(way.current)) way.to("products to sums", [], form);
    way.to("products to sums", [], sum(...waves.map(asTerm)));
  }
  way.to("waves at equal distances", [], value);
  return true;
}

/** A product of several waves with the first two, three … of them as a sum. */
function pairByPair(e: Expression): readonly Expression[] {
  const factors = factorsOf(e);
  const waves = factors.filter((factor) => freeOfWaves(factor) === undefined);
  const others = factors.filter((factor) => !waves.includes(factor));
  return waves.slice(2).map((_, k) => {
    const joined = multiplied(waves.slice(0, k + 2)) ?? [];
    return product(...others, sum(...joined.map(asTerm)), ...waves.slice(k + 2));
  });
}

const isOnlyWave = (factor: Expression, _: number, waves: readonly Expression[]): boolean => factor.kind === "call" && waves.length === 1;

/** coefficient · cos(turn π) with the turn from 0 to a half; the turn 0 stands for a number alone. */
interface Cosine {
  readonly turn: Rational;
  readonly coefficient: Expression;
}

const asTerm = ({ turn, coefficient }: Cosine): Expression => product(coefficient, call("cos", product(number(turn), PI)));

/** A polynomial in sines and cosines of parts of a turn as a sum of cosines; undefined for anything else. */
function sumOfCosines(e: Expression): readonly Cosine[] | undefined {
  const plain = freeOfWaves(e);
  if (plain) return [{ turn: rational.ZERO, coefficient: plain }];
  if (e.kind === "sum") return gathered(e.terms.map(sumOfCosines));
  if (e.kind === "product") return multiplied(e.factors);
  if (e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den === 1 && e.exponent.value.num > 0)
    return Number(e.exponent.value.num) <= LARGEST_POWER ? multiplied(Array.from({ length: Number(e.exponent.value.num) }, () => e.base)) : undefined;
  const turn = e.kind === "call" ? piMultiple(e.args[0] ?? e) : undefined;
  if (!turn || e.kind !== "call" || (e.name !== "sin" && e.name !== "cos")) return undefined;
  return [cosine(e.name === "cos" ? turn : rational.subtract(rational.HALF, turn), ONE)];
}

const LARGEST_POWER = 6;

const freeOfWaves = (e: Expression): Expression | undefined => (circularParts(e).length === 0 ? e : undefined);

/** cos a cos b = (cos(a − b) + cos(a + b))/2, for all factors one after the other. */
function multiplied(factors: readonly Expression[]): readonly Cosine[] | undefined {
  return factors.map(sumOfCosines).reduce((left, right) => {
    if (!left || !right) return undefined;
    const both = left.flatMap((a) =>
      right.flatMap((b) => {
        const half = product(HALF, a.coefficient, b.coefficient);
        return [cosine(rational.subtract(a.turn, b.turn), half), cosine(rational.add(a.turn, b.turn), half)];
      }),
    );
    return gathered([both]);
  });
}

/** A cosine by an angle from 0 to a quarter of the circle; what has a value of its own, such as cos 60°, as a number. */
function cosine(turn: Rational, coefficient: Expression): Cosine {
  const whole = rational.rational(integer.remainder(integer.abs(turn.num), integer.multiply(2, turn.den)), turn.den);
  const upper = rational.compare(whole, rational.ONE) > 0 ? rational.subtract(rational.rational(2), whole) : whole;
  const isObtuse = rational.compare(upper, rational.HALF) > 0;
  const own = isObtuse ? rational.subtract(rational.ONE, upper) : upper;
  const signed = isObtuse ? product(MINUS_ONE, coefficient) : coefficient;
  const value = call("cos", product(number(own), PI));
  return freeOfWaves(value) ? { turn: rational.ZERO, coefficient: product(signed, value) } : { turn: own, coefficient: signed };
}

/** Cosines of one angle together. */
function gathered(lists: readonly (readonly Cosine[] | undefined)[]): readonly Cosine[] | undefined {
  if (!lists.every((list) => list !== undefined)) return undefined;
  const all = lists.flat();
  const turns = all.filter((one, k) => all.findIndex((other) => rational.equal(other.turn, one.turn)) === k).map(({ turn }) => turn);
  return turns.map((turn) => ({ turn, coefficient: sum(...all.filter((one) => rational.equal(one.turn, turn)).map(({ coefficient }) => coefficient)) }));
}

/** A quotient whose numerator and denominator are such numbers by themselves. */
function byQuotient(way: Way, value: Expression, inDegrees: boolean): boolean {
  const whole = inSineAndCosine(way.current);
  if (whole.kind !== "product" || !whole.factors.some(isReciprocal)) return false;
  const below = product(...whole.factors.filter(isReciprocal).map(({ base, exponent }) => power(base, negate(exponent))));
  const above = product(...whole.factors.filter((factor) => !isReciprocal(factor)));
  const parts = [above, below].map((part) => turnsWorkedOut(part));
  const [top, bottom] = parts;
  if (!top || !bottom) return false;
  way.to("write by sine and cosine", [], whole);
  for (const [before, { steps, expression }] of [
    [above, top],
    [below, bottom],
  ] as const)
    way.note(valueStep(before, steps, expression, inDegrees));
  way.to("divide the values", [], value);
  return true;
}

/** The value of a part with the forms between: cos 20° cos 40° cos 80° = … = 1/8. */
function valueStep(before: Expression, steps: readonly Step[], after: Expression, inDegrees: boolean): Step {
  const forms = [before, ...steps.flatMap(({ claim }) => (claim.kind === "equal" ? [claim.after] : []))];
  const rule = steps.find((one): one is Step & { readonly rule: PlainTurnRule } => isPlainRule(one.rule))?.rule ?? "recognise a surd";
  return step(rule, [], { kind: "equal", before, after }, { written: equality(forms.map(inDegrees ? writtenInDegrees : present)) });
}

const PLAIN_RULES = ["products to sums", "acute angles", "Pythagorean identity", "waves at equal distances"] as const;
type PlainTurnRule = (typeof PLAIN_RULES)[number];
const isPlainRule = (rule: string): rule is PlainTurnRule => PLAIN_RULES.some((one) => one === rule);

/** Circular functions of parts of a turn by angles from 0 to an eighth of a turn. */
export function inAcuteAngles(e: Expression): Expression {
  const turn = e.kind === "call" && CIRCULAR.has(e.name) ? piMultiple(e.args[0] ?? e) : undefined;
  return turn && e.kind === "call" ? acute(e.name, turn) : mapChildren(e, inAcuteAngles);
}

const COFUNCTIONS: Readonly<Record<string, string>> = { sin: "cos", cos: "sin", tan: "cot", cot: "tan", sec: "csc", csc: "sec" };
/** Those that keep their sign when an angle is taken from half a turn. */
const KEPT_BY_SUPPLEMENT: ReadonlySet<string> = new Set(["sin", "csc"]);

function acute(name: string, turn: Rational): Expression {
  const from = (start: Rational): Rational => rational.subtract(start, turn);
  if (rational.compare(turn, rational.HALF) > 0 && rational.compare(turn, rational.ONE) < 0) {
    const supplement = acute(name, from(rational.ONE));
    return KEPT_BY_SUPPLEMENT.has(name) ? supplement : product(MINUS_ONE, supplement);
  }
  const isBeyond = rational.compare(turn, rational.rational(1, 4)) > 0 && rational.compare(turn, rational.HALF) < 0;
  const [own, angle] = isBeyond ? [COFUNCTIONS[name] ?? name, from(rational.HALF)] : [name, turn];
  return call(own, product(number(angle), PI));
}
