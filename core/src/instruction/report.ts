import type { Check, Verdict } from "../check/verdict.ts";
import { resultOf, type Step } from "../derivation/step.ts";
import { stepText } from "../derivation/words.ts";
import { equation, name } from "../expression/construct.ts";
import { distinct, type Expression, findAll } from "../expression/expression.ts";
import type { FigurePicture, Part } from "../graph/figure/figure.ts";
import { type Picture, picture } from "../graph/picture.ts";
import type { Mark, Window } from "../graph/scene.ts";
import { type Line as InlineLine, large } from "../notation/inline.ts";
import { latex, limitSignLatex, writtenLatex } from "../notation/latex.ts";
import { linePlain } from "../notation/line-plain.ts";
import { writtenPlain } from "../notation/plain.ts";
import { present } from "../notation/present.ts";
import { text, writtenText } from "../notation/text.ts";
import { rootByRadicals } from "../rewrite/roots/root-radicals.ts";
import type { OptimumPoint } from "../solve/optima/optimum.ts";
import type { Solution } from "../solve/solution.ts";
import type { Answer, Digits } from "./answer.ts";
import { composed } from "./answers/compose.ts";
import { decimals } from "./answers/decimals.ts";
import { type Counted, inDegrees } from "./answers/degrees.ts";
import { composeEvidence } from "./answers/evidence.ts";
import { shownValue } from "./answers/expression.ts";
import { quoted } from "./answers/quoted.ts";
import { familySyntax } from "./answers/values.ts";
import { composeWay } from "./answers/way.ts";
import { decimalBeside } from "./answers/written-decimal.ts";
import type { Line } from "./line.ts";
import type { AnswerReport, CheckReport, FaultReport, LineReport, OptimumReport, SolutionReport, StepReport, Value } from "./line-report.ts";
import type { Fault } from "./read-line.ts";
import type { AnswerUnits } from "./units.ts";

const VALUE_FIGURES = 20;

/** A value as text and for typesetting, with its decimals where it is a number. */
export function valueReport(e: Expression): Value {
  return { text: text(e), latex: latex(e), ...decimals(e, VALUE_FIGURES) };
}

function valuesReport(
  values: ReadonlyMap<string, Expression>,
  {
    integers = [],
    angles = [],
    units,
    digits,
  }: {
    readonly integers?: readonly string[];
    readonly angles?: readonly string[];
    readonly units?: AnswerUnits | undefined;
    readonly digits?: Digits | undefined;
  } = {},
): Readonly<Record<string, Value>> {
  return Object.fromEntries(
    [...values].map(([key, value]) => {
      const degrees = angles.includes(key) ? degreesText(inDegrees(value, integers)) : undefined;
      const report = integers.length > 0 ? familyReport(value, integers) : valueReport(value);
      if (degrees !== undefined) return [key, { ...report, degrees }];
      const rounded = digits && decimalOf(value, digits);
      return [key, { ...inUnit(report, units?.names.get(key)), ...(rounded === undefined ? {} : { rounded }) }];
    }),
  );
}

/** The same in degrees. */
const degreesText = (found: Counted | undefined): string | undefined => found && `${found.exact ? "" : "≈ "}${writtenPlain(found.written)}`;

function inUnit<Reported extends Value>(value: Reported, unit: string | undefined): Reported {
  // A formula has its unit only where all its letters are numbers of SI units.
  return unit === undefined || value.re === undefined ? value : { ...value, unit };
}

/** A member of a family is written with its start first: pi/6 + 2 pi n. */
function familyReport(value: Expression, integers: readonly string[]): Value {
  const written = familySyntax(value, integers);
  return { text: writtenText(written), latex: writtenLatex(written) };
}

/** Conditions in the notation; nothing where there are none. */
const conditionsReport = (conditions: readonly Expression[]): Pick<SolutionReport, "conditions"> =>
  conditions.length > 0 ? { conditions: conditions.map(text) } : {};

function parametersOf({ free, integers }: Solution): Readonly<Record<string, "integer" | "free">> {
  return Object.fromEntries([...integers.map((letter) => [letter, "integer" as const]), ...free.map((name) => [name, "free" as const])]);
}

function solutionReport(solution: Solution, angles: readonly string[], units: AnswerUnits | undefined, digits?: Digits): SolutionReport {
  return {
    values: valuesReport(solution.values, { integers: solution.integers, angles, units, digits }),
    ...(solution.multiplicity > 1 ? { multiplicity: solution.multiplicity } : {}),
    ...(solution.free.length + solution.integers.length > 0 ? { parameters: parametersOf(solution) } : {}),
    ...conditionsReport(solution.conditions),
  };
}

function optimumReport(
  { values, value, nature, natures, global, end, integers, conditions }: OptimumPoint,
  angles: readonly string[],
  units: AnswerUnits | undefined,
): OptimumReport {
  const isFamily = (letter: string): boolean => !values.has(letter);
  return {
    values: valuesReport(values, { integers: integers.filter((letter) => !values.has(letter)), angles, units }),
    value: inUnit(valueReport(value), units?.value),
    nature,
    ...(natures ? { natures: natures.map((one) => ({ nature: one.nature, condition: text(one.condition) })) } : {}),
    ...(global ? { global } : {}),
    ...(end ? { end } : {}),
    ...(integers.length > 0
      ? { parameters: Object.fromEntries(integers.map((letter) => [letter, isFamily(letter) ? ("integer" as const) : ("free" as const)])) }
      : {}),
    ...conditionsReport(conditions),
  };
}

/** Where an optimum is: its coordinates, or what is said of one that may be chosen freely. */
function placeOf({ values, conditions }: OptimumPoint): readonly Expression[] {
  const fixed = [...values].filter(([key, value]) => !(value.kind === "name" && value.name === key)).map(([key, value]) => equation(name(key), value));
  return fixed.length > 0 ? fixed : conditions;
}

/** The ANSWER of the notation for what a line came to. */
export function answerReport(answer: Answer): AnswerReport {
  switch (answer.kind) {
    case "solutions": {
      const { set, angles, units } = answer;
      return {
        kind: "solutions",
        variables: set.variables,
        domain: set.domain,
        complete: set.complete,
        reason: linePlain(set.reason),
        solutions: set.solutions.map((one) => solutionReport(one, angles, units, answer.digits)),
        ...(set.rejected.length > 0
          ? { rejected: set.rejected.map(({ values, reason }) => ({ values: valuesReport(values, { angles, units }), reason: linePlain(reason) })) }
          : {}),
        ...(set.complexSolutions.length > 0 ? { complexSolutions: set.complexSolutions.map((one) => solutionReport(one, [], units)) } : {}),
      };
    }
    case "expression": {
      const value = shownValue(answer);
      const unit = answer.shownIn?.text ?? answer.units?.value;
      const decimal = decimalOf(value, answer.digits);
      return {
        kind: "expression",
        value: { ...inUnit(valueReport(value), unit), ...(value.kind === "tuple" ? tupleParts(value) : {}), ...asWritten(answer) },
        ...(decimal === undefined ? {} : { decimal }),
        ...conditionsReport(answer.conditions),
        ...(answer.remainder ? { remainder: text(answer.remainder) } : {}),
      };
    }
    case "no limit":
      return {
        kind: "expression",
        value: { text: "does not exist", latex: "\\text{does not exist}" },
        why: answer.why,
        ...(answer.left ? { left: valueReport(answer.left) } : {}),
        ...(answer.right ? { right: valueReport(answer.right) } : {}),
        ...conditionsReport(answer.conditions),
      };
    case "truth":
      return {
        kind: "truth",
        holds: answer.holds ?? null,
        sentence: linePlain(answer.sentence),
        ...(answer.hint ? { hint: linePlain(answer.hint) } : {}),
        ...(answer.counterexample ? { counterexample: valuesReport(answer.counterexample) } : {}),
        ...(answer.exceptions && answer.exceptions.length > 0 ? { exceptions: answer.exceptions.map(text) } : {}),
        ...(answer.reason ? { reason: answer.reason } : {}),
      };
    case "optimum":
      return {
        kind: "optimum",
        points: answer.points.map((point) => optimumReport(point, answer.angles, answer.units)),
        ...(answer.none === undefined ? {} : { none: answer.none }),
      };
    case "table":
      return {
        kind: "table",
        columns: answer.columns.map(text),
        rows: answer.rows.map((row) => row.map((cell) => (cell ? valueReport(cell) : { text: "undefined", latex: "\\text{undefined}" }))),
      };
    case "figure":
      return {
        kind: "figure",
        measures: answer.measures.map(({ use, value, shown, part }) => ({ text: use, value: measureReport(value, part), shown: measureReport(shown, part) })),
        notes: answer.notes,
      };
    case "graph":
      return {
        kind: "graph",
        curves: answer.scene.curves.map(({ label, kind }) => ({ label, kind })),
        marks: visible(answer.scene.marks).map(({ kind, x, y, line, curves }) => ({
          kind,
          ...(x ? { x: valueReport(x) } : {}),
          ...(y ? { y: valueReport(y) } : {}),
          curves,
          ...(line ? { text: text(line) } : {}),
        })),
      };
  }
}

/** A length or area, or an angle with its degrees. */
function measureReport(value: Expression, { kind }: Part): Value {
  const degrees = kind === "angle" ? degreesText(inDegrees(value, [])) : undefined;
  return { ...valueReport(value), ...(degrees === undefined ? {} : { degrees }) };
}

const visible = (marks: readonly Mark[]): readonly Mark[] => marks.filter(({ hidden }) => !hidden);

/** The decimal beside a value, to the digits asked for; none where it would only repeat the value. */
function decimalOf(value: Expression, digits: Digits): string | undefined {
  const written = decimalBeside(value, digits, undefined);
  return written && writtenText(written);
}

function tupleParts(value: Expression & { kind: "tuple" }): { entries: readonly Value[]; shape: readonly [number, number] } {
  const rows = value.items.map((item) => (item.kind === "tuple" ? item.items : [item]));
  return { entries: rows.flat().map(valueReport), shape: [rows.length, rows[0]?.length ?? 0] };
}

function checkReport(check: Check): CheckReport {
  return {
    kind: check.kind,
    outcome: check.outcome,
    ...(check.approach ? { approach: check.approach } : {}),
    ...(check.advice === undefined ? {} : { advice: check.advice }),
    detail: check.detail,
    lines: check.lines.map(composeEvidence),
  };
}

function stepReport(step: Step, judged: { verdict: Verdict; why: string } | undefined): StepReport {
  const written = step.written ?? present(resultOf(step.claim));
  return {
    rule: step.rule,
    text: stepText(step),
    latex: `${step.under ? limitSignLatex(step.under.variable, present(step.under.at), step.under.side) : ""}${writtenLatex(written)}`,
    verdict: judged?.verdict ?? "loose",
    why: judged?.why ?? "this step was not checked",
  };
}

/** What is wrong, with the sentence that was probably meant. */
export function faultReport({ span, ...fault }: Fault): FaultReport {
  return { ...fault, ...span };
}

/** The plain-data report of a line that was run. */
export function lineReport(line: Line): LineReport {
  const { outcome } = line;
  const answer = outcome?.answer && answerReport(outcome.answer);
  const way = outcome ? composeWay(outcome) : { items: [], saysAnswer: false };
  const value = outcome && quoted(outcome);
  return {
    source: line.source,
    ignored: line.ignored,
    sentence: line.sentence,
    references: line.references,
    ...(line.notes.length > 0 ? { notes: line.notes } : {}),
    ...(line.instruction === undefined ? {} : { instruction: line.instruction }),
    printing: line.printing,
    ...(line.declared ? { declared: line.declared } : {}),
    ...(line.given ? { given: line.given } : {}),
    ...(line.prints ? { prints: line.prints } : {}),
    ...(line.error ? { error: faultReport(line.error) } : {}),
    ...(answer ? { answer } : {}),
    blocks: outcome?.answer ? composed(outcome.answer) : [],
    ...(outcome?.verdict && line.instruction !== "let" && line.instruction !== "given" ? { verdict: outcome.verdict } : {}),
    checks: (outcome?.checks ?? []).map(checkReport),
    steps: (outcome?.steps ?? []).map((step, k) => stepReport(step, outcome?.stepVerdicts[k])),
    way: way.items,
    ...(way.saysAnswer ? { saysAnswer: true } : {}),
    ...(value ? { value } : {}),
    ...(outcome?.answer ? { latex: answerLatex(outcome.answer) } : {}),
  };
}

/** The picture of a graph line, in another window where one is asked for; undefined for a line that is no graph. */
export function pictureOf(line: Line, window?: Window): Picture | undefined {
  const answer = line.outcome?.answer;
  return answer?.kind === "graph" ? picture(window ? answer.inWindow(window) : answer.scene) : undefined;
}

/** The drawing of a figure line. */
export function figureOf(line: Line): FigurePicture | undefined {
  const answer = line.outcome?.answer;
  return answer?.kind === "figure" ? answer.picture : undefined;
}

/** The report with the picture that belongs to the evidence, and named roots by radicals. */
export function illustratedReport(line: Line): LineReport {
  const scene = line.outcome?.pictured?.();
  const radicals = radicalsOf(line.outcome?.answer);
  return { ...lineReport(line), ...(scene ? { picture: picture(scene) } : {}), ...(radicals.length > 0 ? { radicals } : {}) };
}

function asWritten({ written }: Answer & { readonly kind: "expression" }): { readonly text?: string; readonly latex?: string } {
  return written ? { text: writtenText(written), latex: writtenLatex(written) } : {};
}

function radicalsOf(answer: Answer | undefined): readonly InlineLine[] {
  if (answer?.kind !== "solutions") return [];
  const roots = answer.set.solutions.flatMap(({ values }) => [...values.values()].flatMap((value) => findAll(value, isNamedRoot)));
  const different = distinct(roots);
  return different.flatMap((root) => {
    const radicals = rootByRadicals(root);
    return radicals ? [[large(present(equation(root, radicals)))]] : [];
  });
}

const isNamedRoot = (e: Expression): boolean => e.kind === "iterated" && e.operator === "root" && e.index !== undefined;

/** An answer in one line of LaTeX. */
export function answerLatex(answer: Answer): string {
  switch (answer.kind) {
    case "solutions": {
      const shown = answer.set.solutions.length > 0 ? answer.set.solutions : answer.set.complexSolutions;
      if (shown.length === 0) return "\\text{no solution}";
      return shown
        .map((solution) =>
          [...solution.values].map(([key, value]) => `${latex(name(key))} = ${writtenLatex(familySyntax(value, solution.integers))}`).join(",\\; "),
        )
        .join(" \\quad\\text{or}\\quad ");
    }
    case "expression":
      return answer.written ? writtenLatex(answer.written) : latex(shownValue(answer));
    case "no limit":
      return "\\text{does not exist}";
    case "truth":
      return `\\text{${answer.holds === undefined ? "not decided" : answer.holds ? "true" : "false"}}`;
    case "optimum": {
      const [first] = answer.points;
      if (!first) return "\\text{no optimum}";
      const shown = answer.points.filter(({ global }) => global);
      return (shown.length > 0 ? shown : [first])
        .map((point) => `${placeOf(point).map(latex).join(",\\; ")}:\\; ${latex(point.value)}`)
        .join(" \\quad\\text{or}\\quad ");
    }
    case "table":
      return `\\text{table of } ${answer.columns.slice(1).map(latex).join(",\\; ")}`;
    case "figure":
      return answer.measures.length === 0 ? "\\text{figure}" : answer.measures.map(({ use, shown }) => `\\text{${use}} = ${latex(shown)}`).join(",\\; ");
    case "graph":
      return `\\text{graph of } ${answer.scene.curves.map((curve) => latex(curve.expression)).join(",\\; ")}`;
  }
}
