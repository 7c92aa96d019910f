import { type Step, step } from "../../derivation/step.ts";
import { logic, name, product } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, freeNames } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { coherentUnit } from "../../units/coherent.ts";
import { unitOfFactor } from "../../units/dimension-of.ts";
import { readUnit } from "../../units/read.ts";
import type { Unit } from "../../units/unit.ts";
import type { Environment } from "../environment.ts";

/** The letters that stand for a quantity of a kind, by its coherent unit; the first that is free is taken. */
const USUAL_LETTERS: Readonly<Record<string, readonly string[]>> = {
  "m/s": ["v", "w"],
  "m/s^2": ["a"],
  "m^2": ["A", "S"],
  "m^3": ["V"],
  "s^-1": ["f"],
  s: ["t", "T"],
  m: ["s", "h", "l"],
  kg: ["m", "M"],
  K: ["T"],
  N: ["F"],
  J: ["E", "W"],
  W: ["P"],
  Pa: ["p"],
  C: ["Q", "q"],
  V: ["U", "V"],
  A: ["I"],
  Ω: ["R", "Z"],
};

type Relation = Expression & { readonly kind: "relation" };

/** A number with its unit, as it stands in a product. */
interface Quantity {
  readonly count: Expression;
  readonly unit: Unit;
}

interface Lettered extends Quantity {
  readonly letter: string;
}

/** Statements in which letters stand for the numbers with units, and what these letters are. */
export interface MeasuredNamed {
  readonly statements: readonly Relation[];
  readonly steps: readonly Step[];
  readonly values: ReadonlyMap<string, Expression>;
  readonly units: ReadonlyMap<string, Unit>;
}

/**
 * Letters for the numbers with units that stand in statements, so that these can be solved in letters: T for 3 s. `measured` are the same
 * statements, and others, with units as factors. Undefined where a number cannot be told from what stands beside it, or no letter is free.
 */
export function measuredNumbersNamed(
  statements: readonly Relation[],
  measured: readonly Expression[],
  { quantities, letters }: Environment,
): MeasuredNamed | undefined {
  const found = measured.flatMap((one) => findAll(one, (part) => quantityIn(part) !== undefined)).flatMap((part) => quantityIn(part)?.quantity ?? []);
  const own = new Set(statements.flatMap((one) => [...freeNames(one)]));
  const named = withLetters(distinctOf(found), (letter) => own.has(letter) || quantities.has(letter) || letters.has(letter));
  if (!named) return undefined;
  const values = valuesOf(named);
  const lettered = statements.map((statement) =>
    measured.map((one) => inLetters(one, named)).find((one) => one.kind === "relation" && equal(substitute(one, values), statement)),
  );
  if (!lettered.every((one) => one?.kind === "relation")) return undefined;
  const used = named.filter(({ letter }) => lettered.some((one) => freeNames(one).has(letter)));
  return {
    statements: lettered,
    steps: used.map((one, k) => namingStep(one, lettered, used.slice(k), used.slice(k + 1))),
    values: valuesOf(used),
    units: new Map(used.map(({ letter, unit }) => [letter, unit])),
  };
}

/** The number with its unit in a product, and what stands beside it; nothing for temperatures in degrees, which are no products. */
function quantityIn(e: Expression): { readonly quantity: Quantity; readonly others: readonly Expression[] } | undefined {
  const factors = factorsOf(e);
  const symbol = factors.find((factor) => factor.kind === "name" && unitOfFactor(factor.name) !== undefined);
  const unit = symbol?.kind === "name" ? readUnit(unitOfFactor(symbol.name) ?? "") : undefined;
  if (!unit || unit.offset) return undefined;
  const others = factors.filter((factor) => factor !== symbol && freeNames(factor).size > 0);
  return { quantity: { count: product(...factors.filter((factor) => freeNames(factor).size === 0)), unit }, others };
}

const isSame = (a: Quantity, b: Quantity): boolean => a.unit.text === b.unit.text && equal(a.count, b.count);

const distinctOf = (list: readonly Quantity[]): readonly Quantity[] => list.filter((one, k) => list.findIndex((other) => isSame(one, other)) === k);

/** Letters for quantities, each the first of its kind that is not taken. */
function withLetters(list: readonly Quantity[], isTaken: (letter: string) => boolean): readonly Lettered[] | undefined {
  const [first, ...others] = list;
  if (!first) return [];
  const letter = (USUAL_LETTERS[coherentUnit(first.unit.dimension)] ?? []).find((one) => !isTaken(one));
  const rest = letter === undefined ? undefined : withLetters(others, (one) => one === letter || isTaken(one));
  return letter === undefined || !rest ? undefined : [{ ...first, letter }, ...rest];
}

const valuesOf = (named: readonly Lettered[]): ReadonlyMap<string, Expression> =>
  new Map(named.map(({ letter, count, unit }) => [letter, product(count, unit.factor)]));

function inLetters(e: Expression, named: readonly Lettered[]): Expression {
  const found = quantityIn(e);
  const own = found && named.find((one) => isSame(one, found.quantity));
  if (!own) return mapChildren(e, (child) => inLetters(child, named));
  return product(name(own.letter), ...found.others.map((other) => inLetters(other, named)));
}

/** Says what a letter stands for; those of `still` are not named before, those of `later` not after the step. */
function namingStep({ letter, count, unit }: Lettered, lettered: readonly Expression[], still: readonly Lettered[], later: readonly Lettered[]): Step {
  const at = (values: ReadonlyMap<string, Expression>): Expression => together(lettered.map((one) => substitute(one, values)));
  const meaning = product(count, unit.factor);
  const claim = { kind: "named", name: letter, meaning, before: at(valuesOf(still)), after: at(valuesOf(later)) } as const;
  return step("name a quantity", [letter, `${text(count)} ${unit.text}`], claim);
}

const together = (items: readonly Expression[]): Expression => {
  const [only, ...others] = items;
  return only && others.length === 0 ? only : logic("and", items);
};
