import type { Expression, RelationNode } from "../expression/expression.ts";
import { freeNames } from "../expression/expression.ts";
import type { Scene } from "../graph/scene.ts";
import type { Outcome } from "./answer.ts";
import type { Environment } from "./environment.ts";

/** What stands above a line that is about to be written: what sentences that go on from it are made of. */
export interface Above {
  readonly line: number;
  readonly outcome: Outcome;
  /** What was declared and found before. */
  readonly environment: Environment;
  /** The relation that the line states, where it was not solved. */
  readonly relation?: RelationNode;
  /** What the line came to, where that is one expression. */
  readonly value?: Expression;
  /** The functions that it draws, and between what. */
  readonly drawn?: { readonly functions: readonly Expression[]; readonly variable: string; readonly from: string; readonly to: string };
  /** The letters in these whose values are not given, in their order. */
  readonly letters: readonly string[];
}

/** A line as what stands above another. */
export function aboveOf(line: number, outcome: Outcome, environment: Environment): Above {
  const { answer, statement } = outcome;
  const said = answer?.kind === "expression" ? answer.value : answer === undefined || answer.kind === "truth" ? statement : undefined;
  const relation = said?.kind === "relation" ? said : undefined;
  const value = said && said.kind !== "relation" && said.kind !== "logic" ? said : undefined;
  const spoken = relation ?? value;
  const letters = spoken ? [...freeNames(spoken)].filter((name) => !environment.givens.has(name) && !environment.definitions.has(name)).sort() : [];
  const drawn = answer?.kind === "graph" ? { drawn: drawnBy(answer.scene) } : {};
  return { line, outcome, environment, letters, ...drawn, ...(relation ? { relation } : {}), ...(value ? { value } : {}) };
}

const FIGURES = 3;
const rounded = (value: number): string => String(Number(value.toPrecision(FIGURES)));

function drawnBy({ curves, window, variable }: Scene): Above["drawn"] & object {
  const functions = curves.flatMap(({ kind, expression }) => (kind === "function" ? [expression] : []));
  return { functions, variable, from: rounded(window.xMin), to: rounded(window.xMax) };
}
