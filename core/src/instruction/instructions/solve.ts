import { stepsCheck } from "../../check/step.ts";
import { weakest } from "../../check/verdict.ts";
import type { Step } from "../../derivation/step.ts";
import { equation as equationOf, logic as logicOf, name as nameOf, ZERO } from "../../expression/construct.ts";
import { type Equation, isEquation, isInequality } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { withRanges } from "../../expression/substitute.ts";
import { numbersScene } from "../../graph/complex-plane.ts";
import { equationScene, systemScene } from "../../graph/solution-scene.ts";
import { elaborate } from "../../notation/elaborate.ts";
import { allOf, type Inline, type Line, mathematics, say, spaced, words } from "../../notation/inline.ts";
import { equality, name as nameSyntax, number, partsOfKind, type Syntax } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { solveForAllLetters } from "../../solve/equation.ts";
import type { Domain, Solved } from "../../solve/solution.ts";
import { solveSystem } from "../../solve/systems/system.ts";
import { CannotDo, type Outcome } from "../answer.ts";
import { anglesIn } from "../answers/degrees.ts";
import { factsOfKind, nearest, restrictToKind, wholeAsLetters } from "../carrying-out/choose.ts";
import { type LettersFirst, lettersFirst } from "../carrying-out/letters-first.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { solvedInequality } from "../carrying-out/solved-inequality.ts";
import { angleFacts, meanings, type NumberKind } from "../environment.ts";
import { withUnknownUnit } from "../graphs/axis-units.ts";
import type { Instruction, Reading } from "../instruction.ts";
import { equationWithIntegrals } from "../integrals/values.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { type Judged, judgeSolutions, judgeSystem } from "../judging/judge-solutions.ts";
import type { Sentence } from "../reading/sentence.ts";
import { answerUnits } from "../units.ts";
import { intervalFacts } from "./given.ts";

/** So many unknowns of an equation are offered to be solved for. */
const MOST_OFFERED = 4;

const STOPS = ["for", "in", "near", "over", "numerically", "by", "where", "with"] as const;

/** `solve Q [for x] [in INTERVAL | near NUMBER | over DOMAIN] [numerically]`: every solution, with the way to it. */
export const SOLVE: Instruction = {
  name: "solve",
  purpose: "Finds every solution of an equation, an inequality or a system, with the way to it.",
  forms: [
    "solve Q [for x] [in INTERVAL | near NUMBER | over DOMAIN] [numerically]",
    "solve Q [for x] [for E < x < E | where Q]",
    "solve Q [for x] with numbers first",
    "solve Q and Q [and Q …] [for x, y …] [over DOMAIN]",
    "solve Q, Q for x, y",
    "solve E < E [for x]",
  ],
  examples: [["solve x^2 - 5x + 6 = 0"], ["solve 2x + y = 3, x - y = 0 for x, y"], ["solve x^2 - 5x + 6 >= 0"]],
  follows: ({ line, relation, letters, drawn }) => {
    const [first, second] = drawn?.functions ?? [];
    if (drawn && first) return [`solve ${text(first)} = ${second ? text(second) : "0"} for ${drawn.variable} in [${drawn.from}, ${drawn.to}]`];
    if (!relation) return [];
    return letters.length === 1 ? [`solve (${line})`] : letters.slice(0, MOST_OFFERED).map((letter) => `solve (${line}) for ${letter}`);
  },
  spellings: [
    { typed: "solve for {x} : {Q}", means: "solve {Q} for {x}" },
    { typed: "solve the? quadratic|linear|cubic? equation|equations|system|inequality|relation {Q}", means: "solve {Q}" },
    { typed: "solve the? quadratic|cubic {Q}", means: "solve {Q}" },
    { typed: "solve {Q} with respect to {R}", means: "solve {Q} for {R}" },
    { typed: "find|determine all? the? roots|zeros|zeroes|solutions of|to {Q}", means: "solve {Q}" },
    { typed: "roots|zeros|zeroes|solutions of {Q}", means: "solve {Q}" },
    { typed: "make {x} the subject of {Q}", means: "solve {Q} for {x}" },
    { typed: "rearrange {Q} for {x}", means: "solve {Q} for {x}" },
    { typed: "find {A} = {B}", means: "solve {A} = {B}" },
    { typed: "solve {Q} for {x} between {A} and {B}", means: "solve {Q} for {x} in [ {A} , {B} ]" },
    { typed: "solve {Q} in|on the? interval {I}", means: "solve {Q} in {I}" },
    { typed: "solve {Q} on {I}", means: "solve {Q} in {I}" },
    { typed: "find|determine|calculate|compute|get {x} when|if|where|given|from|in|so|such that? {Q}", means: "solve {Q} for {x}", isOffered: true },
    { typed: "what is {x} when|if|where {Q}", means: "solve {Q} for {x}", isOffered: true },
    { typed: "for|at which|what {x} is {Q}", means: "solve {Q} for {x}", isOffered: true },
    { typed: "when is {Q}", means: "solve {Q}", isOffered: true },
  ],
  begins: (sentence) => sentence.peekWords("solve"),
  read: (sentence) => {
    sentence.takeWords("solve");
    const start = sentence.next.span.from;
    const written = readStatement(sentence);
    const span = { from: start, to: sentence.next.span.from };
    const spoken = sentence.pieces.length;
    const statement = componentwise(sentence.mean(written), () => sentence.fail(SIZES, span));
    if (isInequality(statement)) return readInequality(statement, sentence, span);
    if (statement.kind === "logic" && statement.operator === "and") return readSystem(statement.items, sentence, span);
    const equation = statement.kind === "relation" || statement.kind === "logic" ? statement : equationOf(statement, ZERO);
    if (!isEquation(equation)) {
      return sentence.fail("an equation with one “=” was expected here, or an inequality; alternatives between equations cannot be solved", span);
    }
    const wanted = readUnknown(sentence);
    const unknown = wanted.name ?? onlyUnknown(equation, sentence, span);
    const scope = readScope(sentence, unknown, wanted.facts);
    sentence.expectEnd();
    const asked = scope.kind === "complex" ? amongComplex(written, unknown, sentence) : equation;
    const says = said(written, unknown, sentence.pieces.slice(spoken + (wanted.name === undefined ? 0 : NAMED)));
    return { instruction: "solve", says, run: () => carryOut(asked, unknown, scope, sentence) };
  },
};

/** The pieces of “for x”. */
const NAMED = 2;

/** Set h(t) = 0 and solve for t: where a function or a whole formula is to have a value; else: solve the equation for x. */
function said(written: Syntax, unknown: string, rest: readonly Inline[]): Line {
  const isLine = partsOfKind(written, "line").length > 0;
  const equation: Syntax = isLine || written.kind === "relation" || written.kind === "logic" ? written : equality([written, number(0)]);
  const isSet = equation !== written || (equation.kind === "relation" && equation.operands[0]?.kind === "apply");
  const lead = isSet ? [words("Set"), mathematics(equation), words("and solve for")] : [words("Solve"), mathematics(equation), words("for")];
  return spaced([...lead, mathematics(nameSyntax(unknown)), ...rest]);
}

const SIZES = "the sides have different sizes; the unknowns are written as a vector, as in ((1, 2), (3, 4)) (x, y) = (5, 6)";

/** Equations between vectors or matrices as those of their components. */
function componentwise(statement: Expression, fail: () => never): Expression {
  if (statement.kind === "logic")
    return logicOf(
      statement.operator,
      statement.items.map((item) => componentwise(item, fail)),
    );
  if (statement.kind !== "relation" || statement.operands.every(({ kind }) => kind !== "tuple")) return statement;
  const [left, right] = statement.operands;
  if (left?.kind !== "tuple" || right?.kind !== "tuple" || statement.comparisons.join() !== "=" || left.items.length !== right.items.length) return fail();
  return logicOf(
    "and",
    left.items.map((item, k) => componentwise(equationOf(item, right.items[k] ?? item), fail)),
  );
}

/** What is to be solved; commas join equations as “and” does. */
function readStatement(sentence: Sentence): Syntax {
  const from = sentence.next.span.from;
  const items = sentence.list("an equation", STOPS).flatMap((item) => (item.kind === "tuple" ? item.items : [item]));
  for (const item of items) {
    const line = unknownLine(item, sentence.environment.line);
    if (line !== undefined) return sentence.fail(`there is no line ${line} before this one`, item.span ?? { from, to: sentence.next.span.from });
  }
  const [only] = items;
  return only && items.length === 1
    ? only
    : { kind: "logic", operator: "and", items: items.flatMap((item) => (item.kind === "logic" && item.operator === "and" ? item.items : [item])) };
}

/** The number in a bracket that stands alone where a line is meant, and no line has it. */
function unknownLine(written: Syntax, line: number): number | undefined {
  const inner = written.kind === "group" ? written.inner : undefined;
  return inner?.kind === "number" && /^\d+$/.test(inner.text) && Number(inner.text) >= line ? Number(inner.text) : undefined;
}

function readInequality(statement: Expression, sentence: Sentence, span: { from: number; to: number }): Reading {
  const wanted = readUnknown(sentence);
  const unknown = wanted.name ?? onlyUnknown(statement, sentence, span);
  const scope = readScope(sentence, unknown, wanted.facts);
  sentence.expectEnd();
  const { environment, measuredParts: statements } = sentence;
  return { instruction: "solve", run: () => solvedInequality(statement, { unknown, facts: scope.facts, statements, scope }, environment) };
}

/** What stands after “for”: the unknown, or where it lies, as in `for 0 < x < 3`. */
function readUnknown(sentence: Sentence): { readonly name?: string; readonly facts: readonly Expression[] } {
  if (!sentence.takeWords("for")) return { facts: [] };
  const { from } = sentence.next.span;
  const written = sentence.quantity("the unknown", STOPS, true);
  if (written.kind === "name") return { name: written.name, facts: [] };
  if (written.kind === "relation" || written.kind === "logic") return { facts: factsOf(sentence.mean(written)) };
  return sentence.fail("the unknown was expected here: one name", { from, to: written.span?.to ?? from });
}

const factsOf = (statement: Expression): readonly Expression[] => (statement.kind === "logic" && statement.operator === "and" ? statement.items : [statement]);

/** An equation read again with a complex unknown: what is known of real powers does not hold then. */
function amongComplex(written: Syntax, unknown: string, { environment }: Sentence): Equation {
  const kinds = new Map(environment.kinds).set(unknown, "complex");
  const statement = elaborate(written, meanings({ ...environment, kinds }));
  const equation = isEquation(statement) ? statement : equationOf(statement, ZERO);
  if (!isEquation(equation)) throw new CannotDo("there is no equation to solve");
  return equation;
}

/** Several equations joined by “and”, for the names after “for” or all that are free. */
function readSystem(items: readonly Expression[], sentence: Sentence, span: { from: number; to: number }): Reading {
  const equations = items.flatMap((item) => (item.kind === "relation" && isEquation(item) ? [item] : []));
  const facts = items.filter((item) => !isEquation(item));
  if (equations.length === 0 || facts.some((fact) => fact.kind !== "relation")) sentence.fail("equations with one “=” each were expected here", span);
  const { environment } = sentence;
  const named = sentence.takeWords("for") ? sentence.names("an unknown") : [];
  const kind = sentence.takeWords("over") ? (readKind(sentence) ?? sentence.fail(KINDS_EXPECTED)) : undefined;
  const way = sentence.takeWords("by", "elimination") ? "elimination" : sentence.takeWords("by", "substitution") ? "substitution" : undefined;
  sentence.expectEnd();
  const free = [...new Set(equations.flatMap((one) => [...freeNames(putIn(one, environment).expression)]))].sort();
  const open = free.filter((letter) => !environment.quantities.has(letter));
  const unknowns = named.length > 0 ? named : open.length > 0 ? open : free;
  return { instruction: "solve", run: () => carryOutSystem(equations, unknowns, { facts, kind, way }, sentence) };
}

/** Where solutions of a system are wanted, and the way the author prefers. */
interface SystemScope {
  readonly facts: readonly Expression[];
  readonly kind: NumberKind | undefined;
  readonly way: "elimination" | "substitution" | undefined;
}

function carryOutSystem(
  typed: readonly (Expression & { kind: "relation" })[],
  unknowns: readonly string[],
  { facts: joined, kind, way }: SystemScope,
  { environment, inDegrees, measuredParts: statements }: Sentence,
): Outcome {
  const kinds = kind ? new Map(unknowns.map((unknown) => [unknown, kind])) : environment.kinds;
  if (unknowns.some((unknown) => kinds.get(unknown) === "rationals")) throw new CannotDo("systems are not solved over the rational numbers");
  const domain: Domain = kind === "complex" ? "complex" : "real";
  // Over the integers the real solutions are found first.
  const range = new Map(unknowns.flatMap((unknown) => (kinds.get(unknown) === "integers" ? [[unknown, "real"] as const] : [])));
  const before = typed.map((one) => putIn(one, environment, new Set(unknowns)));
  const equations = before.flatMap(({ expression }) => withRanges(expression, range)).filter((one) => one.kind === "relation");
  for (const equation of equations) definedOnly(equation);
  const facts = [...joined, ...factsOfKind(kinds, unknowns)].map((fact) => withRanges(fact, range));
  const given = environment.assumptions.map((fact) => withRanges(fact, range));
  const assumptions = [...given, ...facts];
  const solved = solveSystem({ equations, unknowns, domain, assumptions, way });
  if (!solved) throw new CannotDo("no way was found to solve these equations together");
  const steps = [...before.flatMap((one) => one.steps), ...solved.steps];
  const inNumbers = judgeSystem(equations, solved.set, steps, given, facts);
  const inLetters =
    domain === "complex"
      ? undefined
      : lettersFirst(
          { statements: typed, measured: statements, unknowns, solutions: solved.set.solutions },
          (letters, known) => solveSystem({ equations: letters, unknowns, domain, assumptions: [...known, ...facts], way }),
          environment,
        );
  const { shown, judged } = withWay(steps, inNumbers, inLetters, facts);
  const set = { ...solved.set, solutions: solved.set.solutions.map(wholeAsLetters) };
  const pictured = () => systemScene(equations, unknowns, solved.set.solutions);
  return {
    answer: {
      kind: "solutions",
      set,
      equation: logicOf("and", typed),
      scope: { kind: kind ?? (domain === "complex" ? "complex" : "reals"), facts: joined },
      angles: inDegrees ? anglesIn(equations, unknowns) : [],
      ...answerUnits(environment, unknowns, { statements }),
    },
    statement: logicOf("and", typed),
    steps: shown,
    ...judged,
    pictured,
  };
}

/** Solutions of an equation with the values of its integrals: where these were found under conditions on the unknown, there may be others. */
function whereIntegrals({ set, steps }: Solved, unknown: string, conditions: readonly Expression[]): Solved {
  const ofLetters = conditions.filter((condition) => !freeNames(condition).has(unknown));
  const isOpen = ofLetters.length < conditions.length;
  const solutions = set.solutions.map((one) => ({ ...one, conditions: [...one.conditions, ...ofLetters] }));
  const reason = say`the integral was found where ${allOf(conditions)}; elsewhere there may be other solutions`;
  return { steps, set: { ...set, solutions, ...(isOpen ? { complete: false, reason } : {}) } };
}

/** Where solutions are wanted. */
interface Scope {
  readonly facts: readonly Expression[];
  readonly kind: NumberKind;
  readonly near: Expression | undefined;
  /** Whether given numbers are put in before anything is solved. */
  readonly numbersFirst: boolean;
}

function readScope(sentence: Sentence, unknown: string, given: readonly Expression[]): Scope {
  let facts = given;
  let kind: NumberKind = sentence.environment.kinds.get(unknown) ?? "reals";
  let near: Expression | undefined;
  let numbersFirst = false;
  for (;;) {
    if (sentence.takeWords("in")) {
      const word = readKind(sentence);
      if (word) kind = word;
      else facts = [...facts, ...intervalFacts(nameOf(unknown), sentence.interval())];
    } else if (sentence.takeWords("over")) {
      const word = readKind(sentence);
      if (!word) return sentence.fail(KINDS_EXPECTED);
      kind = word;
    } else if (sentence.takeWords("with", "numbers", "first")) numbersFirst = true;
    else if (sentence.takeWords("where") || sentence.takeWords("with")) {
      facts = [...facts, ...factsOf(sentence.expression("a condition such as x > 0", STOPS))];
    } else if (sentence.takeWords("near")) near = sentence.expression("a number", STOPS);
    else if (!sentence.takeWords("numerically")) return { facts, kind, near, numbersFirst };
  }
}

const KINDS_EXPECTED = "a domain was expected here: reals, complex, integers or rationals";

function readKind(sentence: Sentence): NumberKind | undefined {
  return (["reals", "complex", "integers", "rationals"] as const).find((word) => sentence.takeWords(word));
}

/** The one name that is free and has no value; declared letters without a value count as known. */
function onlyUnknown(equation: Expression, sentence: Sentence, span: { from: number; to: number }): string {
  const { environment } = sentence;
  const { expression } = putIn(equation, environment);
  const all = [...freeNames(expression)];
  const open = all.filter((name) => !environment.quantities.has(name));
  const [only] = open.length > 0 ? open : all;
  const candidates = open.length > 0 ? open : all;
  if (candidates.length > 1)
    return sentence.fail(`several names are free (${candidates.sort().join(", ")}): say which to solve for, as in “solve … for ${candidates[0]}”`, span);
  return only ?? "x";
}

function carryOut(
  typed: Expression & { kind: "relation" },
  unknown: string,
  scope: Scope,
  { environment, inDegrees, measuredParts: statements }: Sentence,
): Outcome {
  const before = putIn(typed, environment, new Set([unknown]));
  // Over the integers the real solutions are found first.
  const range = new Map([[unknown, scope.kind === "complex" ? "complex" : "real"] as const]);
  const asked = withRanges(before.expression, range);
  const integrals = asked.kind === "relation" ? equationWithIntegrals(asked, environment) : undefined;
  const equation = integrals?.equation ?? asked;
  if (equation.kind !== "relation") throw new CannotDo("there is no equation to solve");
  definedOnly(equation);
  const plain = { ...environment, angles: new Map() };
  const given = [
    ...[...environment.assumptions, ...scope.facts].map((fact) => withRanges(putIn(fact, plain, new Set([unknown])).expression, range)),
    ...angleFacts(environment),
  ];
  const assumptions = [...given, ...(integrals?.conditions ?? []), ...factsOfKind(new Map([[unknown, scope.kind]]), [unknown])];
  const domain: Domain = scope.kind === "complex" ? "complex" : "real";
  const found = solveForAllLetters({ equation, unknown, domain, assumptions });
  const solved = integrals ? whereIntegrals(found, unknown, integrals.conditions) : found;
  const steps = [...before.steps, ...(integrals?.steps ?? []), ...solved.steps];
  const known = assumptions.filter((fact) => !freeNames(fact).has(unknown));
  const facts = assumptions.filter((fact) => freeNames(fact).has(unknown));
  const inNumbers = judgeSolutions(equation, solved.set, steps, known, facts);
  const inLetters =
    integrals || scope.numbersFirst || domain === "complex"
      ? undefined
      : lettersFirst(
          { statements: [typed], measured: statements, unknowns: [unknown], solutions: solved.set.solutions },
          ([letters], given) => letters && solveForAllLetters({ equation: letters, unknown, domain, assumptions: [...given, ...facts] }),
          environment,
        );
  const { shown, judged } = withWay(steps, inNumbers, inLetters, facts);
  const restricted = restrictToKind(solved.set, scope.kind);
  const set = scope.near ? nearest(restricted, putIn(scope.near, environment).expression) : restricted;
  const pictured = () =>
    domain === "real"
      ? withUnknownUnit(equationScene(equation, unknown, set.solutions, facts), environment)
      : numbersScene(set.solutions.flatMap(({ values }) => [...values.values()]));
  return {
    answer: {
      kind: "solutions",
      set,
      equation,
      scope: { kind: scope.kind, facts: scope.facts },
      angles: inDegrees ? anglesIn([equation], [unknown]) : [],
      ...answerUnits(environment, [unknown], { statements }),
    },
    statement: typed,
    steps: shown,
    ...judged,
    pictured,
  };
}

/** The way that is shown: in letters where there is one, judged by itself; what the judge says of the answer stays. */
function withWay(
  steps: readonly Step[],
  inNumbers: Judged,
  inLetters: LettersFirst | undefined,
  facts: readonly Expression[],
): { readonly shown: readonly Step[]; readonly judged: Judged } {
  if (!inLetters) return { shown: steps, judged: inNumbers };
  const { check, verdicts } = stepsCheck(inLetters.steps, [...inLetters.known, ...facts]);
  const isWorse = weakest([check.outcome, inNumbers.verdict]) !== inNumbers.verdict;
  if (isWorse) return { shown: steps, judged: inNumbers };
  const checks = inNumbers.checks.map((one) => (one.kind === "steps" ? check : one));
  return { shown: inLetters.steps, judged: { checks, stepVerdicts: verdicts, verdict: inNumbers.verdict } };
}
