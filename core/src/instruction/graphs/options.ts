import type { Expression } from "../../expression/expression.ts";
import type { MarkKind } from "../../graph/scene.ts";
import type { Sentence } from "../reading/sentence.ts";

/** What the author says of the drawing after “with” and “without”. */
export interface Options {
  readonly equalScales: boolean;
  readonly logarithmic: readonly string[];
  readonly axisWords: ReadonlyMap<string, string>;
  /** Upright cuts through a surface; a strip is filled. */
  readonly cuts: readonly { readonly name: string; readonly at: Expression; readonly filled: boolean }[];
  readonly values: ReadonlyMap<string, Expression>;
  readonly sliders: ReadonlyMap<string, { readonly from: Expression; readonly to: Expression }>;
  /** Where the labels of marks belong, by their numbers. */
  readonly labels: ReadonlyMap<number, Expression>;
  readonly hiddenKinds: ReadonlySet<MarkKind>;
  readonly hiddenMarks: ReadonlySet<number>;
}

export const NO_OPTIONS: Options = {
  equalScales: false,
  logarithmic: [],
  axisWords: new Map(),
  cuts: [],
  values: new Map(),
  sliders: new Map(),
  labels: new Map(),
  hiddenKinds: new Set(),
  hiddenMarks: new Set(),
};

/** `with equal scales, logarithmic y, axis t "time in s", slice x = 1, strip x = 1, a = 2 from 0 to 5, mark 2 at (1, 3)`, then `without …`. */
export function readOptions(sentence: Sentence): Options {
  let options = NO_OPTIONS;
  if (sentence.takeWords("with")) {
    do options = withOption(sentence, options);
    while (sentence.takeComma());
  }
  if (sentence.takeWords("without")) {
    do options = withoutMarks(sentence, options);
    while (sentence.takeComma());
  }
  return options;
}

const STOPS = ["from", "without", "at"];

function withOption(sentence: Sentence, options: Options): Options {
  if (sentence.takeWords("equal", "scales")) return { ...options, equalScales: true };
  if (sentence.takeWords("logarithmic")) return { ...options, logarithmic: [...options.logarithmic, axisName(sentence)] };
  if (sentence.takeWords("axis")) {
    const name = axisName(sentence);
    const words = sentence.takeQuoted() ?? sentence.fail("the words for the axis in quotes were expected here");
    return { ...options, axisWords: new Map(options.axisWords).set(name, words) };
  }
  if (sentence.takeWords("mark")) {
    const number = markNumber(sentence);
    sentence.expectWords("at");
    return { ...options, labels: new Map(options.labels).set(number, sentence.expression("the place of the label, such as (1, 2)", STOPS, true)) };
  }
  const cut = (["slice", "strip"] as const).find((word) => sentence.takeWords(word));
  const { name, value } = nameWithValue(sentence);
  if (cut) return { ...options, cuts: [...options.cuts, { name, at: value, filled: cut === "strip" }] };
  const values = new Map(options.values).set(name, value);
  if (!sentence.takeWords("from")) return { ...options, values };
  const from = sentence.expression("where the slider begins", ["to"], true);
  sentence.expectWords("to");
  const to = sentence.expression("where the slider ends", STOPS, true);
  return { ...options, values, sliders: new Map(options.sliders).set(name, { from, to }) };
}

function axisName(sentence: Sentence): string {
  const written = sentence.written("the name of an axis", STOPS, true);
  return written.kind === "name" ? written.name : sentence.fail("the name of an axis was expected here", written.span);
}

function nameWithValue(sentence: Sentence): { readonly name: string; readonly value: Expression } {
  const written = sentence.written("a name with its value, such as a = 2", STOPS, true);
  const statement = sentence.mean(written);
  const [left, value] = statement.kind === "relation" && statement.comparisons.every((one) => one === "=") ? statement.operands : [];
  return left?.kind === "name" && value ? { name: left.name, value } : sentence.fail("a name with its value was expected here, such as a = 2", written.span);
}

function markNumber(sentence: Sentence): number {
  const { next } = sentence;
  const written = sentence.written("the number of a mark", STOPS, true);
  return next.kind === "number" && written.kind === "number" ? Number(next.text) : sentence.fail("the number of a mark was expected here", next.span);
}

/** How the author names kinds of marks. */
const KINDS: Readonly<Record<string, MarkKind>> = {
  zeros: "zero",
  maxima: "maximum",
  minima: "minimum",
  inflections: "inflection",
  intercepts: "intercept",
  intersections: "intersection",
  asymptotes: "asymptote",
  holes: "hole",
  ends: "endpoint",
};

function withoutMarks(sentence: Sentence, options: Options): Options {
  if (sentence.takeWords("marks")) return { ...options, hiddenKinds: new Set(Object.values(KINDS)) };
  if (sentence.takeWords("mark")) return { ...options, hiddenMarks: new Set([...options.hiddenMarks, markNumber(sentence)]) };
  const word = Object.keys(KINDS).find((known) => sentence.takeWords(known));
  const kind = word === undefined ? undefined : KINDS[word];
  if (!kind) return sentence.fail(`what is left out was expected here: marks, mark 3, or one of ${Object.keys(KINDS).join(", ")}`);
  return { ...options, hiddenKinds: new Set([...options.hiddenKinds, kind]) };
}
