import { antiderivative } from "../../calculus/integral/antiderivative.ts";
import { type Antiderivative, integralStep } from "../../calculus/integral/rule.ts";
import { undoesInverse } from "../../canonical/inverse-circular.ts";
import { type Check, verdictOf } from "../../check/verdict.ts";
import { type Step, step } from "../../derivation/step.ts";
import { sum, ZERO } from "../../expression/construct.ts";
import { valueStated } from "../../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
import { givenOutside, isIndefiniteIntegral } from "../../expression/integral.ts";
import { unitCircleScene } from "../../graph/unit-circle.ts";
import { present } from "../../notation/present.ts";
import { name, partsOfKind, replaceIn, type Syntax } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { workedOut } from "../../rewrite/complex/arithmetic.ts";
import { inBrackets } from "../../rewrite/complex/written.ts";
import { stepsOfReading } from "../../rewrite/forms/as-read.ts";
import { turnsWorkedOut } from "../../rewrite/forms/parts-of-a-turn.ts";
import { asPartOfTurn } from "../../rewrite/forms/recognised.ts";
import { readable } from "../../rewrite/readable.ts";
import { denest } from "../../rewrite/roots/denest.ts";
import { writeOut } from "../../rewrite/write-out.ts";
import { decide, expand, lostConditions, simplify } from "../../truth/index.ts";
import { coherentUnit } from "../../units/coherent.ts";
import { equal as equalDimensions, NO_DIMENSION } from "../../units/dimension.ts";
import { readUnit } from "../../units/read.ts";
import { unitPlain } from "../../units/typeset.ts";
import type { Unit } from "../../units/unit.ts";
import { CannotDo, DEFAULT_DIGITS, type Digits, type Outcome } from "../answer.ts";
import { eachSet, eachSolution, severalSolutions } from "../carrying-out/each-solution.ts";
import { isFormula, putIn, putInWith } from "../carrying-out/put-in.ts";
import { PLACE } from "../completion/form.ts";
import type { Environment } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { constantOfIntegration } from "../integrals/constant.ts";
import { integralValues } from "../integrals/values.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { valueOutcome } from "../judging/judged-value.ts";
import { readDigits } from "../reading/digits.ts";
import type { Sentence } from "../reading/sentence.ts";
import { readValueSets, type ValueSets } from "../reading/values-read.ts";
import { answerUnits, lineUnits } from "../units.ts";

const STOPS = ["with", "in", "to"] as const;

const WITHOUT_VALUES: ValueSets = { sets: [new Map()], units: new Map() };

/** `evaluate E [with x = …] [in UNIT | in degrees] [to N figures | to N decimals]`: the exact value, then the decimal. */
export const EVALUATE: Instruction = {
  name: "evaluate",
  purpose: "Gives the exact value and its decimal, in the unit and to the digits that are asked for.",
  forms: ["evaluate E [with x = …, y = …] [in UNIT | in degrees] [to N figures | to N decimals]"],
  examples: [["evaluate 72 km/h in m/s"], ["evaluate pi r^2 with r = 3", "evaluate (1) to 4 figures"]],
  follows: ({ line, value, letters, outcome: { answer }, environment }) => {
    if (value && letters.length === 0) return [`evaluate (${line}) to 3 figures`];
    if (value) return [`evaluate (${line}) with ${letters.map((letter) => `${letter} = ${PLACE}`).join(", ")}`];
    if (answer?.kind !== "solutions") return [];
    const target = lastWith(answer.set.variables, line, environment);
    return target === undefined ? [] : [`evaluate (${target}) with (${line})`];
  },
  spellings: [
    { typed: "find|calculate|compute|determine the value of {E}", means: "evaluate {E}" },
    { typed: "what is the? value of {E}", means: "evaluate {E}" },
    { typed: "the? value of {E}", means: "evaluate {E}" },
    { typed: "calculate|compute {E}", means: "evaluate {E}" },
    { typed: "work out {E}", means: "evaluate {E}" },
    { typed: "what is {E}", means: "evaluate {E}" },
    {
      typed: "find|evaluate? the? angle between {A} and {B} in degrees",
      means: "evaluate arccos ( dot ( {A} , {B} ) / ( abs ( {A} ) abs ( {B} ) ) ) in degrees",
    },
    { typed: "find|evaluate? the? angle between {A} and {B}", means: "evaluate arccos ( dot ( {A} , {B} ) / ( abs ( {A} ) abs ( {B} ) ) )" },
    { typed: "find {E}", means: "evaluate {E}" },
    { typed: "{A} % of {B}", means: "{A} % * {B}" },
    { typed: "evaluate {E} at|when|where|if {x} = {V}", means: "evaluate {E} with {x} = {V}" },
    { typed: "evaluate {E} for {x} = {V}", means: "evaluate {E} with {x} = {V}" },
  ],
  begins: (sentence) => sentence.peekWords("evaluate"),
  read: (sentence) => {
    sentence.takeWords("evaluate");
    const from = sentence.next.span.from;
    // “in” belongs to some expressions too: root of E in [0, 1].
    const unitAhead = sentence.unitAhead("in", STOPS);
    const said = sentence.written("an expression", unitAhead ? STOPS : ["with", "to"], false, { unit: unitAhead?.text });
    const several = severalSolutions(said, sentence.environment);
    const start = several ? ZERO : valueSaid(said, sentence.mean(said));
    if (start.kind === "relation" || start.kind === "logic")
      sentence.fail("an expression was expected here, not a relation", { from, to: sentence.next.span.from });
    const { sets, units: written } = sentence.takeWords("with") ? readValueSets(sentence, ["in", "to"]) : WITHOUT_VALUES;
    const shownIn = sentence.takeWords("in") ? readUnitAsked(sentence) : undefined;
    const digits = sentence.takeWords("to") ? readDigits(sentence) : DEFAULT_DIGITS;
    sentence.expectEnd();
    const environment = { ...sentence.environment, units: new Map([...sentence.environment.units, ...written]) };
    return {
      instruction: "evaluate",
      run: () => {
        if (several && shownIn) throw new CannotDo("a unit is asked for one value: choose a solution with “keep”");
        const [put = new Map<string, Expression>(), ...others] = sets.map(
          (values) => new Map([...values].map(([key, value]) => [key, putIn(value, environment).expression])),
        );
        const valueWith = (values: ReadonlyMap<string, Expression>): Outcome =>
          evaluated(startWith(said, start, values, sentence), values, digits, environment, formulaSaid(said, environment));
        if (several) return eachSolution(several, { values: put, outcome: (value) => evaluated(value, put, digits, environment) }, environment.assumptions);
        const outcome = others.length > 0 ? eachSet([put, ...others], valueWith) : valueWith(put);
        const ofLine = said.kind === "line" ? lineUnits(environment, said.line) : {};
        const own = askedFor(said, environment);
        const units = ofLine.units ? ofLine : answerUnits(environment, [], { value: valueSaid(said, sentence.measured(said)) });
        const angles = [...environment.angles.values()].filter(({ angle }) => angle.kind === "name" && contains(start, angle.name));
        const pictured = angles.length > 0 ? () => unitCircleScene(angles) : outcome.pictured;
        return shown(
          { ...outcome, ...(pictured ? { pictured } : {}), ...(outcome.answer ? { answer: { ...outcome.answer, ...units, ...own } } : {}) },
          shownIn,
        );
      },
    };
  },
};

/** The value of an expression with values in the place of names, with the steps to it. */
export function evaluated(start: Expression, put: ReadonlyMap<string, Expression>, digits: Digits, environment: Environment, said?: Syntax): Outcome {
  const own = putInWith(start, put, environment, said);
  const steps: Step[] = [...own.steps];
  let current = own.expression;
  definedOnly(current);
  const asked = current;
  const complex = workedOut(own.steps.at(-1)?.written ?? (own.steps.length === 0 ? said : undefined) ?? present(current), current, environment.assumptions);
  if (complex) {
    const conditions = lostConditions(current, complex.value).filter((condition) => decide(condition, environment.assumptions) !== true);
    const already = step("already so", [], { kind: "equal", before: current, after: complex.value });
    const all = [...steps, ...(steps.length + complex.steps.length > 0 ? complex.steps : [already])];
    return valueOutcome(asked, complex.value, all, conditions, environment.assumptions, digits);
  }
  const written = writeOut(current);
  const family = withoutBounds(written, environment);
  if (family) return valueOutcome(written, family.value, [...steps, ...family.steps], [], environment.assumptions, digits);
  const found = integralValues(written, environment);
  if (found) {
    if (!equal(written, current)) steps.push(step("write out", [], { kind: "equal", before: current, after: written }));
    steps.push(...found.steps);
    current = found.value;
  }
  const turns = turnsWorkedOut(writeOut(current), said !== undefined && partsOfKind(said, "degrees").length > 0);
  if (turns) {
    steps.push(...turns.steps);
    current = turns.expression;
  }
  const { expression: value, conditions: lost } = shortest(writeOut(current));
  const conditions = [...(found?.conditions ?? []), ...lost];
  if (steps.length === 0 && said && isFormula(said)) steps.push(...stepsOfReading(said, current));
  if (!equal(value, current) || steps.length === 0) steps.push(step("evaluate", [], { kind: "equal", before: current, after: value }, { conditions: lost }));
  return standing(valueOutcome(asked, value, steps, conditions, environment.assumptions, digits, found?.inPieces), value);
}

/** The last line above whose expression speaks of one of some unknowns. */
function lastWith(unknowns: readonly string[], line: number, { outcomes }: Environment): number | undefined {
  for (let above = line - 1; above >= 1; above -= 1) {
    const answer = outcomes.get(above)?.answer;
    if (answer?.kind === "expression" && unknowns.some((unknown) => freeNames(answer.value).has(unknown))) return above;
  }
  return undefined;
}

/** The formula as its author wrote it, with what lines stand for in their places; undefined where it holds more than that. */
function formulaSaid(said: Syntax, { outcomes }: Environment): Syntax | undefined {
  const written = replaceIn(said, (part) => {
    const answer = part.kind === "line" && part !== said ? outcomes.get(part.line)?.answer : undefined;
    const isPlain = answer?.kind === "expression" && answer.units === undefined && text(answer.value).length <= LONGEST_VALUE;
    return isPlain ? inBrackets(present(answer.value)) : undefined;
  });
  return isFormula(written) ? written : undefined;
}

const LONGEST_VALUE = 40;

/** Vectors and matrices are put in where they are read, since matrices do not commute. */
function startWith(said: Syntax, start: Expression, values: ReadonlyMap<string, Expression>, sentence: Sentence): Expression {
  const tuples = new Map([...values].filter(([, value]) => value.kind === "tuple"));
  return tuples.size > 0 ? valueSaid(said, sentence.mean(said, tuples)) : start;
}

/** What is evaluated of a line that states a name: E = m v^2/2 is the value of E. */
function valueSaid(said: Syntax, e: Expression): Expression {
  return said.kind === "line" ? valueStated(e) : e;
}

/** What the value is one of, as it is written: of a line, what that line is about. */
function askedFor(said: Syntax, { outcomes }: Environment): { readonly asked?: Syntax } {
  if (said.kind !== "line") return partsOfKind(said, "line").length > 0 ? {} : { asked: said };
  const answer = outcomes.get(said.line)?.answer;
  if (answer?.kind === "expression") return answer.asked ? { asked: answer.asked } : {};
  const [unknown, ...more] = answer?.kind === "solutions" ? answer.set.variables : [];
  return unknown === undefined || more.length > 0 ? {} : { asked: name(unknown) };
}

/** The unit in which the value is asked for; degrees are one. */
function readUnitAsked(sentence: Sentence): Unit {
  return sentence.unit(["to"]);
}

/** The outcome with its value in the unit asked for; bent where the value is of another kind. */
function shown(outcome: Outcome, unit: Unit | undefined): Outcome {
  const { answer } = outcome;
  if (!unit || answer?.kind !== "expression") return outcome;
  const own = answer.units?.value === undefined ? undefined : readUnit(answer.units.value)?.dimension;
  if (own && !equalDimensions(own, unit.dimension)) {
    throw new CannotDo(`the value is in ${unitPlain(answer.units?.value ?? "")}, which cannot be given in ${unitPlain(unit.text)}`);
  }
  const isTaken = own === undefined && !equalDimensions(unit.dimension, NO_DIMENSION);
  const note = `the number is taken as one of ${unitPlain(coherentUnit(unit.dimension))}, since no unit of it is known`;
  return { ...outcome, answer: { ...answer, shownIn: unit }, ...(isTaken ? { notes: [...(outcome.notes ?? []), note] } : {}) };
}

/** All antiderivatives of an integrand, with a constant C, or K where C is in use; undefined for anything else, and where none is found. */
function withoutBounds(e: Expression, environment: Environment): Antiderivative | undefined {
  if (e.kind !== "iterated" || !isIndefiniteIntegral(e, e.variable)) return undefined;
  const found = antiderivative(e.body, e.variable, givenOutside(environment.assumptions, e.variable));
  const constant = constantOfIntegration(e, environment);
  const value = found && sum(found.value, constant);
  return value && { value, steps: [...found.steps, integralStep("add a constant", [constant.name], e.body, e.variable, value)] };
}

/** An integral that stays in the answer is known by its decimal at best, and that is said. */
function standing(outcome: Outcome, value: Expression): Outcome {
  const [integral] = findAll(value, (part) => part.kind === "iterated" && part.operator === "integral");
  if (integral?.kind !== "iterated") return outcome;
  const known = outcome.checks.some(({ kind, outcome: found }) => kind === "comparison" && found === "tacked");
  const why = known ? "its value is known by the decimal, with proven error bounds" : "no number was found for it either: perhaps it does not exist";
  const { body, lower, upper } = integral;
  const where = lower && upper ? ` that is continuous from ${text(lower)} to ${text(upper)}` : "";
  const detail = `no antiderivative of ${text(body)} was found${where}, so the integral stays as it is${lower ? `; ${why}` : ""}`;
  const checks = outcome.checks.map((check): Check => (check.kind === "steps" ? { ...check, outcome: "loose", detail, lines: [{ note: detail }] } : check));
  return { ...outcome, checks, verdict: verdictOf(checks) };
}

/** Whether a number holds functions of inverse functions, or a sum below a line: a shorter form may be known. */
function isNumberWithRoots(e: Expression): boolean {
  return freeNames(e).size === 0 && (undoesInverse(e) || findAll(e, (part) => isReciprocal(part) && part.base.kind === "sum").length > 0);
}

function shortest(e: Expression): ReturnType<typeof simplify> {
  const plain = simplify(e);
  const other = simplify(denest(expand(plain.expression))).expression;
  const best = text(other).length < text(plain.expression).length ? other : plain.expression;
  const turn = asPartOfTurn(best);
  return { conditions: plain.conditions, expression: turn ?? (isNumberWithRoots(best) ? readable(best) : best) };
}
