import { chain, equation, name as nameOf, relation } from "../../expression/construct.ts";
import { isInequality, sidesOf } from "../../expression/equations.ts";
import type { Comparison, Expression } from "../../expression/expression.ts";
import { freeNames } from "../../expression/expression.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { type Line, mathematics, spaced, words } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { present } from "../../notation/present.ts";
import type { Span } from "../../notation/syntax.ts";
import { name as nameSyntax } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { angleInQuadrant, isRatio, type KnownAngle, placeOf, type Ratio, valuesOfAngle } from "../../rewrite/ratios/known-angle.ts";
import { coherentValue, type Unit } from "../../units/unit.ts";
import { NO_STEPS } from "../answer.ts";
import { type Environment, type NumberKind, ranges } from "../environment.ts";
import type { Instruction, Reading } from "../instruction.ts";
import type { Interval, Sentence } from "../reading/sentence.ts";
import { unitWritten } from "../reading/unit-written.ts";

const COMPARISONS: readonly Comparison[] = ["!=", "<=", ">=", "<", ">"];
const NUMBER_KINDS = ["reals", "complex", "integers", "rationals"] as const;

/** `given v0 = 12 m/s, g = 9.8 m/s^2`, `given t in [0, 3] s`, `given 0 < x < d`, `given m > 0 and a != b`, `given k`, `given h [m]`: what is known of quantities. */
export const GIVEN: Instruction = {
  name: "given",
  purpose: "Says what is known of quantities: values with their units, ranges, signs, kinds of numbers.",
  forms: [
    "given x = E[, y = E …]",
    "given x > E",
    "given E < x < E",
    "given x in INTERVAL",
    "given x in DOMAIN",
    "given x[, y …]",
    "given x in INTERVAL with cos x = E",
  ],
  examples: [
    ["given v0 = 72 km/h, t = 5 s", "evaluate v0 t"],
    ["given h [m], g = 9.8 m/s^2", "given 0 < h < 3", "simplify sqrt(2 g h)"],
    ["given A in (pi, 3pi/2) with cos A = -5/13", "evaluate sin(2A)"],
    ["given n in integers", "simplify cos(2 pi n)"],
    ["given theta in (0, pi/2)", "solve sin theta = 1/2 for theta"],
  ],
  spellings: [
    { typed: "given that {F}", means: "given {F}" },
    { typed: "assume|suppose that? {F}", means: "given {F}" },
    { typed: "take {x} = {V}", means: "given {x} = {V}" },
    { typed: "the {x!} is {V}", means: "given {x} = {V}", isOffered: true },
    { typed: "{x!} is {V}", means: "given {x} = {V}", isOffered: true },
    { typed: "let {x} be {V}", means: "given {x} = {V}", isOffered: true },
  ],
  begins: (sentence) => sentence.peekWords("given"),
  read: (sentence) => {
    sentence.takeWords("given");
    const given: Line[] = [];
    const items: Given[] = [];
    do {
      const from = sentence.pieces.length;
      items.push(readItem(sentence));
      given.push(spaced(sentence.pieces.slice(from)));
    } while (sentence.takeComma() || sentence.takeWords("and"));
    sentence.expectEnd();
    const known = items.map((item) => (item.stated ? withPlace(sentence, item, items) : item));
    return { ...reading(known), given, declared: items.map(({ name }) => ({ name, arity: 0 })) };
  },
};

const STOPS = ["and", "with", "where"] as const;

/** One item: a name with what is known of it, or a relation such as a chain. */
function readItem(sentence: Sentence): Given {
  if (!sentence.peekDeclaration([...COMPARISONS, "=", "[", ","], ["in", "and"])) return relationItem(sentence);
  const name = sentence.declaredName("the name of a quantity");
  const said = nameSyntax(name);
  const standsAlone = sentence.atEnd || sentence.peekWords("and") || sentence.peekMark(",") || sentence.peekMark("[") || sentence.peekWords("in");
  if (standsAlone) sentence.pieces.push(mathematics(said));
  if (sentence.peekMark("[")) {
    sentence.pieces.push(words("in"));
    return { name, unit: sentence.unit(STOPS) };
  }
  if (sentence.takeWords("in")) return domainItem(sentence, name);
  if (standsAlone) return { name };
  if (sentence.takeMark("=")) {
    const found = valueItem(sentence, name);
    sentence.relate(said, "=");
    return found;
  }
  const comparison = COMPARISONS.find((mark) => sentence.takeMark(mark));
  if (!comparison) return sentence.fail("“=”, a comparison such as “>”, “in” or the end was expected here");
  const { value, unit } = quantityOf(sentence, "what it is compared with");
  sentence.relate(said, comparison);
  // m < n < p is read as m compared with the chain n < p.
  const fact =
    value.kind === "relation" ? chain([nameOf(name), ...value.operands], [comparison, ...value.comparisons]) : relation(nameOf(name), comparison, value);
  return { name, facts: [fact], unit };
}

/** A relation that does not begin with a name and what is said of it: 0 < x < 3, a + b > c. */
function relationItem(sentence: Sentence): Given {
  const { from } = sentence.next.span;
  const { value, unit } = quantityOf(sentence, "a name such as v_0, or a relation such as 0 < x < 3");
  const to = sentence.next.span.from;
  const angle = angleStated(value);
  if (angle !== undefined) return ratioItem(sentence, angle, value, { from, to });
  if (value.kind !== "relation" || value.comparisons.includes("="))
    return sentence.fail("a name with its value, or a relation such as 0 < x < 3, was expected here", { from, to });
  const between = value.operands.find((operand, k) => operand.kind === "name" && k > 0);
  const [first] = [...(between ? freeNames(between) : []), ...freeNames(value)];
  if (first === undefined) return sentence.fail("a relation between quantities was expected here", { from, to });
  return { name: first, facts: [value], unit: between ? unit : undefined };
}

/** The angle of which an equation states a ratio. */
function angleStated(known: Expression): string | undefined {
  return [...freeNames(known)].find((letter) => ratioStated(known, letter) !== undefined);
}

/** A ratio of an angle, before it is said where that lies: cos A = −5/13 with A in (π, 3π/2). */
function ratioItem(sentence: Sentence, name: string, known: Expression, span: Span): Given {
  if (!sentence.takeWords("with") && !sentence.takeWords("where")) return { name, stated: { known, span } };
  const own = sentence.declaredName("the angle");
  sentence.expectWords("in");
  return withRatio(sentence, intervalItem(sentence, own), known, span);
}

/** A ratio of an angle with what is said elsewhere of where that lies. */
function withPlace(sentence: Sentence, { name, stated }: Given, items: readonly Given[]): Given {
  if (!stated) return { name };
  const earlier = sentence.environment.assumptions;
  const said = [...earlier, ...items.filter((item) => item.name === name).flatMap(({ facts = [] }) => facts)];
  const where = said.filter((fact) => freeNames(fact).has(name) && freeNames(fact).size === 1 && isInequality(fact));
  if (where.length === 0)
    return sentence.fail(`where ${name} lies was expected too, as in “given ${name} in (0, pi/2) with ${text(stated.known)}”`, stated.span);
  return withRatio(sentence, { name, facts: where }, stated.known, stated.span);
}

/** A value with the unit it was written with. */
function quantityOf(sentence: Sentence, what: string): { readonly value: Expression; readonly unit: Unit | undefined } {
  const written = sentence.quantity(what, STOPS, true);
  return { value: sentence.mean(written), unit: unitWritten(written) };
}

function valueItem(sentence: Sentence, name: string): Given {
  const from = sentence.next.span.from;
  const { value, unit } = quantityOf(sentence, "the value");
  const unknown = [...freeNames(value)].filter((letter) => !sentence.environment.quantities.has(letter));
  if (unknown.length > 0) {
    sentence.fail(
      `a value is given in numbers and quantities declared before; ${unknown.join(", ")} is not one of them, and no unit behind a number and a space`,
      { from, to: sentence.next.span.from },
    );
  }
  return { name, value, unit };
}

function domainItem(sentence: Sentence, name: string): Given {
  const kind = NUMBER_KINDS.find((word) => sentence.takeWords(word));
  if (kind) return { name, kind };
  const found = intervalItem(sentence, name);
  if (!sentence.takeWords("with")) return found;
  const { from } = sentence.next.span;
  const known = sentence.expression("what is known of it, such as cos A = -5/13", STOPS, true);
  if (known.kind !== "relation") return sentence.fail("a relation such as cos A = -5/13 was expected here", { from, to: sentence.next.span.from });
  return withRatio(sentence, found, known, { from, to: sentence.next.span.from });
}

/** What is said of an angle with its ratio: where exactly one angle there has it, that is its value. */
function withRatio(sentence: Sentence, found: Given, known: Expression, span: Span): Given {
  const facts = [...(found.facts ?? []), known];
  const ratio = ratioStated(known, found.name);
  if (!ratio) return { ...found, facts };
  const value = substitute(ratio.value, sentence.environment.givens);
  const stated = { letter: found.name, of: ratio.of, value, where: found.facts ?? [] };
  const inLetters = freeNames(value).size > 0 ? angleInQuadrant(stated) : undefined;
  if (inLetters) return withAngle({ ...found, facts: [...facts, ...inLetters.facts] }, inLetters.angle);
  const values = valuesOfAngle(stated);
  if (!values) return { ...found, facts };
  const [only, second] = values;
  const written = linePlain([mathematics(present(known))]);
  if (!only) return sentence.fail(`no angle there has ${written}`, span);
  if (second) {
    const both = linePlain([mathematics(present(only)), words(" and "), mathematics(present(second))]);
    return sentence.fail(`more than one angle there has ${written}, such as ${both}: an interval that holds one of them was expected`, span);
  }
  return withAngle({ ...found, facts }, { angle: nameOf(found.name), ratio: { of: ratio.of, value }, value: only, place: placeOf(only) });
}

const withAngle = (found: Given, angle: KnownAngle): Given => ({ ...found, facts: [...(found.facts ?? []), equation(angle.angle, angle.value)], angle });

/** The ratio of an angle that an equation states: cos A = −5/13, either side first. */
function ratioStated(known: Expression, name: string): { readonly of: Ratio; readonly value: Expression } | undefined {
  const [left, right] = sidesOf(known);
  for (const [side, value] of [
    [left, right],
    [right, left],
  ]) {
    const [angle] = side?.kind === "call" && isRatio(side.name) ? side.args : [];
    if (side?.kind === "call" && isRatio(side.name) && angle?.kind === "name" && angle.name === name && value) return { of: side.name, value };
  }
  return undefined;
}

function intervalItem(sentence: Sentence, name: string): Given {
  const interval = sentence.interval();
  if (sentence.atEnd || sentence.peekWords("and") || sentence.peekWords("with") || sentence.peekMark(","))
    return { name, facts: intervalFacts(nameOf(name), interval) };
  const unit = sentence.unit(["and", "with"]);
  const [from, to] = [interval.from, interval.to].map((end) => coherentValue(end, unit));
  return { name, facts: intervalFacts(nameOf(name), { ...interval, from: from ?? interval.from, to: to ?? interval.to }), unit };
}

/** What membership of an interval says of a quantity; an infinite end says nothing. */
export function intervalFacts(quantity: Expression, { from, to, fromOpen, toOpen }: Interval): readonly Expression[] {
  const finite = (end: Expression): boolean =>
    !(end.kind === "constant" && end.name === "infinity") &&
    !(end.kind === "product" && end.factors.some((factor) => factor.kind === "constant" && factor.name === "infinity"));
  const below: Comparison = fromOpen ? "<" : "<=";
  const above: Comparison = toOpen ? "<" : "<=";
  if (finite(from) && finite(to)) return [chain([from, quantity, to], [below, above])];
  if (finite(from)) return [relation(quantity, fromOpen ? ">" : ">=", from)];
  return finite(to) ? [relation(quantity, above, to)] : [];
}

interface Given {
  readonly name: string;
  readonly value?: Expression;
  readonly facts?: readonly Expression[];
  readonly kind?: NumberKind;
  readonly unit?: Unit | undefined;
  readonly angle?: KnownAngle;
  /** A ratio of it, while it is not known yet where it lies. */
  readonly stated?: { readonly known: Expression; readonly span: Span };
}

function reading(items: readonly Given[]): Reading {
  const statements = items.flatMap(({ value, facts = [] }) => value ?? facts[0] ?? []);
  const [statement] = statements;
  return {
    instruction: "given",
    declares: (environment) => items.reduce(declared, environment),
    run: () => ({ ...NO_STEPS, ...(statement && statements.length === 1 ? { statement } : {}), checks: [], verdict: undefined }),
  };
}

function declared(environment: Environment, { name, value, facts = [], kind, unit, angle }: Given): Environment {
  const givens = new Map(environment.givens);
  if (value) givens.set(name, value);
  if (angle) givens.set(name, angle.value);
  const kinds = kind ? new Map(environment.kinds).set(name, kind) : environment.kinds;
  const units = new Map(environment.units);
  if (unit) units.set(name, unit);
  else if (value) units.delete(name);
  return {
    ...environment,
    givens,
    kinds,
    units,
    angles: angle ? new Map(environment.angles).set(name, angle) : environment.angles,
    quantities: new Set([...environment.quantities, name]),
    assumptions: [...environment.assumptions, ...facts].map((fact) => withRanges(fact, ranges({ ...environment, kinds }))),
  };
}
