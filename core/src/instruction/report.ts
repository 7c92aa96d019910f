import type { Check, CheckKind, Verdict } from "../check/verdict.ts";
import { resultOf, type Step } from "../derivation/step.ts";
import { stepText, stepWords } from "../derivation/words.ts";
import { equation, name, sum } from "../expression/construct.ts";
import { contains, type Expression, equal, findAll, freeNames, termsOf } from "../expression/expression.ts";
import type { FigurePicture, Part } from "../graph/figure/figure.ts";
import { type Picture, picture } from "../graph/picture.ts";
import type { CurveKind, Mark, MarkKind, Window } from "../graph/scene.ts";
import { latex, writtenLatex } from "../notation/latex.ts";
import { nameLatex } from "../notation/letters.ts";
import { latexWithParts, type PartedLatex } from "../notation/parts.ts";
import { present } from "../notation/present.ts";
import { plus, type Syntax } from "../notation/syntax.ts";
import { text, writtenText } from "../notation/text.ts";
import { rootByRadicals } from "../rewrite/root-radicals.ts";
import type { Nature, OptimumPoint } from "../solve/optima/optimum.ts";
import type { Solution } from "../solve/solution.ts";
import { simplify } from "../truth/index.ts";
import { unitBehind } from "../units/typeset.ts";
import { countOf } from "../units/unit.ts";
import { type Answer, DEFAULT_FIGURES, type Digits } from "./answer.ts";
import { decimals, rounded, shortened } from "./decimals.ts";
import { inDegrees, inMultiples } from "./degrees.ts";
import type { Piece } from "./sentence.ts";
import type { AnswerUnits } from "./units.ts";
import type { Fault, Line } from "./working.ts";

/** A value in the notation, typeset, and as decimals where it is a number (the VALUE of the notation's section 5). */
export interface Value {
  readonly text: string;
  readonly latex: string;
  readonly re?: string;
  readonly im?: string;
  /** Where it is an angle on a line written in degrees: LaTeX such as "= 30°". */
  readonly degrees?: string;
  /** The unit of the number, where the units of the givens determine one: `m/s^2`. */
  readonly unit?: string;
  /** The same in the unit in which the quantity was given: LaTeX such as "= 6.2 h". */
  readonly inGiven?: string;
}

export interface SolutionReport {
  readonly values: Readonly<Record<string, Value>>;
  readonly multiplicity?: number;
  readonly parameters?: Readonly<Record<string, "integer" | "free">>;
  readonly conditions?: readonly string[];
  readonly conditionsLatex?: readonly string[];
}

export interface OptimumReport {
  readonly values: Readonly<Record<string, Value>>;
  readonly value: Value;
  readonly nature: Nature;
  readonly global?: boolean;
  readonly end?: boolean;
  readonly parameters?: Readonly<Record<string, "free" | "integer">>;
  readonly conditions?: readonly string[];
  readonly conditionsLatex?: readonly string[];
}

/** The ANSWER of the notation's section 5. */
export type AnswerReport =
  | {
      readonly kind: "solutions";
      readonly variables: readonly string[];
      readonly domain: "real" | "complex";
      readonly complete: boolean;
      readonly reason: string;
      readonly solutions: readonly SolutionReport[];
      readonly rejected?: readonly { readonly values: Readonly<Record<string, Value>>; readonly reason: string }[];
      readonly complexSolutions?: readonly SolutionReport[];
    }
  | {
      readonly kind: "expression";
      readonly value: Value & { readonly entries?: readonly Value[]; readonly shape?: readonly [number, number] };
      readonly decimal?: string;
      readonly decimalLatex?: string;
      readonly conditions?: readonly string[];
      readonly conditionsLatex?: readonly string[];
      /** The value typeset so that its parts can be chosen on the bench. */
      readonly parted?: PartedLatex;
    }
  | {
      readonly kind: "truth";
      readonly holds: boolean | null;
      readonly sentence: string;
      readonly counterexample?: Readonly<Record<string, Value>>;
      readonly exceptions?: readonly string[];
      readonly exceptionsLatex?: readonly string[];
    }
  | {
      readonly kind: "optimum";
      readonly points: readonly OptimumReport[];
      readonly none?: string;
      readonly reason: string;
    }
  | { readonly kind: "table"; readonly columns: readonly string[]; readonly headings: readonly string[]; readonly rows: readonly (readonly Value[])[] }
  | {
      readonly kind: "figure";
      /** What is measured: as it is used in expressions, exactly with free names, and in the state shown. */
      readonly measures: readonly { readonly text: string; readonly value: Value; readonly shown: Value }[];
      readonly notes: readonly string[];
      readonly picture: FigurePicture;
    }
  | {
      readonly kind: "graph";
      readonly curves: readonly { readonly label: string; readonly kind: CurveKind }[];
      readonly marks: readonly {
        readonly kind: MarkKind;
        readonly x?: Value;
        readonly y?: Value;
        readonly curves: readonly number[];
        readonly text?: string;
      }[];
      readonly picture: Picture;
      /** The same graph for the other values of a name. */
      readonly states?: readonly Picture[];
    };

export interface StepReport {
  readonly rule: string;
  readonly text: string;
  /** The same typeset. */
  readonly words: readonly Piece[];
  readonly latex: string;
  readonly verdict: Verdict;
  readonly why: string;
}

export interface CheckReport {
  readonly kind: CheckKind;
  readonly outcome: Verdict;
  readonly detail: string;
  readonly lines: readonly EvidenceReport[];
}

/** A line of evidence in LaTeX; each side as it came out of putting in, "= simplified" where that differs. */
export interface EvidenceReport {
  readonly subject?: string;
  readonly left?: string;
  readonly right?: string;
  readonly note: string;
}

/** What is wrong with a line, its characters, and the sentence that was probably meant. */
export interface FaultReport {
  readonly message: string;
  readonly from: number;
  readonly to: number;
  readonly suggestion?: string;
}

/** Everything about a line in plain data: it can be stored as JSON, sent, and shown. Mathematics is in LaTeX. */
export interface LineReport {
  readonly source: string;
  readonly ignored: boolean;
  readonly pieces: readonly Piece[];
  /** How something was read that could have been meant otherwise. */
  readonly notes?: readonly string[];
  readonly instruction?: string;
  readonly because?: string;
  readonly error?: FaultReport;
  readonly answer?: AnswerReport;
  readonly verdict?: Verdict;
  readonly checks: readonly CheckReport[];
  readonly steps: readonly StepReport[];
  /** The result as one line of LaTeX. */
  readonly latex?: string;
  /** Evidence to look at: the sides of an equation as curves, with the solutions marked. */
  readonly picture?: Picture;
  /** Named roots in the solutions that have radicals, as equations in LaTeX: to be folded away, since they are long. */
  readonly radicals?: readonly string[];
}

const VALUE_FIGURES = 20;

export function valueReport(e: Expression): Value {
  return { text: text(e), latex: latex(e), ...decimals(e, VALUE_FIGURES) };
}

function valuesReport(
  values: ReadonlyMap<string, Expression>,
  {
    integers = [],
    angles = [],
    units,
  }: { readonly integers?: readonly string[]; readonly angles?: readonly string[]; readonly units?: AnswerUnits | undefined } = {},
): Readonly<Record<string, Value>> {
  return Object.fromEntries(
    [...values].map(([key, value]) => {
      const degrees = angles.includes(key) ? inDegrees(value, integers) : undefined;
      const report = integers.length > 0 ? familyReport(value, integers) : valueReport(value);
      if (degrees !== undefined) return [key, { ...report, degrees }];
      const other = units?.given?.get(key);
      const inGiven = other && inMultiples(value, integers, { ...other, latex: unitBehind(other.text) });
      return [key, { ...inUnit(report, units?.names.get(key)), ...(inGiven === undefined ? {} : { inGiven }) }];
    }),
  );
}

function inUnit<Reported extends Value>(value: Reported, unit: string | undefined): Reported {
  // A formula has its unit only where all its letters are numbers of SI units.
  return unit === undefined || value.re === undefined ? value : { ...value, unit };
}

/** A member of a family is written with its start first: pi/6 + 2 pi n. */
function familyReport(value: Expression, integers: readonly string[]): Value {
  const written = familySyntax(value, integers);
  return { text: writtenText(written), latex: writtenLatex(written) };
}

function familySyntax(value: Expression, integers: readonly string[]): Syntax {
  const terms = termsOf(value);
  const own = terms.filter((term) => integers.some((letter) => contains(term, letter)));
  if (own.length === 0 || own.length === terms.length) return present(value);
  const start = sum(...terms.filter((term) => !own.includes(term)));
  return own.reduce((before, term) => plus(before, present(term)), present(start));
}

/** Conditions in the notation and typeset; nothing where there are none. */
function conditionsReport(conditions: readonly Expression[]): Pick<SolutionReport, "conditions" | "conditionsLatex"> {
  return conditions.length > 0 ? { conditions: conditions.map(text), conditionsLatex: conditions.map(latex) } : {};
}

function parametersOf({ free, integers }: Solution): Readonly<Record<string, "integer" | "free">> {
  return Object.fromEntries([...integers.map((letter) => [letter, "integer" as const]), ...free.map((name) => [name, "free" as const])]);
}

function solutionReport(solution: Solution, angles: readonly string[], units: AnswerUnits | undefined): SolutionReport {
  return {
    values: valuesReport(solution.values, { integers: solution.integers, angles, units }),
    ...(solution.multiplicity > 1 ? { multiplicity: solution.multiplicity } : {}),
    ...(solution.free.length + solution.integers.length > 0 ? { parameters: parametersOf(solution) } : {}),
    ...conditionsReport(solution.conditions),
  };
}

function optimumReport(
  { values, value, nature, global, end, integers, conditions }: OptimumPoint,
  angles: readonly string[],
  units: AnswerUnits | undefined,
): OptimumReport {
  const isFamily = (letter: string): boolean => !values.has(letter);
  return {
    values: valuesReport(values, { integers: integers.filter((letter) => !values.has(letter)), angles, units }),
    value: inUnit(valueReport(value), units?.value),
    nature,
    ...(global ? { global } : {}),
    ...(end ? { end } : {}),
    ...(integers.length > 0
      ? { parameters: Object.fromEntries(integers.map((letter) => [letter, isFamily(letter) ? ("integer" as const) : ("free" as const)])) }
      : {}),
    ...conditionsReport(conditions),
  };
}

export function answerReport(answer: Answer): AnswerReport {
  switch (answer.kind) {
    case "solutions": {
      const { set, angles, units } = answer;
      return {
        kind: "solutions",
        variables: set.variables,
        domain: set.domain,
        complete: set.complete,
        reason: set.reason,
        solutions: set.solutions.map((one) => solutionReport(one, angles, units)),
        ...(set.rejected.length > 0
          ? { rejected: set.rejected.map(({ values, reason }) => ({ values: valuesReport(values, { angles, units }), reason })) }
          : {}),
        ...(set.complexSolutions.length > 0 ? { complexSolutions: set.complexSolutions.map((one) => solutionReport(one, [], units)) } : {}),
      };
    }
    case "expression": {
      const value = shownValue(answer);
      const unit = answer.shownIn?.text ?? answer.units?.value;
      const decimal = decimalOf(value, answer.digits, unit);
      return {
        kind: "expression",
        value: { ...inUnit(valueReport(value), unit), ...(value.kind === "tuple" ? tupleParts(value) : {}) },
        ...(decimal === undefined ? {} : { decimal: decimal.text, decimalLatex: decimal.latex }),
        ...conditionsReport(answer.conditions),
        ...(freeNames(value).size > 0 && value.kind !== "tuple" ? { parted: latexWithParts(value) } : {}),
      };
    }
    case "truth":
      return {
        kind: "truth",
        holds: answer.holds ?? null,
        sentence: answer.sentence,
        ...(answer.counterexample ? { counterexample: valuesReport(answer.counterexample) } : {}),
        ...(answer.exceptions && answer.exceptions.length > 0
          ? { exceptions: answer.exceptions.map(text), exceptionsLatex: answer.exceptions.map(latex) }
          : {}),
      };
    case "optimum":
      return {
        kind: "optimum",
        points: answer.points.map((point) => optimumReport(point, answer.angles, answer.units)),
        ...(answer.none === undefined ? {} : { none: answer.none }),
        reason: answer.reason,
      };
    case "table":
      return {
        kind: "table",
        columns: answer.columns.map(text),
        headings: answer.columns.map(latex),
        rows: answer.rows.map((row) => row.map((cell) => (cell ? valueReport(cell) : { text: "undefined", latex: "\\text{undefined}" }))),
      };
    case "figure":
      return {
        kind: "figure",
        measures: answer.measures.map(({ use, value, shown, part }) => ({ text: use, value: measureReport(value, part), shown: measureReport(shown, part) })),
        notes: answer.notes,
        picture: answer.picture,
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
        picture: picture(answer.scene),
        ...(answer.states.length > 0 ? { states: answer.states.map(picture) } : {}),
      };
  }
}

/** A length or area, or an angle with its degrees. */
function measureReport(value: Expression, { kind }: Part): Value {
  const degrees = kind === "angle" ? inDegrees(value, []) : undefined;
  return { ...valueReport(value), ...(degrees === undefined ? {} : { degrees }) };
}

const visible = (marks: readonly Mark[]): readonly Mark[] => marks.filter(({ hidden }) => !hidden);

/** The value in the unit that was asked for: so many of it. */
function shownValue({ value, shownIn }: Answer & { readonly kind: "expression" }): Expression {
  return shownIn ? simplify(countOf(value, shownIn)).expression : value;
}

/** The decimal beside a value, to the digits asked for; none where it would only repeat the value. */
function decimalOf(value: Expression, digits: Digits, unit: string | undefined): Decimal | undefined {
  const asked = digits.kind === "usual" ? undefined : rounded(value, digits);
  const parts = asked === undefined ? decimals(value, digits.count) : { re: asked };
  if (!parts) return undefined;
  const { re, im } = parts;
  const decimal = im === undefined ? re : complexDecimal(re, im);
  return asked === undefined && decimal === text(value) ? undefined : { text: decimal, latex: decimalLatex(re, im, unit) };
}

function tupleParts(value: Expression & { kind: "tuple" }): { entries: readonly Value[]; shape: readonly [number, number] } {
  const rows = value.items.map((item) => (item.kind === "tuple" ? item.items : [item]));
  return { entries: rows.flat().map(valueReport), shape: [rows.length, rows[0]?.length ?? 0] };
}

export function complexDecimal(re: string, im: string): string {
  const size = im.replace(/^-/, "");
  const imaginary = size === "1" ? "i" : `${size}i`;
  if (re === "0") return im.startsWith("-") ? `-${imaginary}` : imaginary;
  return `${re} ${im.startsWith("-") ? "-" : "+"} ${imaginary}`;
}

/** A text without all that stands in brackets. */
function withoutBrackets(written: string): string {
  const inner = written.replace(/\([^()]*\)/g, "");
  return inner === written ? written : withoutBrackets(inner);
}

/** A value with its unit, as it is shown. */
export function quantityLatex({ text: written, latex: exact, unit }: Value): string {
  if (unit === undefined) return exact;
  const isSum = / [+-] /.test(withoutBrackets(written));
  return `${isSum ? `\\left(${exact}\\right)` : exact}${unitBehind(unit)}`;
}

/** An equation for the value of a name as it is shown: exact, and in degrees where the author uses degrees. */
export function valueLatex(key: string, value: Value): string {
  const left = nameLatex(key);
  if (value.degrees !== undefined) return `${left} = ${value.latex} ${value.degrees}`;
  return `${left} = ${quantityLatex(value)}${value.inGiven === undefined ? "" : ` ${value.inGiven}`}`;
}

/** A decimal with the unit of its value, in the notation. */
export function withUnit(decimal: string | undefined, { unit }: Value): string | undefined {
  return decimal === undefined || unit === undefined ? decimal : `${decimal} [${unit}]`;
}

/** A decimal as text and typeset. */
export interface Decimal {
  readonly text: string;
  readonly latex: string;
}

/** The decimal beside an exact value, or nothing where the value is a whole number, no number, or shown in degrees. */
export function decimalBeside(value: Value, figures: number = DEFAULT_FIGURES): Decimal | undefined {
  if (value.degrees !== undefined || value.re === undefined || /^-?[\d.]+$/.test(value.text)) return undefined;
  const [re, im] = [shortened(value.re, figures), value.im === undefined ? undefined : shortened(value.im, figures)];
  const decimal = im === undefined ? re : complexDecimal(re, im);
  return { text: withUnit(decimal, value) ?? decimal, latex: decimalLatex(re, im, value.unit) };
}

/** A decimal with its unit, typeset. */
function decimalLatex(re: string, im: string | undefined, unit: string | undefined): string {
  const number: Syntax = im === undefined ? signedNumber(re) : complexSyntax(re, im);
  return unit === undefined ? writtenLatex(number) : `${writtenLatex(im === undefined ? number : { kind: "group", inner: number })}${unitBehind(unit)}`;
}

function signedNumber(decimal: string): Syntax {
  const size: Syntax = { kind: "number", text: decimal.replace(/^-/, "") };
  return decimal.startsWith("-") ? { kind: "sign", sign: "-", operand: size } : size;
}

function complexSyntax(re: string, im: string): Syntax {
  const size: Syntax = { kind: "number", text: im.replace(/^-/, "") };
  const imaginary: Syntax = size.text === "1" ? { kind: "name", name: "i" } : { kind: "times", dot: false, left: size, right: { kind: "name", name: "i" } };
  const isNegative = im.startsWith("-");
  if (re === "0") return isNegative ? { kind: "sign", sign: "-", operand: imaginary } : imaginary;
  return { kind: "binary", operator: isNegative ? "-" : "+", left: signedNumber(re), right: imaginary };
}

/** Whether a solution says only where its unknown lies: -2 < x < 2. */
export function isInterval({ values, parameters, conditions }: SolutionReport): boolean {
  const names = Object.keys(values);
  return conditions !== undefined && names.length === 1 && names.every((name) => parameters?.[name] === "free" && values[name]?.text === name);
}

/** What the letters of a solution stand for: "for every integer n", "any y". */
export function parameterWords(parameters: Readonly<Record<string, "integer" | "free">>): string {
  const named = (kind: "integer" | "free"): string =>
    Object.entries(parameters)
      .filter(([, own]) => own === kind)
      .map(([letter]) => letter)
      .join(" and ");
  const [integers, free] = [named("integer"), named("free")];
  return [...(integers ? [`for every integer ${integers}`] : []), ...(free ? [`for any ${free}`] : [])].join(", ");
}

/** The nature of a point in words. */
export function natureWords({ nature, global, end }: OptimumReport): string {
  const words: Readonly<Record<Nature, string>> = {
    maximum: global ? "greatest value" : "maximum",
    minimum: global ? "least value" : "minimum",
    saddle: "saddle point",
    inflection: "point of inflection",
    undecided: "stationary point, nature not decided,",
  };
  return end ? `${words[nature]} (at an end)` : words[nature];
}

/** A reason for a value that is shown beside it already, without naming the value again. */
export function reasonBeside(reason: string): string {
  return reason.replace(/ for \w+ = .*?(?=;|$)/, "");
}

function checkReport(check: Check): CheckReport {
  return {
    kind: check.kind,
    outcome: check.outcome,
    detail: check.detail,
    lines: check.lines.map(({ subject, left, right, leftBefore, rightBefore, note }) => ({
      ...(subject ? { subject: subjectLatex(subject) } : {}),
      ...(left ? { left: sideLatex(left, leftBefore) } : {}),
      ...(right ? { right: sideLatex(right, rightBefore) } : {}),
      note,
    })),
  };
}

const EVIDENCE_FIGURES = 12;

/** Whether a number is only known by the interval it lies in: its decimals say more than that. */
function holdsBoundedRoot(e: Expression): boolean {
  return findAll(e, (part) => part.kind === "iterated" && part.operator === "root" && part.index === undefined).length > 0;
}

function subjectLatex(subject: Expression): string {
  if (!holdsBoundedRoot(subject)) return latex(subject);
  if (subject.kind === "logic") return subject.items.map(subjectLatex).join(",\\; ");
  const [left, right] = subject.kind === "relation" ? subject.operands : [];
  const decimal = right && decimals(right, EVIDENCE_FIGURES);
  return left && decimal ? `${latex(left)} \\approx ${decimal.re}` : latex(subject);
}

function sideLatex(side: Expression, before: Expression | undefined): string {
  const decimal = holdsBoundedRoot(side) ? decimals(side, EVIDENCE_FIGURES) : undefined;
  if (decimal) return `\\approx ${decimal.re}`;
  return before && !equal(before, side) ? `${latex(before)} = ${latex(side)}` : latex(side);
}

function stepReport(step: Step, judged: { verdict: Verdict; why: string } | undefined): StepReport {
  return {
    rule: step.rule,
    text: stepText(step),
    words: stepWords(step),
    latex: step.written ? writtenLatex(step.written) : latex(resultOf(step.claim)),
    verdict: judged?.verdict ?? "loose",
    why: judged?.why ?? "this step was not checked",
  };
}

/** What is wrong, with the sentence that was probably meant. */
export function faultWords({ message, suggestion }: Pick<FaultReport, "message" | "suggestion">): string {
  return suggestion === undefined ? message : `${message}; perhaps “${suggestion}” was meant`;
}

export function faultReport({ span, ...fault }: Fault): FaultReport {
  return { ...fault, ...span };
}

/** The plain-data report of a line that was run. */
export function lineReport(line: Line): LineReport {
  const { outcome } = line;
  const answer = outcome?.answer && answerReport(outcome.answer);
  return {
    source: line.source,
    ignored: line.ignored,
    pieces: line.pieces,
    ...(line.notes.length > 0 ? { notes: line.notes } : {}),
    ...(line.instruction === undefined ? {} : { instruction: line.instruction }),
    ...(line.because === undefined ? {} : { because: line.because }),
    ...(line.error ? { error: faultReport(line.error) } : {}),
    ...(answer ? { answer } : {}),
    ...(outcome?.verdict && line.instruction !== "let" && line.instruction !== "given" ? { verdict: outcome.verdict } : {}),
    checks: (outcome?.checks ?? []).map(checkReport),
    steps: (outcome?.steps ?? []).map((step, k) => stepReport(step, outcome?.stepVerdicts[k])),
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

function radicalsOf(answer: Answer | undefined): readonly string[] {
  if (answer?.kind !== "solutions") return [];
  const roots = answer.set.solutions.flatMap(({ values }) => [...values.values()].flatMap((value) => findAll(value, isNamedRoot)));
  const distinct = roots.filter((root, k) => roots.findIndex((other) => equal(other, root)) === k);
  return distinct.flatMap((root) => {
    const radicals = rootByRadicals(root);
    return radicals ? [latex(equation(root, radicals))] : [];
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
      return latex(shownValue(answer));
    case "truth":
      return `\\text{${answer.holds === undefined ? "not decided" : answer.holds ? "true" : "false"}}`;
    case "optimum": {
      const [first] = answer.points;
      if (!first) return "\\text{no optimum}";
      const shown = answer.points.filter(({ global }) => global);
      return (shown.length > 0 ? shown : [first])
        .map((point) => `${[...point.values].map(([key, value]) => latex(equation(name(key), value))).join(",\\; ")}:\\; ${latex(point.value)}`)
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
